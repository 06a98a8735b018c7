import { isOnKeyboard } from '../keyboard/pitch';
import { barAt, byBar } from '../score/bars';
import { layBars } from '../score/build';
import type { Bar, Mark, Note, Score, Slur } from '../score/score';
import { octavesOn, type OctavePass } from './octaves';
import { playOrder, type PlayedBar } from './play-order';

/** A piece as it is played from beginning to end: the same music, without signs that send the player elsewhere. */
export interface Unfolded {
  /** Its bars in the order they are played, each with its printed number; notes of later passes have ids of their own. */
  readonly score: Score;
  /** What each bar of `score` is in the written piece. */
  readonly order: readonly PlayedBar[];
  /** Id of a played note in the written piece. */
  readonly writtenId: (id: string) => string;
}

/** A note of a later pass. Ids of a document hold no tab. */
const idOn = (id: string, pass: number): string => (pass === 1 ? id : `${id}\t${pass}`);
/** The id in the document of a note that is played. */
export const writtenId = (id: string): string => id.split('\t')[0]!;

/** Where a bar of the piece went: its place among the played ones. */
interface Placed {
  readonly written: Bar;
  readonly played: Bar;
  readonly pass: number;
  /** Whether the bar that is written next is also played next. */
  readonly goesOn: boolean;
}

const shifted = (note: Note, octaves: number): Note => {
  const midi = note.midi + 12 * octaves;
  return octaves === 0 || !isOnKeyboard(midi)
    ? note
    : { ...note, midi, pitch: { ...note.pitch, octave: note.pitch.octave + octaves } };
};

/** A note that rings on past a bar ends with it where the music goes elsewhere. */
const placedNote = (note: Note, placed: Placed, reach: number, octaves: number): Note => {
  const { written, played, pass } = placed;
  const by = played.onsetTicks - written.onsetTicks;
  return {
    ...shifted(note, octaves),
    id: idOn(note.id, pass),
    tiedIds: note.tiedIds.map((id) => idOn(id, pass)),
    bar: played.index,
    onsetTicks: note.onsetTicks + by,
    durationTicks: Math.min(note.durationTicks, reach - by - note.onsetTicks),
  };
};

/** For each played bar the tick up to which the music goes on as it is written. */
const reaches = (placed: readonly Placed[]): readonly number[] => {
  const ends: number[] = [];
  for (let at = placed.length - 1; at >= 0; at -= 1) {
    const { played, goesOn } = placed[at]!;
    ends[at] = goesOn && at < placed.length - 1 ? ends[at + 1]! : played.onsetTicks + played.lengthTicks;
  }
  return ends;
};

/** Marks of each bar in turn; where the music goes elsewhere the tempo of the place it comes to is said again. */
const placedMarks = ({ marks, bars }: Score, placed: readonly Placed[]): readonly Mark[] => {
  const placedIn = byBar(marks.map((mark) => ({ mark, bar: barAt({ bars }, mark.onsetTicks) })));
  const tempi = marks.filter((mark) => mark.kind === 'tempo');
  return placed.flatMap(({ written, played }, at): Mark[] => {
    const by = played.onsetTicks - written.onsetTicks;
    const own = (placedIn.get(written.index) ?? []).map(({ mark }): Mark => ({
      ...mark,
      onsetTicks: mark.onsetTicks + by,
    }));
    const came = at > 0 ? !placed[at - 1]!.goesOn : written.index > 0;
    const tempo = came ? tempi.findLast((mark) => mark.onsetTicks <= written.onsetTicks) : undefined;
    return [...(tempo ? [{ ...tempo, onsetTicks: played.onsetTicks }] : []), ...own];
  });
};

/** Slurs whose both ends come in one run of the piece. */
const placedSlurs = (score: Score, notes: readonly Note[]): readonly Slur[] => {
  const comings = new Map<string, Note[]>();
  for (const note of notes)
    for (const id of [note.id, ...note.tiedIds])
      comings.set(writtenId(id), [...(comings.get(writtenId(id)) ?? []), note]);
  return score.slurs.flatMap((slur) =>
    (comings.get(slur.fromId) ?? []).flatMap((from): Slur[] => {
      const toTicks = from.onsetTicks + slur.toTicks - slur.fromTicks;
      const to = comings.get(slur.toId)?.find(({ onsetTicks }) => onsetTicks === toTicks);
      return to ? [{ ...slur, fromId: from.id, toId: to.id, fromTicks: from.onsetTicks, toTicks }] : [];
    }),
  );
};

/** Whether every bar is played once, one after another. */
const isStraight = ({ bars }: Score, order: readonly PlayedBar[]): boolean =>
  order.length === bars.length && order.every(({ bar }, at) => bar === at);

/** Bars in some order as a piece of their own. */
export const inOrder = (score: Score, order: readonly PlayedBar[], octaves: readonly OctavePass[] = []): Score => {
  const bars = layBars(
    order.map(({ bar }) => ({
      ...score.bars[bar]!,
      repeatStart: false,
      repeatEnd: 0,
      endings: [],
      signs: [],
    })),
    score.ticksPerQuarter,
  );
  const placed = order.map(({ bar, pass }, at): Placed => {
    return { written: score.bars[bar]!, played: bars[at]!, pass, goesOn: order[at + 1]?.bar === bar + 1 };
  });
  const ends = reaches(placed);
  const notesIn = byBar(score.notes);
  const notes = placed.flatMap((one, at) =>
    (notesIn.get(one.written.index) ?? []).map((note) =>
      placedNote(note, one, ends[at]!, octavesOn(octaves, note, one.pass)),
    ),
  );
  return {
    ...score,
    bars,
    notes,
    slurs: placedSlurs(score, notes),
    marks: placedMarks(score, placed),
  };
};

/**
 * The piece as it is played: repeats, endings, D.C. and D.S. walked, octave passes sounding where they do.
 * @param octaves - stretches that sound in another octave when they come again
 */
export const unfolded = (score: Score, octaves: readonly OctavePass[] = []): Unfolded => {
  const order = playOrder(score.bars);
  if (isStraight(score, order)) return { score, order, writtenId };
  return { score: inOrder(score, order, octaves), order, writtenId };
};
