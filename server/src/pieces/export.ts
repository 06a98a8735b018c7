import {
  alternateFingers,
  apartOf,
  completeRules,
  playedOf,
  settingsFor,
  writtenFingers,
  type NumbersSent,
  type Standing,
  type StoredPlan,
} from '@kettle-step/contract';
import {
  ContractError,
  createPlanner,
  parseMusicXml,
  readScore,
  SIDES,
  writePedal,
  writtenNotes,
  type BarAlternative,
  type Locks,
  type MusicXmlDocument,
  type PianoPlan,
  type Planner,
  type Score,
  planCsv,
} from '@kettle-step/core';
import { mediaTypeOf, SENT_FORMS, sendMusic, type SentForm } from '@kettle-step/core/formats';

/** Forms of a download: the piece with its fingers, or its plan as a table. */
export const DOWNLOADS = [...SENT_FORMS, 'csv'] as const;
export type Download = SentForm | 'csv';

export const downloadType = (form: Download): string =>
  form === 'csv' ? 'text/csv; charset=utf-8' : mediaTypeOf(form);

/** A plan that leaves with its piece, and what stands under it. */
export type Exported = Pick<StoredPlan, 'fingers' | 'desk'> & { readonly standing: Standing };

interface Opened {
  readonly document: MusicXmlDocument;
  /** With notes in the hands that play them. */
  readonly score: Score;
}

const open = (stored: string, { desk }: Exported): Opened => {
  const document = parseMusicXml(stored);
  const score = document.kind === 'ok' ? readScore(document.value) : document;
  if (document.kind === 'error' || score.kind === 'error') throw new ContractError('a stored document no longer reads');
  const played = playedOf(score.value, desk);
  if (desk.playing.pedal.length > 0) writePedal(document.value, played);
  return { document: document.value, score: played };
};

const plannerOf = ({ desk, standing }: Exported): Planner => {
  const { hands, rules } = settingsFor(standing, desk);
  return createPlanner(hands, completeRules(rules));
};

const locksOf = ({ fingers }: Exported): Locks => new Map(fingers.map(({ noteId, finger }) => [noteId, finger]));

/** All stored fingers hold: the plan is read from them, not made anew. */
const planOf = (score: Score, exported: Exported): PianoPlan =>
  plannerOf(exported).plan(score, { locks: locksOf(exported), alternatives: 0 });

/** The best other way of every bar, round what stands in the bars beside it. */
const otherWays = (score: Score, exported: Exported): readonly BarAlternative[] => {
  const planner = plannerOf(exported);
  const settled = { locks: locksOf(exported), apart: apartOf(exported.desk) };
  return SIDES.flatMap((side) =>
    [...new Set(score.notes.filter((note) => note.side === side).map(({ bar }) => bar))].flatMap((bar) =>
      planner.alternatives(score, { ...settled, side, bars: [bar, bar], count: 1, different: true, freed: true }),
    ),
  );
};

/** The fingers that are written at the level the teacher chose. */
const chosenFingers = (score: Score, exported: Exported): Exported['fingers'] => {
  const { fingers, desk } = exported;
  if (desk.writing === 'every') return fingers;
  const written = writtenNotes(score, planOf(score, exported), desk.writing);
  return fingers.filter(({ noteId }) => written.has(noteId));
};

/** A stored piece as a file, as it leaves the house. */
export const exportPiece = (
  stored: string,
  exported: Exported,
  form: Download,
  numbers: NumbersSent = 'plan',
): Uint8Array => {
  const opened = open(stored, exported);
  if (form === 'csv')
    return new TextEncoder().encode(planCsv(opened.score, planOf(opened.score, exported), exported.desk));
  if (numbers === 'as-came') return sendMusic(form, opened, new Map());
  const alternates = numbers === 'with-alternates' ? alternateFingers(otherWays(opened.score, exported)) : undefined;
  return sendMusic(form, opened, writtenFingers(chosenFingers(opened.score, exported), alternates));
};
