import type { Finger } from '../../hand/hand';
import { ALL_FINGERS, fingersIn } from '../model/finger-set';
import { likenessesIn, type Likeness, type Stroke } from '../../reading/figures';
import type { Score } from '../../score/score';
import type { PlayableSlice } from '../model/playable';
import type { PriceName } from '../prices/prices';
import { drawnSet, type Target, type Targets } from './targets';

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

type FingersAt = (slice: number) => readonly Finger[];

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

/** How one bar of several is chosen to lead the others. */
export type Leader = (bars: Alike['bars'], fingersAt: FingersAt) => readonly number[];

const writtenOut = (bar: readonly number[], fingersAt: FingersAt): string =>
  bar.map((index) => fingersAt(index).join('')).join(' ');

/** The bar whose fingers most others have; the first of them where several are as many. */
const mostCommon: Leader = (bars, fingersAt) => {
  const counts = new Map<string, number>();
  for (const bar of bars) {
    const written = writtenOut(bar, fingersAt);
    counts.set(written, (counts.get(written) ?? 0) + 1);
  }
  const most = Math.max(...counts.values());
  return bars.find((bar) => counts.get(writtenOut(bar, fingersAt)) === most) ?? bars[0]!;
};

/** Ways to begin; solving goes on from each, and the best end is kept. */
export const LEADERS: readonly Leader[] = [mostCommon, (bars) => bars[0]!, (bars) => bars[bars.length - 1]!];

/** What every bar of a group is drawn to, stroke by stroke. */
export type Wanted = readonly (readonly (Finger | null)[])[];

/** What each group of like bars is drawn to, as its leading bar has it and locks have it. */
export const leadsOf = (
  groups: readonly Alike[],
  slices: readonly PlayableSlice[],
  fingersAt: FingersAt,
  leader: Leader,
): readonly Wanted[] =>
  groups.map(({ bars }) =>
    leader(bars, fingersAt).map((led, stroke) => {
      const locked = bars.some((bar) => isLocked(slices[bar[stroke]!]!)) ? lockedFingers(bars, slices, stroke) : [];
      return fingersAt(led).map((finger, key) => locked[key] ?? finger);
    }),
  );

/** Leads written out: the same text for the same targets. */
export const leadsText = (leads: readonly Wanted[]): string =>
  leads.map((lead) => lead.map((fingers) => fingers.join('')).join(' ')).join('|');

/** Targets of all notes of like bars, beside the usual ones; octave runs go before. */
export const targetsOf = (groups: readonly Alike[], leads: readonly Wanted[], usual: Targets): Targets => {
  const targets = new Map<number, readonly Target[]>(usual);
  groups.forEach(({ bars, price }, group) =>
    leads[group]!.forEach((fingers, stroke) => {
      const target: Target = { wanted: fingers.map(drawnSet), price, share: 1, leads: false };
      for (const bar of bars) {
        const index = bar[stroke]!;
        // An octave run goes before.
        if (!usual.get(index)?.some((other) => other.price === 'runPattern'))
          targets.set(index, [...(targets.get(index) ?? []), target]);
      }
    }),
  );
  return targets;
};

