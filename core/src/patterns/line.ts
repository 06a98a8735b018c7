import { midiOf, type Pitch } from '../keyboard/pitch';
import type { Side } from '../hand/hand';
import { exerciseSteps } from './exercises';
import { KINDS } from './kinds';
import type { Ladder } from './ladder';
import type { Distance, PatternWish } from './wish';

/** One stroke of a hand: a note, or notes struck together, low to high. */
export interface Stroke {
  readonly pitches: readonly Pitch[];
  /** Place on the ladder, counted from the tonic of this hand. */
  readonly rung: number;
  /** Whether the line is on its way down when it leaves from here; at its end, when it came. */
  readonly falling: boolean;
  /** The chord that a broken chord's note is part of, low to high, and which of its notes it is. */
  readonly block: { readonly pitches: readonly Pitch[]; readonly note: number } | null;
}

interface Step {
  readonly rung: number;
  readonly falling: boolean;
}

/** Rungs from one to another, both included. */
const walk = (from: number, to: number): Step[] => {
  const falling = to < from;
  return Array.from({ length: Math.abs(to - from) + 1 }, (_, at) => ({
    rung: falling ? from - at : from + at,
    falling,
  }));
};

/** There, or there and back; a turn belongs to the way it leads on. */
const path = (first: number, last: number, returns: boolean): Step[] =>
  returns ? [...walk(first, last).slice(0, -1), ...walk(last, first)] : walk(first, last);

/** The rungs of each hand's first note above the left hand's tonic, by how far apart they play a scale. */
const OFFSETS: Readonly<Record<Distance, Readonly<Record<Side, number>>>> = {
  octave: { right: 0, left: 0 },
  third: { right: 2, left: 0 },
  sixth: { right: 7, left: 2 },
  tenth: { right: 2, left: 0 },
};

/** @param above - rungs that are struck together, above the stroke's own */
const strokeAt = (ladder: Ladder, { rung, falling }: Step, above: readonly number[]): Stroke => ({
  pitches: above.map((by) => ladder.pitch(rung + by, falling)),
  rung,
  falling,
  block: null,
});

/** A chord note by note, the way the line goes. */
const broken = (ladder: Ladder, step: Step, size: number): Stroke[] => {
  const pitches = Array.from({ length: size }, (_, note) => ladder.pitch(step.rung + note, step.falling));
  const strokes = pitches.map((pitch, note): Stroke => ({ ...step, pitches: [pitch], block: { pitches, note } }));
  return step.falling ? strokes.reverse() : strokes;
};

/**
 * The cadence beginners play, in close position: tonic, subdominant over the same bass, tonic, dominant seventh as leading note,
 * fourth and fifth, tonic. Degrees of the key from 0; -1 is the leading note below.
 */
const CADENCE = [
  [0, 2, 4],
  [0, 3, 5],
  [0, 2, 4],
  [-1, 3, 4],
  [0, 2, 4],
];

const cadence = (ladder: Ladder): Stroke[] =>
  CADENCE.map((degrees, at) => ({
    pitches: degrees.map((degree) => ladder.pitch(degree, false)),
    rung: at,
    falling: false,
    block: null,
  }));

const topOf = ({ kind, octaves }: PatternWish, ladder: Ladder): number => {
  const { figure } = KINDS[kind];
  return (figure.kind === 'walk' ? figure.topRung : undefined) ?? octaves * ladder.perOctave;
};

/** First and last rung on the way out. In contrary motion the left hand goes down while the right goes up. */
const endsOf = (wish: PatternWish, ladder: Ladder, side: Side): readonly [number, number] => {
  const top = topOf(wish, ladder);
  const [outer, offset] =
    wish.motion === 'contrary' && side === 'left' ? [-top, 0] : [top, OFFSETS[wish.distance][side]];
  const [first, last] = wish.direction === 'down' ? [outer, 0] : [0, outer];
  return [first + offset, last + offset];
};

/** What one hand plays, stroke by stroke. */
export const strokesOf = (wish: PatternWish, ladder: Ladder, side: Side): readonly Stroke[] => {
  const { figure } = KINDS[wish.kind];
  const [first, last] = endsOf(wish, ladder, side);
  const steps = path(first, last, wish.direction === 'both');
  switch (figure.kind) {
    case 'cadence':
      return cadence(ladder);
    case 'exercise':
      return exerciseSteps(figure.exercise, wish, side).map((step) => strokeAt(ladder, step, [0]));
    case 'walk':
      return steps.map((step) => strokeAt(ladder, step, figure.together));
    case 'broken': {
      // Figures do not share their last and first note: the top one is played both ways.
      const figures = wish.direction === 'both' ? [...walk(first, last), ...walk(last, first)] : steps;
      return figures.flatMap((step) => broken(ladder, step, wish.figure));
    }
  }
};

/** Octave of the tonic of each hand: near the middle of the keyboard, lower where the pattern is long. */
export const tonicOctaves = (
  tonic: Pitch,
  { kind, figure, octaves, motion, distance }: PatternWish,
): Readonly<Record<Side, number>> => {
  if (motion === 'contrary') return { right: 4, left: 3 };
  // From F sharp up a tonic is taken below middle C, so that no pattern stands high above the staff.
  const near = midiOf({ ...tonic, octave: 4 }) > midiOf({ step: 'F', alter: 0, octave: 4 }) ? 3 : 4;
  const right = octaves >= 3 ? near - 1 : near;
  const isClose = distance === 'third' || distance === 'sixth';
  // A hand that spans an octave needs one more between it and the other.
  const isFourNotes = KINDS[kind].figure.kind === 'broken' && figure === 4;
  const apart = KINDS[kind].isWide || isFourNotes ? 2 : 1;
  return { right: isClose ? right - 1 : right, left: right - apart };
};
