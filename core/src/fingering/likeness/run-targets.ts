import type { Press } from '../../score/slices';
import { setOf } from '../model/finger-set';
import type { PlayableSlice } from '../model/playable';
import type { Rules } from '../model/rules';
import type { Pricing } from '../prices/pricing';
import type { Lattice } from '../search/lattice';
import { knownPattern, octaveRuns, runPricesOf, type KnownPatterns, type OctaveRun } from './runs';
import type { Target, Targets } from './targets';

/** A line of a tune that runs past an octave leans on the pattern; only a run over whole octaves is one. Our choice. */
const IN_PASSING = 0.3;

/** A run may begin and end as it likes, but rather with its pattern; by rule it keeps the pattern to the end. Our choice. */
const AT_ENDS: Readonly<Record<Rules['scaleEnds'], number>> = { five: 0.7, pattern: 3 };

const TRIAD = 3;
const FIFTH = 7;

/** One octave of a triad that does not begin on its root: a block under the hand, not a run. */
const isBrokenInversion = (slices: readonly PlayableSlice[], { from, to, period }: OctaveRun): boolean => {
  if (period !== TRIAD || to - from !== TRIAD) return false;
  const keys = slices
    .slice(from, to + 1)
    .map(({ presses }) => presses[0]!.midi)
    .sort((a, b) => a - b);
  return keys[2]! - keys[0]! !== FIFTH;
};

/** An octave of a scale that does not begin on its key-note: the scale's own fingers say how it goes (usual.ts). */
const isOfAnotherKey = (
  slices: readonly PlayableSlice[],
  { from }: OctaveRun,
  tonics: ReadonlyMap<Press, number>,
): boolean => {
  const press = slices[from]!.presses[0]!;
  const tonic = tonics.get(press);
  return tonic !== undefined && (press.midi - tonic) % 12 !== 0;
};

/** Targets of octave runs. `tonics`: the key-note of the scale that a press is part of, as a pitch class. */
export const runTargets = (
  slices: readonly PlayableSlice[],
  lattice: Lattice,
  pricing: Pricing,
  known: KnownPatterns,
  tonics: ReadonlyMap<Press, number>,
): Targets => {
  const { side, rules } = pricing;
  const inner = side === 'left' && rules.arpeggioInner !== 'by-keys' ? rules.arpeggioInner : undefined;
  const prices = runPricesOf(pricing, inner);
  const targets = new Map<number, readonly Target[]>();
  for (const run of octaveRuns(slices)) {
    if (isBrokenInversion(slices, run) || isOfAnotherKey(slices, run, tonics)) continue;
    const pattern = knownPattern(lattice, slices, run, prices, known);
    if (!pattern) continue;
    const whole = (run.to - run.from) % run.period === 0 ? 1 : IN_PASSING;
    for (let index = run.from; index <= run.to; index += 1) {
      const isEnd = index === run.from || index === run.to;
      const finger = pattern[(index - run.from) % run.period]!;
      // Where a run turns back, its last note is the next one's first: both patterns speak for it.
      const turns = targets.get(index)?.[0]?.wanted[0] === setOf(finger);
      targets.set(index, [
        {
          wanted: [setOf(finger)],
          price: 'runPattern',
          share: whole * (isEnd && !turns ? AT_ENDS[pricing.rules.scaleEnds] : 1),
          leads: true,
        },
      ]);
    }
  }
  return targets;
};
