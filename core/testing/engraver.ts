import { createRequire } from 'node:module';

/** What of Verovio is used here: the engraver that the application draws with, in its form for Node. */
interface Verovio {
  readonly module: { calledRun?: boolean; onRuntimeInitialized?: () => void };
  readonly toolkit: new () => {
    setOptions: (options: object) => void;
    loadData: (document: string) => boolean;
    renderToTimemap: (
      options: object,
    ) => readonly { readonly qstamp: number; readonly on?: readonly string[]; readonly measureOn?: string }[];
  };
}

let starting: Promise<InstanceType<Verovio['toolkit']>> | undefined;

const start = (): Promise<InstanceType<Verovio['toolkit']>> =>
  new Promise((resolve) => {
    const verovio = createRequire(__filename)('verovio') as Verovio;
    const ready = (): void => resolve(new verovio.toolkit());
    if (verovio.module.calledRun) ready();
    else verovio.module.onRuntimeInitialized = ready;
  });

/** Ids of later passes end so. */
const AGAIN = /-rend(\d+)$/;

/** The notes as the engraver plays them from beginning to end, repeats taken: id, which time it comes, and when, in quarters. */
export const engravedPlaying = async (
  document: string,
): Promise<readonly { readonly id: string; readonly pass: number; readonly quarters: number }[]> => {
  const toolkit = await (starting ??= start());
  toolkit.setOptions({ breaks: 'none', expandNever: false, expandAlways: true });
  if (!toolkit.loadData(document)) throw new Error('the engraver cannot load the document');
  const played = toolkit
    .renderToTimemap({})
    .flatMap(({ qstamp, on }) => (on ?? []).map((id) => ({ id, quarters: qstamp })))
    .map(({ id, quarters }) => ({ id: id.replace(AGAIN, ''), pass: Number(AGAIN.exec(id)?.[1] ?? 1), quarters }));
  toolkit.setOptions({ expandAlways: false });
  return played;
};

/** A document as the engraver plays it, each bar once. */
export interface EngravedTimes {
  /** When each bar begins, in quarters from the start. */
  readonly bars: readonly number[];
  /** The bar in which each note begins, counted from 0, and quarters from the start of that bar; by the note's id. */
  readonly notes: ReadonlyMap<string, { readonly bar: number; readonly quarters: number }>;
}

/** When the engraver lets bars and notes begin; grace notes have no time of their own there. */
export const engravedTimes = async (document: string): Promise<EngravedTimes> => {
  const toolkit = await (starting ??= start());
  // Each bar once: repeats are the player's matter.
  toolkit.setOptions({ breaks: 'none', expandNever: true });
  if (!toolkit.loadData(document)) throw new Error('the engraver cannot load the document');
  const bars: number[] = [];
  const notes = new Map<string, { readonly bar: number; readonly quarters: number }>();
  for (const { qstamp, on, measureOn } of toolkit.renderToTimemap({ includeMeasures: true })) {
    if (measureOn) bars.push(qstamp);
    for (const id of on ?? []) notes.set(id, { bar: bars.length - 1, quarters: qstamp - (bars.at(-1) ?? 0) });
  }
  return { bars, notes };
};
