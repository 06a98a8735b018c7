import type { Finger, Side } from '../../hand/hand';
import { isBlack, keyPlace, pitchClass } from '../../keyboard/geometry';
import { isRootOctave } from '../../reading/arpeggios';
import type { Block } from '../../reading/blocks';
import type { Octave } from '../../reading/octaves';
import type { Pair } from '../../reading/pairs';
import type { Reading } from '../../reading/reading';
import type { Rotation } from '../../reading/rotations';
import { SCALES, type ScaleRun } from '../../reading/scale-runs';
import type { Press } from '../../score/slices';
import { ALL_FINGERS, setOf, type FingerSet } from '../model/finger-set';
import type { PlayableSlice } from '../model/playable';
import type { PriceName } from '../prices/prices';
import { SLOW_SECONDS } from '../search/lattice';
import { shapesFor } from './block-shapes';
import type { Target } from './targets';

/** The usual fingers of what a teacher sees in the music: blocks, scales, chromatic lines, quick repeats. */

/** Fingers that a press is drawn to, and what leaving them costs. */
interface Wish {
  readonly press: Press;
  readonly wanted: FingerSet;
  readonly price: PriceName;
}

const fromThumb = <T>(items: readonly T[], side: Side): readonly T[] =>
  side === 'right' ? items : [...items].reverse();

/** White keys between two keys. */
const whiteKeysBetween = (low: number, high: number): number =>
  Math.ceil(keyPlace(high) - SLACK) - Math.floor(keyPlace(low) + SLACK) - 1;

const SLACK = 1e-6;

/** A left-hand triad from root to octave: 5-4-2-1 over one white key between its lowest two, 5-3-2-1 over two (craft). */
const leftRootOctave = (keys: readonly number[]): readonly Finger[] =>
  whiteKeysBetween(keys[0]!, keys[1]!) === 1 ? [1, 2, 4, 5] : [1, 2, 3, 5];

const blockWishes = ({ keys, presses, broken }: Block, side: Side): Wish[] => {
  const ordered = fromThumb(keys, side);
  const shapes = broken && side === 'left' && isRootOctave(keys) ? [leftRootOctave(keys)] : shapesFor(ordered);
  if (shapes.length === 0) return [];
  return presses.map((press) => {
    const at = ordered.indexOf(press.midi);
    return {
      press,
      wanted: setOf(...shapes.map((shape) => shape[at]!)),
      price: broken ? 'brokenBlock' : 'blockShape',
    };
  });
};

/** Thumb inside; outside 5, on a black key 4, which a single octave may also take with 5. */
const octaveWishes = ({ low, high, connected }: Octave, side: Side): Wish[] => {
  const [inner, outer] = side === 'right' ? [low, high] : [high, low];
  const onBlack = connected ? setOf(4) : setOf(4, 5);
  return [
    { press: inner, wanted: setOf(1), price: 'octaveFingers' },
    { press: outer, wanted: isBlack(outer.midi) ? onBlack : setOf(5), price: 'octaveFingers' },
  ];
};

/**
 * Fingers of two notes by their distance in semitones, thumb side and little finger's: thirds 1-3, 2-4, 3-5, sixths 1-5 with 1-4
 * and 2-5. Common practice, no source.
 */
const pairSets = (semitones: number): readonly [FingerSet, FingerSet] | undefined => {
  if (semitones === 3 || semitones === 4) return [setOf(1, 2, 3), setOf(3, 4, 5)];
  if (semitones === 8 || semitones === 9) return [setOf(1, 2), setOf(4, 5)];
  return undefined;
};

const pairWishes = ({ low, high }: Pair, side: Side): Wish[] => {
  const sets = pairSets(high.midi - low.midi);
  if (!sets) return [];
  const [inner, outer] = side === 'right' ? [low, high] : [high, low];
  return [
    { press: inner, wanted: sets[0], price: 'pairFingers' },
    { press: outer, wanted: sets[1], price: 'pairFingers' },
  ];
};

const rotationWishes = ({ presses, group }: Rotation): Wish[] =>
  presses.map((press, index) => ({
    press,
    wanted: setOf((group - (index % group)) as Finger),
    price: 'rotation',
  }));

/** Fingers of a scale by its degrees, from the tonic. */
export type ScaleFingers = (tonic: number, scale: ScaleRun['scale']) => readonly Finger[] | undefined;

const MOST_IN_A_GROUP = 5;

/** Two notes before a thumb: begun with the thumb it would go under twice in three notes; the second finger begins. */
const SHORT_GROUP = 2;

/**
 * A run going away from the thumb's side: the scale's fingers, where before the first thumb it may also begin with the thumb,
 * and after the last one go on to the fifth finger.
 */
const outwardSets = (pattern: readonly Finger[]): readonly FingerSet[] => {
  const thumbs = pattern.flatMap((finger, index) => (finger === 1 ? [index] : []));
  const [first, last] = [thumbs[0] ?? pattern.length, thumbs[thumbs.length - 1] ?? 0];
  const before = thumbs[thumbs.length - 2];
  return pattern.map((finger, index) => {
    const set = setOf(finger);
    if (index < first && first < MOST_IN_A_GROUP)
      return set | setOf((index + (first === SHORT_GROUP ? 2 : 1)) as Finger);
    const from = before ?? (first === 0 ? undefined : 0);
    if (index >= last && from !== undefined && pattern.length - from <= MOST_IN_A_GROUP)
      return set | setOf((index - from + 1) as Finger);
    return set;
  });
};

const scaleWishes = ({ presses, tonic, scale, up }: ScaleRun, side: Side, fingersOf: ScaleFingers): Wish[] => {
  const fingers = fingersOf(tonic, scale);
  if (!fingers) return [];
  const steps: readonly number[] = SCALES[scale];
  const outward = up === (side === 'right');
  const line = outward ? presses : [...presses].reverse();
  const pattern = line.map(({ midi }) => fingers[steps.indexOf(pitchClass(midi - tonic))]!);
  return outwardSets(pattern).map((wanted, index) => ({ press: line[index]!, wanted, price: 'scaleGroups' }));
};

/** Where two white keys adjoin, the second finger's: right hand F and C, left hand E and B. Common practice, no source. */
const SECOND: Readonly<Record<Side, readonly number[]>> = { right: [5, 0], left: [4, 11] };

const chromaticFinger = (midi: number, side: Side): Finger => {
  if (isBlack(midi)) return 3;
  return SECOND[side].includes(pitchClass(midi)) ? 2 : 1;
};

const chromaticWishes = (presses: readonly Press[], side: Side): Wish[] =>
  presses.slice(1, -1).map((press) => ({
    press,
    wanted: setOf(chromaticFinger(press.midi, side)),
    price: 'chromaticFingers',
  }));

const wishesOf = (
  reading: Reading,
  side: Side,
  fingersOf: ScaleFingers,
  chromaticInThrees: boolean,
): readonly Wish[] => [
  ...reading.blocks.flatMap((block) => blockWishes(block, side)),
  ...reading.octaves.flatMap((octave) => octaveWishes(octave, side)),
  ...reading.pairs.flatMap((pair) => pairWishes(pair, side)),
  ...reading.rotations.flatMap(rotationWishes),
  ...reading.scaleRuns.flatMap((run) => scaleWishes(run, side, fingersOf)),
  ...(chromaticInThrees ? reading.chromaticLines.flatMap((line) => chromaticWishes(line, side)) : []),
];

/** A slow line that runs through a scale is a tune first: share of the pull of the scale's fingers. Our choice. */
const IN_A_SLOW_LINE = 0.2;

/** Where two wishes meet, what both allow; where nothing is, either. */
const agreed = (set: FingerSet, { wanted }: Wish): FingerSet => set & wanted || set | wanted;

/** The usual fingers as targets of the slices. */
export const usualTargets = (
  reading: Reading,
  slices: readonly PlayableSlice[],
  side: Side,
  fingersOf: ScaleFingers,
  chromaticInThrees: boolean,
): ReadonlyMap<number, readonly Target[]> => {
  const byPress = new Map<Press, Wish[]>();
  for (const wish of wishesOf(reading, side, fingersOf, chromaticInThrees)) {
    const own = byPress.get(wish.press);
    if (own) own.push(wish);
    else byPress.set(wish.press, [wish]);
  }
  if (byPress.size === 0) return new Map();
  const targets = new Map<number, readonly Target[]>();
  slices.forEach(({ presses, slice }, index) => {
    const own = slice.struck.flatMap((press) => byPress.get(press) ?? []);
    if (own.length === 0) return;
    const prices = [...new Set(own.map(({ price }) => price))];
    targets.set(
      index,
      prices.map((price) => ({
        wanted: presses.map((press) =>
          (byPress.get(press) ?? []).filter((wish) => wish.price === price).reduce(agreed, ALL_FINGERS),
        ),
        price,
        share: price === 'scaleGroups' && slice.sinceSeconds >= SLOW_SECONDS ? IN_A_SLOW_LINE : 1,
        leads: false,
      })),
    );
  });
  return targets;
};
