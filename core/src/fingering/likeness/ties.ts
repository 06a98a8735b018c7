import type { Finger } from '../../hand/hand';
import { ALL_FINGERS, fingersIn } from '../model/finger-set';
import type { Lattice, Layer } from '../search/lattice';
import type { PlayableSlice } from '../model/playable';
import { PRICE } from '../prices/prices';
import type { Pricing } from '../prices/pricing';
import type { Rules } from '../model/rules';
import { knownPattern, octaveRuns, type KnownPatterns } from './runs';

/**
 * Same music, same fingers. Bars that look alike (also an octave apart, also the same shape on other keys of the same
 * colours) and the octaves of a run are softly tied: each note is drawn to a target, and a finger that is not its target costs.
 */

/** What draws the fingers of a slice. */
export interface Target {
  /** By press; null where nothing draws. */
  readonly fingers: readonly (Finger | null)[];
  /** Share of the strength of a tie. */
  readonly share: number;
  /** Part of an octave run: where the piece begins with one, its pattern says how, not the position of the key. */
  readonly inRun: boolean;
}

/** Targets by slice index. */
export type Targets = ReadonlyMap<number, Target>;

/** A line of a tune that runs past an octave leans on the pattern; only a run over whole octaves is one. Our choice. */
const IN_PASSING = 0.3;

/** A run may begin and end as it likes, but rather with its pattern; by rule it keeps the pattern to the end. Our choice. */
const AT_ENDS: Readonly<Record<Rules['scaleEnds'], number>> = { five: 0.7, pattern: 3 };

/** Slices of bars that look alike: for each bar its slices in order. */
export type Likeness = readonly (readonly number[])[];

/** Keys under a resting hand, u: a sequence within them lies in one position, where the same shape has other fingers. */
const ONE_POSITION = 4;

/** Bars with fewer strokes than this say nothing about one another. */
const LEAST_STROKES = 3;

/** A tie is a preference, however strong; `hard` outweighs everything but what the hand cannot do. */
const HARD = 40;

export const tieStrength = ({ rules, weights }: Pricing): number =>
  rules.ties === 'hard' ? HARD : rules.ties * weights[PRICE.sameMusic]!;

const strokesByBar = (slices: readonly PlayableSlice[]): number[][] => {
  const bars: number[][] = [];
  slices.forEach(({ slice }, index) => {
    if (slice.struck.length > 0) (bars[slice.bar] ??= []).push(index);
  });
  return bars.filter(Boolean);
};

interface Shape {
  readonly bar: readonly number[];
  /** When keys go down and how they lie to one another. */
  readonly text: string;
  /** Place of the first key, u. */
  readonly origin: number;
  readonly range: readonly [number, number];
}

const shapeOf = (slices: readonly PlayableSlice[], lattice: Lattice, bar: readonly number[]): Shape => {
  const start = slices[bar[0]!]!.slice.onsetTicks;
  const placesAt = (index: number): number[] =>
    lattice.layers[index]!.pattern.view.keys.map(({ place }) => place + lattice.layers[index]!.octaveShift);
  const origin = Math.floor(placesAt(bar[0]!)[0]!);
  const all = bar.flatMap(placesAt);
  const text = bar
    .map((index) => {
      const { keys } = lattice.layers[index]!.pattern.view;
      const places = placesAt(index);
      const shapes = keys.map(
        ({ black, held }, key) => `${(places[key]! - origin).toFixed(1)}${black ? 'b' : ''}${held ? 'h' : ''}`,
      );
      return `${slices[index]!.slice.onsetTicks - start}:${shapes.join('+')}`;
    })
    .join(' ');
  return { bar, text, origin, range: [Math.min(...all), Math.max(...all)] };
};

const groupBy = <T>(items: readonly T[], keyOf: (item: T) => string): readonly (readonly T[])[] => {
  const groups = new Map<string, T[]>();
  for (const item of items) groups.set(keyOf(item), [...(groups.get(keyOf(item)) ?? []), item]);
  return [...groups.values()];
};

/** Bars of one shape that follow one another and move on: a sequence, unless it all lies in one position. */
const sequencesIn = (shapes: readonly (Shape | undefined)[]): Likeness[] => {
  const found: Shape[][] = [];
  shapes.forEach((shape, bar) => {
    const before = shapes[bar - 1];
    if (!shape || shape.text !== before?.text || (shape.origin - before.origin) % 7 === 0) return;
    const last = found[found.length - 1];
    if (last?.[last.length - 1] === before) last.push(shape);
    else found.push([before, shape]);
  });
  return found
    .filter((bars) => {
      const ends = bars.flatMap(({ range }) => range);
      return Math.max(...ends) - Math.min(...ends) > ONE_POSITION + 1;
    })
    .map((bars) => bars.map(({ bar }) => bar));
};

/** A bar whose second half repeats its first is two figures; any other bar is one. */
const figuresIn = (slices: readonly PlayableSlice[], lattice: Lattice, bar: readonly number[]): readonly Shape[] => {
  const middle = bar.length / 2;
  if (bar.length % 2 === 0 && middle >= LEAST_STROKES) {
    const halves = [bar.slice(0, middle), bar.slice(middle)].map((half) => shapeOf(slices, lattice, half));
    const [first, second] = halves as [Shape, Shape];
    if (first.text === second.text && first.origin === second.origin) return halves;
  }
  return [shapeOf(slices, lattice, bar)];
};

/** Bars that look alike, in groups of two and more: the same keys, also an octave apart, and sequences; halves of bars too. */
export const likeBars = (slices: readonly PlayableSlice[], lattice: Lattice): readonly Likeness[] => {
  const bars = strokesByBar(slices).filter((bar) => bar.length >= LEAST_STROKES);
  const repeated = groupBy(
    bars.flatMap((bar) => figuresIn(slices, lattice, bar)),
    ({ text, origin }) => `${text} ${((origin % 7) + 7) % 7}`,
  )
    .filter((figures) => figures.length > 1)
    .map((figures) => figures.map(({ bar }) => bar));
  const shapes = strokesByBar(slices).map((bar) =>
    bar.length < LEAST_STROKES ? undefined : shapeOf(slices, lattice, bar),
  );
  return [...repeated, ...sequencesIn(shapes)];
};

/** Targets of octave runs. */
export const runTargets = (
  slices: readonly PlayableSlice[],
  lattice: Lattice,
  pricing: Pricing,
  known: KnownPatterns,
): Targets => {
  const { side, rules } = pricing;
  const inner = side === 'left' && rules.arpeggioInner !== 'by-keys' ? rules.arpeggioInner : undefined;
  const prices = { root: pricing.weights[PRICE.rootThumb]!, stray: tieStrength(pricing), inner };
  const targets = new Map<number, Target>();
  for (const run of octaveRuns(slices)) {
    const pattern = knownPattern(lattice, slices, run, prices, known);
    if (!pattern) continue;
    const whole = (run.to - run.from) % run.period === 0 ? 1 : IN_PASSING;
    for (let index = run.from; index <= run.to; index += 1) {
      const isEnd = index === run.from || index === run.to;
      const finger = pattern[(index - run.from) % run.period]!;
      // Where a run turns back, its last note is the next one's first: both patterns speak for it.
      const turns = targets.get(index)?.fingers[0] === finger;
      targets.set(index, {
        fingers: [finger],
        share: whole * (isEnd && !turns ? AT_ENDS[pricing.rules.scaleEnds] : 1),
        inRun: true,
      });
    }
  }
  return targets;
};

type FingersAt = (slice: number) => readonly Finger[];

const isLocked = ({ allowed }: PlayableSlice): boolean => allowed.some((set) => set !== ALL_FINGERS);

/** One lock in a bar speaks for the same note of every bar like it. */
const lockedFingers = (
  bars: Likeness,
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
export type Leader = (bars: Likeness, fingersAt: FingersAt) => readonly number[];

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
  groups: readonly Likeness[],
  slices: readonly PlayableSlice[],
  fingersAt: FingersAt,
  leader: Leader,
): readonly Wanted[] =>
  groups.map((bars) =>
    leader(bars, fingersAt).map((led, stroke) => {
      const locked = bars.some((bar) => isLocked(slices[bar[stroke]!]!)) ? lockedFingers(bars, slices, stroke) : [];
      return fingersAt(led).map((finger, key) => locked[key] ?? finger);
    }),
  );

/** Leads written out: the same text for the same targets. */
export const leadsText = (leads: readonly Wanted[]): string =>
  leads.map((lead) => lead.map((fingers) => fingers.join('')).join(' ')).join('|');

/** Targets of all notes of like bars, and of the octave runs, which go before. */
export const targetsOf = (groups: readonly Likeness[], leads: readonly Wanted[], runs: Targets): Targets => {
  const targets = new Map<number, Target>();
  groups.forEach((bars, group) =>
    leads[group]!.forEach((fingers, stroke) => {
      const target: Target = { fingers, share: 1, inRun: false };
      for (const bar of bars) targets.set(bar[stroke]!, target);
    }),
  );
  for (const [index, target] of runs) targets.set(index, target);
  return targets;
};

/** How many struck keys of a posture are not on their target, by the target's share. */
export const strayFingers = (layer: Layer, posture: number, target: Target): number => {
  const { fingers } = layer.pattern.postures[posture]!;
  let stray = 0;
  target.fingers.forEach((wanted, key) => {
    if (wanted !== null && wanted !== fingers[key] && !layer.pattern.view.keys[key]!.held) stray += 1;
  });
  return stray * target.share;
};

const closed = (effort: number): number => (effort === Infinity ? Infinity : 0);

/** A lattice and what it was drawn from. */
export interface Drawn {
  readonly open: Lattice;
  readonly targets: Targets;
  readonly lattice: Lattice;
}

const sameTarget = (a: Target | undefined, b: Target | undefined): boolean =>
  a === b ||
  (a !== undefined &&
    b !== undefined &&
    a.share === b.share &&
    a.inRun === b.inRun &&
    a.fingers.length === b.fingers.length &&
    a.fingers.every((finger, key) => finger === b.fingers[key]));

/** Bars that look alike are drawn alike: efforts by what they were drawn from, and to what. */
const knownEfforts = new WeakMap<Float64Array, Map<string, Float64Array>>();

const drawnEfforts = (layer: Layer, base: Float64Array, target: Target, strength: number): Float64Array => {
  const known = knownEfforts.get(base) ?? new Map<string, Float64Array>();
  knownEfforts.set(base, known);
  const name = `${target.fingers.map((finger) => finger ?? 0).join('')} ${target.share * strength}`;
  const efforts =
    known.get(name) ?? base.map((effort, posture) => effort + strength * strayFingers(layer, posture, target));
  known.set(name, efforts);
  return efforts;
};

const drawnLayer = (layer: Layer, index: number, target: Target, strength: number): Layer => {
  const base = target.inRun && index === 0 ? layer.pattern.effort : layer.open;
  const open = drawnEfforts(layer, base, target, strength);
  // A lock has closed what is infinite; that stays.
  const effort = layer.effort === layer.open ? open : open.map((price, at) => price + closed(layer.effort[at]!));
  return { ...layer, open, effort };
};

/** A lattice in which every finger off its target costs. Layers that are as they were known are the same records. */
export const drawnTo = (open: Lattice, targets: Targets, strength: number, known?: Drawn): Lattice => ({
  steps: open.steps,
  layers: open.layers.map((layer, index) => {
    const target = targets.get(index);
    if (known?.open.layers[index] === layer && sameTarget(target, known.targets.get(index)))
      return known.lattice.layers[index]!;
    return target && strength > 0 ? drawnLayer(layer, index, target, strength) : layer;
  }),
});
