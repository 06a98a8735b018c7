import type { Finger } from '../../hand/hand';
import { ALL_FINGERS, fingersIn, hasFinger, setOf } from '../model/finger-set';
import { likenessesIn, type Likeness, type Stroke } from '../../reading/figures';
import type { Score } from '../../score/score';
import type { PlayableSlice } from '../model/playable';
import type { PriceName } from '../prices/prices';
import type { BothEnds } from '../search/windows';
import { sharedFingering, type Fingering } from './shared';
import type { Target, Targets } from './targets';

/**
 * Same music, same fingers. Bars that look alike (also an octave apart, also the same shape on other keys of the same
 * colours) and the octaves of a run are softly tied: each note is drawn to a target, and a finger that is not its target costs.
 */

/** Slices of figures that are drawn together: for each figure its slices in order. */
export interface Alike {
  readonly bars: readonly (readonly number[])[];
  readonly price: PriceName;
}

/** What draws figures together: the same music strongly, a figure that has moved on less. */
const PRICE_OF: Readonly<Record<Likeness['kind'], PriceName>> = { same: 'sameMusic', moved: 'movedFigure' };

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

/** What each group is drawn to: what its figures share most cheaply, and where one of them has a lock, that. */
export const leadsOf = (
  groups: readonly Alike[],
  slices: readonly PlayableSlice[],
  ends: BothEnds,
): readonly Lead[] => {
  const led = new Map<string, Fingering>();
  const isSilent = (index: number): boolean => slices[index]!.slice.struck.length === 0;
  return groups.map(({ bars }) => {
    const known = new Set(bars.map((bar) => led.get(bar.join())).filter((fingering) => fingering !== undefined));
    const shared = sharedFingering(bars, ends, isSilent, [...known]);
    for (const bar of bars) led.set(bar.join(), led.get(bar.join()) ?? shared);
    const isSet = bars.some((bar) => bar.some((index) => isLocked(slices[index]!)));
    if (!isSet) return { strokes: shared, isSet };
    const strokes = shared.map((fingers, stroke) => {
      const locked = lockedFingers(bars, slices, stroke);
      return fingers.map((finger, key) => locked[key] ?? finger);
    });
    return { strokes, isSet };
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
