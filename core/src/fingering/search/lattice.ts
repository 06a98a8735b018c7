import type { Finger, Side } from '../../hand/hand';
import type { Key } from '../../score/score';
import type { LinkKind } from '../../score/slices';
import type { Steps } from '../../steps';
import { ALL_FINGERS, hasFinger, type FingerSet } from '../model/finger-set';
import type { PlayableSlice } from '../model/playable';
import type { Posture } from '../model/posture';
import { paceOf, paceText } from './pace';
import { posturesOver } from './postures';
import { landsAtHome, stepPricer } from './price';
import type { Charge } from '../prices/prices';
import type { Pricing } from '../prices/pricing';
import { start } from '../terms/start';
import { byPlace, fingerAt, keyView, linkView, type LinkView, type Pace, type SliceView } from '../model/view';

/**
 * The lattice: a layer of postures for each slice, and between neighbouring layers a table with the effort of every step.
 * Patterns and tables depend only on the keys (up to octaves), so each is computed once and shared by all places that look
 * alike; locks and ties close or charge postures of a layer and never change a table.
 */
export interface Lattice {
  readonly layers: readonly Layer[];
  /** `steps[i]` leads from layer i-1 to layer i; the first is empty. */
  readonly steps: readonly StepTable[];
}

export interface Layer {
  readonly pattern: LayerPattern;
  /** White keys by which the pattern is moved to its real octave (mirrored). */
  readonly octaveShift: number;
  /** Effort of each posture here, locks aside. */
  readonly open: Float64Array;
  /** The same with Infinity where a lock closes a posture. */
  readonly effort: Float64Array;
}

/** Postures over one arrangement of keys, in the lowest octave. */
export interface LayerPattern {
  readonly signature: string;
  readonly view: SliceView;
  readonly postures: readonly Posture[];
  readonly effort: Float64Array;
  /** The same drawn to targets, by their names: places that look alike are drawn alike. */
  readonly drawn: Map<string, Float64Array>;
  /** Runs of postures with the same fingers, as first index and length. */
  readonly groups: readonly FingerGroup[];
  /** The group of each posture. */
  readonly groupOf: readonly FingerGroup[];
}

export interface FingerGroup {
  readonly fingers: readonly Finger[];
  /** The fingers written out, as in `135`. */
  readonly text: string;
  readonly from: number;
  readonly to: number;
}

/** Effort and kind of every step; the entry of step a → b is at `b * fromSize + a`. */
export interface StepTable {
  readonly fromSize: number;
  readonly effort: Float64Array;
  /** Indices into STEP_KINDS. */
  readonly kinds: Uint8Array;
  /** What the table was priced from: the second slice's keys and frames stand `shift` white keys from their pattern. */
  readonly linked: LinkView | undefined;
  readonly shift: number;
  /** What its entries are made of, as far as it was asked for. */
  readonly charged: Map<number, readonly Charged[]>;
}

/** One price that an effort is made of, by its index, and how much of it. */
export type Charged = readonly [price: number, amount: number];

/** Two plans of equal effort: the one with fewer changes of finger, then with lower fingers. Far below any real difference. */
const TIE_PER_CHANGE = 1e-7;
const TIE_PER_FINGER = 1e-9;

/** Step tables are dropped together when they hold more entries than this (9 bytes each). */
const MAX_CACHED_ENTRIES = 12_000_000;

/** From this time on between notes, the choice of a weak finger hardly matters. Seconds. Our choice. */
export const SLOW_SECONDS = 0.45;

const EMPTY_STEP: StepTable = {
  fromSize: 0,
  effort: new Float64Array(0),
  kinds: new Uint8Array(0),
  linked: undefined,
  shift: 0,
  charged: new Map(),
};

const isSlow = (sinceSeconds: number): boolean => sinceSeconds >= SLOW_SECONDS;

const octaveOf = (slice: PlayableSlice): number => {
  let lowest = Infinity;
  for (const { midi } of slice.presses) if (midi < lowest) lowest = midi;
  return Math.floor(lowest / 12);
};

/** White keys, mirrored, of a number of octaves. */
const mirroredOctaves = (octaves: number, side: Side): number => (side === 'right' ? 7 : -7) * octaves;

const isStruck = ({ slice, presses }: PlayableSlice, index: number): boolean => slice.struck.includes(presses[index]!);

const viewOf = (slice: PlayableSlice, octave: number, side: Side): SliceView => ({
  keys: slice.presses
    .map((press, index) => keyView(press.midi - 12 * octave, side, !isStruck(slice, index)))
    .sort(byPlace),
  rolled: slice.rolled,
  slow: isSlow(slice.slice.sinceSeconds),
});

/** Name of all that a view is made of, from the lowest octave. */
const signatureOf = (slice: PlayableSlice, octave: number): string => {
  let signature = slice.rolled ? 'r' : '';
  if (isSlow(slice.slice.sinceSeconds)) signature += 's';
  for (let index = 0; index < slice.presses.length; index += 1)
    signature += `${isStruck(slice, index) ? '.' : '_'}${slice.presses[index]!.midi - 12 * octave}`;
  return signature;
};

const fingerSum = (fingers: readonly Finger[]): number => fingers.reduce((sum, finger) => sum + finger, 0);

const changes = (a: readonly Finger[], b: readonly Finger[]): number =>
  b.filter((finger) => !a.includes(finger)).length;

const groupFingers = (postures: readonly Posture[]): FingerGroup[] => {
  const groups: { fingers: readonly Finger[]; text: string; from: number; to: number }[] = [];
  postures.forEach(({ fingers }, index) => {
    const last = groups[groups.length - 1];
    const text = fingers.join('');
    if (last?.text === text) last.to = index + 1;
    else groups.push({ fingers, text, from: index, to: index + 1 });
  });
  return groups;
};

const buildPattern = (signature: string, view: SliceView, pricing: Pricing): LayerPattern => {
  const priced = posturesOver(view, pricing);
  const postures = priced.map(({ posture }) => posture);
  const groups = groupFingers(postures);
  return {
    signature,
    view,
    postures,
    effort: Float64Array.from(priced, ({ posture, effort }) => effort + TIE_PER_FINGER * fingerSum(posture.fingers)),
    drawn: new Map(),
    groups,
    groupOf: groups.flatMap((group) => new Array<FingerGroup>(group.to - group.from).fill(group)),
  };
};

const movedView = (view: SliceView, octaves: number, side: Side): SliceView => ({
  ...view,
  keys: view.keys.map((key) => keyView(key.midi + 12 * octaves, side, key.held)),
});

const buildTable = (
  from: LayerPattern,
  to: LayerPattern,
  octaves: number,
  link: LinkKind,
  pace: Pace,
  pricing: Pricing,
): StepTable => {
  const fromSize = from.postures.length;
  const effort = new Float64Array(fromSize * to.postures.length).fill(Infinity);
  const kinds = new Uint8Array(effort.length);
  const linked = linkView(from.view, movedView(to.view, octaves, pricing.side), link, pace);
  const shift = mirroredOctaves(octaves, pricing.side);
  const reached = to.postures.map((posture) => ({ ...posture, frame: posture.frame + shift }));
  const lands = reached.map((posture) => landsAtHome(linked, posture));
  const { take, least, kind } = stepPricer(linked, pricing);
  for (const after of to.groups)
    for (const before of from.groups) {
      take(before.fingers, after.fingers);
      const tie = TIE_PER_CHANGE * changes(before.fingers, after.fingers);
      for (let b = after.from; b < after.to; b += 1)
        for (let a = before.from; a < before.to; a += 1) {
          effort[b * fromSize + a] = least(from.postures[a]!, reached[b]!, lands[b]!) + tie;
          kinds[b * fromSize + a] = kind();
        }
    }
  return { fromSize, effort, kinds, linked, shift, charged: new Map() };
};

/** Builds lattices for one hand and remembers what it has built. `key` is the key the piece begins in. */
export interface LatticeBuilder {
  readonly pricing: Pricing;
  /** Patterns of octave runs found so far. */
  readonly patterns: Map<string, readonly Finger[] | undefined>;
  readonly build: (slices: readonly PlayableSlice[], key: Key) => Steps<Lattice>;
}

const startingEfforts = (pattern: LayerPattern, octaveShift: number, key: Key, pricing: Pricing): Float64Array => {
  let sum = 0;
  const charge: Charge = (price, amount) => (sum += pricing.weights[price]! * amount);
  return pattern.effort.map((effort, index) => {
    sum = effort;
    start({ view: pattern.view, octaveShift }, pattern.postures[index]!, key, pricing.side, charge);
    return sum;
  });
};

/** Efforts of a layer with all postures closed that have a finger on a key where it is not allowed. */
export const closeLocked = (pattern: LayerPattern, open: Float64Array, allowed: readonly FingerSet[]): Float64Array => {
  if (allowed.every((set) => set === ALL_FINGERS)) return open;
  return open.map((effort, index) =>
    allowed.every((set, key) => hasFinger(set, fingerAt(pattern.postures[index]!.fingers, key))) ? effort : Infinity,
  );
};

/** Slices built between two looks at whether the work is still wanted: some hundredths of a second where all is new. */
const SLICES_A_STEP = 8;

export const createLatticeBuilder = (pricing: Pricing): LatticeBuilder => {
  const { side, rules } = pricing;
  const patterns = new Map<string, LayerPattern>();
  const tables = new Map<string, StepTable>();
  const quickSeconds = 1 / rules.fastRepeatsPerSecond;
  let cachedEntries = 0;

  const patternOf = (slice: PlayableSlice, octave: number): LayerPattern => {
    const signature = signatureOf(slice, octave);
    let pattern = patterns.get(signature);
    if (!pattern) {
      pattern = buildPattern(signature, viewOf(slice, octave, side), pricing);
      patterns.set(signature, pattern);
    }
    return pattern;
  };

  const tableOf = (from: LayerPattern, to: LayerPattern, octaves: number, link: LinkKind, pace: Pace): StepTable => {
    const name = `${from.signature}|${to.signature}|${octaves}|${link}|${paceText(pace)}`;
    let table = tables.get(name);
    if (!table) {
      table = buildTable(from, to, octaves, link, pace, pricing);
      if (cachedEntries > MAX_CACHED_ENTRIES) {
        tables.clear();
        cachedEntries = 0;
      }
      cachedEntries += table.effort.length;
      tables.set(name, table);
    }
    return table;
  };

  const build = function* (slices: readonly PlayableSlice[], key: Key): Steps<Lattice> {
    const layers: Layer[] = [];
    const steps: StepTable[] = [];
    let before: { readonly pattern: LayerPattern; readonly octave: number } | undefined;
    for (const [index, slice] of slices.entries()) {
      if (index % SLICES_A_STEP === 0) yield index / slices.length;
      const octave = octaveOf(slice);
      const pattern = patternOf(slice, octave);
      const { link } = slice.slice;
      steps.push(
        before
          ? tableOf(before.pattern, pattern, octave - before.octave, link, paceOf(slices, index, quickSeconds))
          : EMPTY_STEP,
      );
      const octaveShift = mirroredOctaves(octave, side);
      const open = before ? pattern.effort : startingEfforts(pattern, octaveShift, key, pricing);
      layers.push({ pattern, octaveShift, open, effort: closeLocked(pattern, open, slice.allowed) });
      before = { pattern, octave };
    }
    return { layers, steps };
  };

  return { pricing, patterns: new Map(), build };
};
