import type { Finger } from '../../hand/hand';
import type { Lattice } from '../search/lattice';
import type { PlayableSlice } from '../model/playable';
import { PRICE } from '../prices/prices';
import type { Pricing } from '../prices/pricing';
import { backward, forward, stepForward } from '../search/search';
import { bestOfWindow } from '../search/windows';

/** A line that goes one way and comes back to the same keys an octave on: a scale, an arpeggio, a chromatic run. */
export interface OctaveRun {
  readonly from: number;
  readonly to: number;
  /** Notes to the octave. */
  readonly period: number;
}

/** The fewest notes to an octave that make a pattern: a triad. */
const LEAST_PERIOD = 3;

/** What a run is known by. */
type LineSlice = Pick<PlayableSlice, 'slice' | 'presses'>;

const isLineNote = ({ presses, slice }: LineSlice): boolean =>
  presses.length === 1 && slice.struck.length === 1 && !slice.grace && !slice.ornamental;

const goesOn = (before: LineSlice | undefined, after: LineSlice | undefined): boolean =>
  before !== undefined &&
  after !== undefined &&
  isLineNote(before) &&
  isLineNote(after) &&
  (after.slice.link === 'slur' || after.slice.link === 'plain');

const midiAt = (slices: readonly LineSlice[], index: number): number => slices[index]?.presses[0]?.midi ?? NaN;

/** First and last index of each stretch of single joined notes that goes one way; neighbouring stretches share a note. */
const oneWay = (slices: readonly LineSlice[]): (readonly [number, number])[] => {
  const stretches: (readonly [number, number])[] = [];
  let from = 0;
  let way = 0;
  for (let index = 1; index <= slices.length; index += 1) {
    const goes = goesOn(slices[index - 1], slices[index]);
    const step = goes ? Math.sign(midiAt(slices, index) - midiAt(slices, index - 1)) : 0;
    if (step !== 0 && (way === 0 || step === way)) {
      way = step;
      continue;
    }
    if (index - 1 - from >= LEAST_PERIOD) stretches.push([from, index - 1]);
    from = step === 0 ? index : index - 1;
    way = step;
  }
  return stretches;
};

/** A pattern goes in steps or skips of about one size, none wider than a fourth; anything else is a tune. Semitones. */
const WIDEST_SKIP = 5;
const UNEVENNESS = 2;

const isEven = (slices: readonly LineSlice[], from: number, period: number): boolean => {
  const skips = Array.from({ length: period }, (_, ahead) =>
    Math.abs(midiAt(slices, from + ahead + 1) - midiAt(slices, from + ahead)),
  );
  const widest = Math.max(...skips);
  return widest <= WIDEST_SKIP && widest - Math.min(...skips) <= UNEVENNESS;
};

const periodsIn = (slices: readonly LineSlice[], [from, to]: readonly [number, number]): OctaveRun[] => {
  const runs: OctaveRun[] = [];
  for (let index = from; index <= to; index += 1) {
    const period = Array.from({ length: to - index }, (_, ahead) => ahead + 1).find(
      (ahead) => Math.abs(midiAt(slices, index + ahead) - midiAt(slices, index)) === 12,
    );
    if (period === undefined || period < LEAST_PERIOD || !isEven(slices, index, period)) continue;
    const last = runs[runs.length - 1];
    if (last && last.period === period && last.to === index + period - 1)
      runs[runs.length - 1] = { ...last, to: index + period };
    else if (!last || index >= last.to) runs.push({ from: index, to: index + period, period });
  }
  return runs;
};

export const octaveRuns = (slices: readonly LineSlice[]): readonly OctaveRun[] =>
  oneWay(slices).flatMap((stretch) => periodsIn(slices, stretch));

/** Own efforts of the layers of a run, where some of its fingers may be closed. */
type OwnEfforts = (index: number) => Float64Array;

/** Effort of the cheapest way over one octave that begins and ends in a given posture, an octave apart. */
const closedEffort = (lattice: Lattice, { from, period }: OctaveRun, start: number, own: OwnEfforts): number => {
  let reached = onlyAt(own(from).length, start);
  for (let ahead = 1; ahead <= period; ahead += 1)
    reached = stepForward(reached, lattice.steps[from + ahead]!, own(from + ahead));
  return reached[start]!;
};

/** Efforts that let a way begin or end in one posture alone. */
const onlyAt = (size: number, posture: number): Float64Array => {
  const efforts = new Float64Array(size).fill(Infinity);
  efforts[posture] = 0;
  return efforts;
};

/** Ways from one posture that are looked at besides the cheapest: patterns of one effort in a bare octave differ in longer runs. */
const WAYS_FROM_A_POSTURE = 4;

/** Fingers of the cheapest closed ways from one posture. */
const closedWays = (lattice: Lattice, run: OctaveRun, start: number, own: OwnEfforts): (readonly Finger[])[] => {
  const { from, period } = run;
  const size = own(from).length;
  const octave: Lattice = {
    steps: lattice.steps.slice(from, from + period + 1),
    layers: lattice.layers.slice(from, from + period + 1).map((layer, ahead) => ({
      ...layer,
      effort: ahead === 0 ? onlyAt(size, start) : ahead === period ? only(own(from + ahead), start) : own(from + ahead),
    })),
  };
  const ends = { lattice: octave, reached: forward(octave), remaining: backward(octave) };
  return bestOfWindow(ends, 0, period, WAYS_FROM_A_POSTURE).map(({ postures }) =>
    postures.slice(0, period).map((posture, ahead) => fingerOf(lattice, from + ahead, posture)),
  );
};

/** Efforts with all postures closed but one. */
const only = (efforts: Float64Array, posture: number): Float64Array =>
  efforts.map((effort, at) => (at === posture ? effort : Infinity));

/** What the ends of a run may do as they like, and what a note inside it pays that leaves the pattern. */
export interface RunPrices {
  /** A white key-note that is not under the thumb. */
  readonly root: number;
  readonly stray: number;
  /** The finger that every triad takes inside, 3 or 4, where a rule says so. */
  readonly inner: Finger | undefined;
}

/** A hand's prices of runs; `inner` as in `RunPrices`. */
export const runPricesOf = ({ weights }: Pricing, inner?: Finger): RunPrices => ({
  root: weights[PRICE.rootThumb]!,
  stray: weights[PRICE.runPattern]!,
  inner,
});

const fingerOf = (lattice: Lattice, index: number, posture: number): Finger =>
  lattice.layers[index]!.pattern.postures[posture]!.fingers[0] ?? 1;

/** Octaves over which patterns are compared, whatever the run's own length: so that they are the same for any. */
const COMPARED_OCTAVES = 2;

/** The least effort of two octaves whose inner notes keep to a pattern; they begin and end as they like. */
const effortOverOctaves = (
  lattice: Lattice,
  { from, period }: OctaveRun,
  fingers: readonly Finger[],
  own: OwnEfforts,
  stray: number,
): number => {
  const last = COMPARED_OCTAVES * period;
  let reached = own(from);
  for (let ahead = 1; ahead <= last; ahead += 1) {
    const index = from + 1 + ((ahead - 1) % period);
    const wanted = fingers[ahead % period]!;
    const efforts =
      ahead === last
        ? own(index)
        : own(index).map((effort, posture) => effort + (fingerOf(lattice, index, posture) === wanted ? 0 : stray));
    reached = stepForward(reached, lattice.steps[index]!, efforts);
  }
  return Math.min(...reached);
};

/** Runs of more notes to the octave than a scale has no key-note. */
const MOST_IN_A_SCALE = 8;

/** Seven notes to the octave, as a scale has them; the groups of one leave no finger out. */
const isScale = ({ period }: OctaveRun): boolean => period === 7;

const isThumbOnRoot = (lattice: Lattice, { from, period }: OctaveRun, finger: Finger): boolean =>
  period > MOST_IN_A_SCALE || lattice.layers[from]!.pattern.view.keys[0]!.black || finger === 1;

/** Patterns dearer than the best by more than this are not compared over two octaves. */
const COMPARABLE = 0.8;

/** A pattern asked for by rule may be this much dearer. */
const BY_RULE = 6;

const hasInner = (fingers: readonly Finger[], inner: Finger): boolean =>
  fingers.includes(inner) && !fingers.includes(inner === 3 ? 4 : 3);

/** Where the one key of a layer lies, mirrored: farther from the thumb's side is more. */
const placeAt = (lattice: Lattice, index: number): number => {
  const { pattern, octaveShift } = lattice.layers[index]!;
  return pattern.view.keys[0]!.place + octaveShift;
};

/** Whether fingers follow one another without one left out, but where the thumb goes under or a finger over it. */
const leavesNoneOut = (lattice: Lattice, { from }: OctaveRun, fingers: readonly Finger[]): boolean => {
  const outward = placeAt(lattice, from + 1) > placeAt(lattice, from);
  return fingers.every((finger, at) => {
    const next = fingers[(at + 1) % fingers.length]!;
    const [inner, outer] = outward ? [finger, next] : [next, finger];
    return outer === 1 || outer === inner + 1;
  });
};

const candidatesFor = (
  lattice: Lattice,
  run: OctaveRun,
  own: OwnEfforts,
  { root: rootPrice, inner }: RunPrices,
): Iterable<readonly Finger[]> => {
  const bounded = inner === undefined || run.period !== LEAST_PERIOD;
  const efforts = Array.from(own(run.from), (_, start) => {
    const root = isThumbOnRoot(lattice, run, fingerOf(lattice, run.from, start)) ? 0 : rootPrice;
    return root + closedEffort(lattice, run, start, own);
  });
  const least = Math.min(...efforts);
  const candidates = new Map<string, readonly Finger[]>();
  efforts.forEach((effort, start) => {
    if (!(effort <= least + (bounded ? COMPARABLE : BY_RULE))) return;
    for (const fingers of closedWays(lattice, run, start, own)) candidates.set(fingers.join(''), fingers);
  });
  const isUsual = (fingers: readonly Finger[]): boolean =>
    isScale(run) ? leavesNoneOut(lattice, run, fingers) : bounded || hasInner(fingers, inner!);
  const usual = [...candidates.values()].filter(isUsual);
  return usual.length > 0 ? usual : candidates.values();
};

/** Patterns found before, by what their octave is made of. */
export type KnownPatterns = Map<string, readonly Finger[] | undefined>;

/** All that a pattern depends on; undefined where a lock inside the octave makes it a case of its own. */
const signatureOf = (
  lattice: Lattice,
  slices: readonly PlayableSlice[],
  { from, period }: OctaveRun,
): string | undefined => {
  const parts: string[] = [];
  for (let index = from; index <= from + period; index += 1) {
    const { pattern, effort } = lattice.layers[index]!;
    const isEnd = index === from || index === from + period;
    if (!isEnd && effort !== pattern.effort) return undefined;
    const { link } = slices[index]!.slice;
    parts.push(`${isEnd ? pattern.view.keys[0]!.midi : pattern.signature}${index === from ? '' : link}`);
  }
  return parts.join(' ');
};

/**
 * Fingers of one octave of a run, by place in the octave: of all patterns that close on themselves and are about as cheap,
 * the one that makes two octaves cheapest, ends included. Undefined when none closes.
 */
const octavePattern = (lattice: Lattice, run: OctaveRun, prices: RunPrices): readonly Finger[] | undefined => {
  // Locks inside the octave shape its pattern; the key-note at both ends is free, so that a run may begin as it likes.
  const own: OwnEfforts = (index) => {
    const { effort, pattern } = lattice.layers[index]!;
    return index === run.from || index === run.from + run.period ? pattern.effort : effort;
  };
  // The same key has the same postures in the same order whatever its octave.
  if (own(run.from).length !== own(run.from + run.period).length) return undefined;
  let best: readonly Finger[] | undefined;
  let least = Infinity;
  for (const fingers of candidatesFor(lattice, run, own, prices)) {
    const root = isThumbOnRoot(lattice, run, fingers[0]!) ? 0 : prices.root;
    const effort = root + effortOverOctaves(lattice, run, fingers, own, prices.stray);
    if (effort < least) [least, best] = [effort, fingers];
  }
  return best;
};

/** The pattern of a run, found once for all runs over the same keys. */
export const knownPattern = (
  lattice: Lattice,
  slices: readonly PlayableSlice[],
  run: OctaveRun,
  prices: RunPrices,
  known: KnownPatterns,
): readonly Finger[] | undefined => {
  const signature = signatureOf(lattice, slices, run);
  if (signature === undefined) return octavePattern(lattice, run, prices);
  if (!known.has(signature)) known.set(signature, octavePattern(lattice, run, prices));
  return known.get(signature);
};
