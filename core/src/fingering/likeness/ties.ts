import type { Finger } from '../../hand/hand';
import { ALL_FINGERS, fingersIn, hasFinger, setOf } from '../model/finger-set';
import { likenessesIn, type LikeFigures, type Stroke } from '../../reading/figures';
import type { Score } from '../../score/score';
import type { PlayableSlice } from '../model/playable';
import type { PriceName } from '../prices/prices';
import type { BothEnds } from '../search/windows';
import { sharedFingering, type Fingering } from './shared';
import type { Target, Targets } from './targets';

/**
 * Same music, same fingers. Figures that are alike (reading/figures.ts) are softly tied: each note is drawn to what they share most
 * cheaply, and a finger that is not its target costs.
 */

/** Slices of figures that are drawn together: for each figure its slices in order. */
export interface Alike {
  readonly bars: readonly (readonly number[])[];
  readonly price: PriceName;
}

/** What draws figures together: the same music strongly, a figure that has moved on less. */
const PRICE_OF: Readonly<Record<LikeFigures['kind'], PriceName>> = { same: 'sameMusic', moved: 'movedFigure' };

const strokeOf = ({ slice, presses }: PlayableSlice): Stroke => ({
  bar: slice.bar,
  onsetTicks: slice.onsetTicks,
  keys: [...presses]
    .sort((a, b) => a.midi - b.midi)
    .map((press) => ({ midi: press.midi, pitch: press.pitch, held: !slice.struck.includes(press) })),
});

/** Figures of a hand that want the same fingers. */
export const alikeIn = (score: Score, slices: readonly PlayableSlice[]): readonly Alike[] =>
  likenessesIn(score, slices.map(strokeOf), (index) => slices[index]!.slice.struck.length > 0).map(
    ({ kind, figures }) => ({ bars: figures, price: PRICE_OF[kind] }),
  );

const isLocked = ({ allowed }: PlayableSlice): boolean => allowed.some((set) => set !== ALL_FINGERS);

/** One lock in a bar speaks for the same note of every bar like it. */
const lockedFingers = (
  bars: Alike['bars'],
  slices: readonly PlayableSlice[],
  stroke: number,
): readonly (Finger | null)[] => {
  const width = slices[bars[0]![stroke]!]!.presses.length;
  return Array.from({ length: width }, (_, key) => {
    const locked = bars
      .map((bar) => slices[bar[stroke]!]!.allowed[key] ?? ALL_FINGERS)
      .find((set) => set !== ALL_FINGERS);
    return locked === undefined ? null : (fingersIn(locked)[0] ?? null);
  });
};

/** What every figure of a group is drawn to, stroke by stroke and press by press. */
export interface Lead {
  readonly strokes: Fingering;
  /** A teacher has set fingers in one of the figures. */
  readonly isSet: boolean;
}

/** What groups of figures are drawn to, and all that it was found from. */
export interface Led {
  readonly groups: readonly Alike[];
  readonly ends: BothEnds;
  /** The best way before figures are drawn together, posture by posture. */
  readonly way: readonly number[];
  readonly leads: readonly Lead[];
}

/** Whether nothing has changed in a figure, nor in what leads to it and away from it. */
const isAsItWas = (figure: readonly number[], { ends, way }: Pick<Led, 'ends' | 'way'>, last: Led): boolean => {
  for (let index = figure[0]!; index <= figure[figure.length - 1]!; index += 1)
    if (
      ends.lattice.layers[index] !== last.ends.lattice.layers[index] ||
      ends.reached[index] !== last.ends.reached[index] ||
      ends.remaining[index] !== last.ends.remaining[index] ||
      way[index] !== last.way[index]
    )
      return false;
  return true;
};

/** More slices than any piece has. */
const MOST_SLICES = 2 ** 24;

/** One number for one figure, of whatever group: it is all that is struck from its first slice to its last. */
const nameOf = (figure: readonly number[]): number => figure[0]! * MOST_SLICES + figure[figure.length - 1]!;

/**
 * What each group is drawn to: what its figures share most cheaply, and where one of them has a lock, that. Groups in which nothing
 * has changed since `last` keep their lead.
 */
export const leadsOf = (
  groups: readonly Alike[],
  slices: readonly PlayableSlice[],
  found: Pick<Led, 'ends' | 'way'>,
  last: Led | undefined,
): readonly Lead[] => {
  const { ends, way } = found;
  const led = new Map<number, Fingering>();
  const locked = new Set(slices.flatMap((slice, index) => (isLocked(slice) ? [index] : [])));
  const isSilent = (index: number): boolean => slices[index]!.slice.struck.length === 0;
  const leadOf = ({ bars }: Alike): Lead => {
    const known = new Set(bars.map((bar) => led.get(nameOf(bar))).filter((fingering) => fingering !== undefined));
    const strokes = sharedFingering(bars, ends, isSilent, [...known], way);
    const isSet = locked.size > 0 && bars.some((bar) => bar.some((index) => locked.has(index)));
    if (!isSet) return { strokes, isSet };
    return {
      strokes: strokes.map((fingers, stroke) => {
        const set = lockedFingers(bars, slices, stroke);
        return fingers.map((finger, key) => set[key] ?? finger);
      }),
      isSet,
    };
  };
  return groups.map((group, index) => {
    const kept = last?.groups[index] === group && group.bars.every((bar) => isAsItWas(bar, found, last));
    const lead = kept ? last.leads[index]! : leadOf(group);
    for (const bar of group.bars) if (!led.has(nameOf(bar))) led.set(nameOf(bar), lead.strokes);
    return lead;
  });
};

/** Usual fingers give way to what a teacher has set in the same music elsewhere. */
const contradicts = ({ wanted }: Target, fingers: readonly Finger[]): boolean =>
  fingers.some((finger, key) => !hasFinger(wanted[key] ?? ALL_FINGERS, finger));

/** What a teacher has set once binds its likes by so many times the usual tie. Our choice. */
const WHERE_SET = 2;

/** Targets of all notes of like figures, beside the usual ones; octave runs go before. */
export const targetsOf = (groups: readonly Alike[], leads: readonly Lead[], usual: Targets): Targets => {
  const targets = new Map<number, readonly Target[]>(usual);
  groups.forEach(({ bars, price }, group) => {
    const { strokes, isSet } = leads[group]!;
    strokes.forEach((fingers, stroke) => {
      const share = isSet && price === 'sameMusic' ? WHERE_SET : 1;
      const target: Target = { wanted: fingers.map((finger) => setOf(finger)), price, share, leads: false };
      for (const bar of bars) {
        const index = bar[stroke]!;
        const others = targets.get(index) ?? [];
        if (others.some((other) => other.price === 'runPattern')) continue;
        const kept = isSet && price === 'sameMusic' ? others.filter((other) => !contradicts(other, fingers)) : others;
        targets.set(index, [...kept, target]);
      }
    });
  });
  return targets;
};
