import { SIDES, type Finger, type Side } from '../../hand/hand';
import { fingersOfHand } from '../../plan/plan';
import { noteOf, scoreOf } from '../../score/build';
import type { Articulation, Key, Metre, Note, Score } from '../../score/score';
import type { FingeredPattern } from '../fingered';
import type { Played } from '../learned';
import { noteIdAt } from '../pattern';
import { TICKS } from '../rhythm';

/** Music with the fingers that play it, by note. */
export interface DrillMusic {
  readonly score: Score;
  readonly fingers: ReadonlyMap<string, Finger>;
}

/** A short exercise for the pattern at hand, with the pattern's own fingers. */
export interface Drill {
  readonly id: string;
  readonly title: string;
  /** How it is practised, in a sentence or two. */
  readonly how: string;
  /** The hand that plays softly; null where neither does. */
  readonly soft: Side | null;
  /** Its music, made when it is wanted. */
  readonly make: () => DrillMusic;
}

/** The length of a bar of four, ticks. */
export const BAR = 4 * TICKS;
const FOUR: Metre = { beats: 4, beatType: 4 };

/** Notes struck together for a while. */
export interface Struck {
  readonly notes: readonly Pick<Played, 'pitch' | 'finger'>[];
  readonly ticks: number;
  readonly articulation?: Articulation;
  readonly fermata?: boolean;
  readonly isTriplet?: boolean;
}

/** Bars of each hand; a bar that is not full ends in silence. */
export type Bars = Partial<Record<Side, readonly (readonly Struck[])[]>>;

const TRIPLET = { actual: 3, normal: 2 };

interface FingeredNote {
  readonly note: Note;
  readonly finger: Finger;
}

const gathered = (title: string, bars: Parameters<typeof scoreOf>[2], all: readonly FingeredNote[]): DrillMusic => ({
  fingers: new Map(all.map(({ note, finger }) => [note.id, finger])),
  score: scoreOf(
    title,
    TICKS,
    bars,
    all.map(({ note }) => note),
  ),
});

const written = (side: Side, bars: readonly (readonly Struck[])[], barTicks: number): FingeredNote[] => {
  let stroke = -1;
  return bars.flatMap((struck, bar) => {
    let at = bar * barTicks;
    return struck.flatMap(({ notes, ticks, articulation, fermata = false, isTriplet = false }) => {
      stroke += 1;
      const onsetTicks = at;
      at += ticks;
      return notes.map(({ pitch, finger }, index) => ({
        finger,
        note: noteOf({
          id: noteIdAt(side, stroke, index),
          side,
          pitch,
          bar,
          onsetTicks,
          durationTicks: ticks,
          articulations: articulation ? [articulation] : [],
          fermata,
          tuplet: isTriplet ? TRIPLET : null,
        }),
      }));
    });
  });
};

/** Writes bars of each hand as music. */
export const musicOf = (title: string, bars: Bars, key: Key, metre: Metre = FOUR): DrillMusic => {
  const barTicks = (metre.beats * BAR) / metre.beatType;
  const all = SIDES.flatMap((side) => written(side, bars[side] ?? [], barTicks));
  const count = Math.max(...SIDES.map((side) => bars[side]?.length ?? 0));
  return gathered(title, { metre, key, count }, all);
};

/** A pattern's own music. */
export const ownMusic = ({ pattern, plan }: FingeredPattern): DrillMusic => ({
  score: pattern.score,
  fingers: new Map(SIDES.flatMap((side) => [...fingersOfHand(plan.hands[side])])),
});

/** The same with some of its notes left out, or written otherwise. */
export const withNotes = (
  { score, fingers }: DrillMusic,
  change: (note: Note, finger: Finger) => Note | undefined,
): DrillMusic => ({
  score: { ...score, notes: score.notes.flatMap((note) => change(note, fingers.get(note.id)!) ?? []) },
  fingers,
});

/** Several pieces of music in the same metre, one after another. */
export const inARow = (title: string, parts: readonly DrillMusic[]): DrillMusic => {
  const { metre, key } = parts[0]!.score.bars[0]!;
  let count = 0;
  const all = parts.flatMap(({ score, fingers }, part) => {
    const [bar, ticks] = [count, count * score.bars[0]!.lengthTicks];
    count += score.bars.length;
    return score.notes.map((note) => ({
      finger: fingers.get(note.id)!,
      note: {
        ...note,
        id: `part-${part + 1}-${note.id}`,
        bar: note.bar + bar,
        onsetTicks: note.onsetTicks + ticks,
      },
    }));
  });
  return gathered(title, { metre, key, count }, all);
};
