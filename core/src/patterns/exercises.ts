import { FINGERS, type Finger, type Side } from '../hand/hand';
import { KINDS, type Figure } from './kinds';
import type { PatternWish } from './wish';

/** Exercises that are made of fingers rather than of notes: what is played follows from the finger that plays it. */

/** One note of an exercise: its place on the ladder above the key-note, and the finger that takes it. */
export interface ExerciseStep {
  readonly rung: number;
  readonly finger: Finger;
  readonly falling: boolean;
}

/** Rungs of a five-finger position. */
const POSITION = [0, 1, 2, 3, 4];

const backAndForth = <T>(out: readonly T[]): readonly T[] => [...out, ...out.slice(0, -1).reverse()];

/** Each key of a position struck three or four times, with 3-2-1 or 4-3-2-1 in strict rotation. */
const repeatedNotes = ({ figure, direction }: PatternWish): readonly ExerciseStep[] => {
  const up = POSITION.map((rung) => ({ rung, falling: false }));
  const down = [...up].reverse().map(({ rung }) => ({ rung, falling: true }));
  const keys = direction === 'up' ? up : direction === 'down' ? down : [...up.slice(0, -1), ...down];
  const rotation = FINGERS.slice(0, figure).reverse();
  return keys.flatMap((key) => rotation.map((finger) => ({ ...key, finger })));
};

/** Pairs of fingers, and strokes of each; the first finger of a pair is the one nearer the thumb. */
const TRILLS: readonly (readonly [Finger, Finger])[] = [
  [1, 2],
  [1, 3],
  [2, 3],
  [3, 4],
  [4, 5],
];
const STROKES_OF_A_TRILL = 16;

/** A bar of each pair on neighbouring keys, then home to the key-note. */
const trills = (side: Side): readonly ExerciseStep[] => {
  // The keys lie under the position's fingers: the left hand has its thumb on the highest of them.
  const keyUnder = (finger: number): number => (side === 'right' ? finger - 1 : POSITION.length - finger);
  const all = TRILLS.flatMap(([first, second]) => {
    // 1 and 3 share the keys of 1 and 2.
    const keys = [keyUnder(first), keyUnder(first + 1)];
    return Array.from({ length: STROKES_OF_A_TRILL }, (_, at): ExerciseStep => {
      const [rung, finger] = at % 2 === 0 ? [keys[0]!, first] : [keys[1]!, second];
      return { rung, finger, falling: false };
    });
  });
  return [...all, { rung: 0, finger: side === 'right' ? 1 : 5, falling: false }];
};

/** How often each figure comes, by its highest finger: whole bars of eighths in four. */
const CROSSINGS: readonly { readonly last: Finger; readonly times: number }[] = [
  { last: 2, times: 2 },
  { last: 3, times: 4 },
  { last: 4, times: 2 },
];

/**
 * The thumb goes under 2, under 3 and under 4, and each comes back over it. A hand that goes the other way begins with the finger
 * and passes it over the thumb.
 */
const crossingsOneWay = (side: Side, falls: boolean): readonly ExerciseStep[] =>
  CROSSINGS.flatMap(({ last, times }) => {
    const fingers = FINGERS.slice(0, last);
    const isOutward = (side === 'right') !== falls;
    const out = isOutward ? [...fingers, fingers[0]!] : [...fingers].reverse().concat(last);
    const there = out.map((finger, at) => ({ rung: falls ? -at : at, finger }));
    const figure = backAndForth(there)
      .slice(0, -1)
      .map((step, at) => ({ ...step, falling: at < last === falls }));
    return Array.from({ length: times }, () => figure).flat();
  });

const thumbCrossings = ({ direction, motion }: PatternWish, side: Side): readonly ExerciseStep[] => {
  const turned = motion === 'contrary' && side === 'left';
  const ways = direction === 'both' ? [false, true] : [direction === 'down'];
  const steps = ways.flatMap((falls) => crossingsOneWay(side, falls !== turned));
  return [...steps, { ...steps[0]!, rung: 0 }];
};

type Exercise = Extract<Figure, { readonly kind: 'exercise' }>['exercise'];

const EXERCISES: Readonly<Record<Exercise, (wish: PatternWish, side: Side) => readonly ExerciseStep[]>> = {
  'repeated-notes': repeatedNotes,
  trills: (_wish, side) => trills(side),
  'thumb-crossings': thumbCrossings,
};

/** What one hand plays of an exercise, with its fingers. */
export const exerciseSteps = (exercise: Exercise, wish: PatternWish, side: Side): readonly ExerciseStep[] =>
  EXERCISES[exercise](wish, side);

/** What one hand plays, with its fingers; undefined where the pattern is no such exercise. */
export const exerciseOf = (wish: PatternWish, side: Side): readonly ExerciseStep[] | undefined => {
  const { figure } = KINDS[wish.kind];
  return figure.kind === 'exercise' ? exerciseSteps(figure.exercise, wish, side) : undefined;
};
