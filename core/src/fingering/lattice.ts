import type { Finger, Hand, Side } from '../hand/hand';
import type { Key } from '../score/score';
import type { LinkKind } from '../score/slices';
import type { PlayableSlice } from './playable';
import { restsOn, type Posture } from './posture';
import { posturesOver } from './postures';
import { priceStep, type StepKind } from './terms';
import { byPlace, fingerAt, keyView, linkView, type SliceView } from './view';
import { FAST_REPEAT_PER_SECOND, SLOW_SECONDS, WEIGHTS } from './weights';

/**
 * The lattice: a layer of postures for each slice, and between neighbouring layers a table with the effort of every step.
 * Layers and tables depend only on the keys (up to octaves), so each is computed once and shared by all places that look
 * alike; locks close postures of a layer and never change a table.
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
}

/** Effort and kind of every step; the entry of step a → b is at `b * fromSize + a`. */
export interface StepTable {
  readonly fromSize: number;
  readonly effort: Float64Array;
  readonly kinds: readonly StepKind[];
}

/** Two plans of equal effort: the one with fewer changes of finger, then with lower fingers. Far below any real difference. */
const TIE_PER_CHANGE = 1e-7;
const TIE_PER_FINGER = 1e-9;

/** Step tables are dropped together when they hold more entries than this (8 bytes each). */
const MAX_CACHED_ENTRIES = 12_000_000;

const EMPTY_STEP: StepTable = { fromSize: 0, effort: new Float64Array(0), kinds: [] };

const isSlow = (sinceSeconds: number): boolean => sinceSeconds >= SLOW_SECONDS;
const isFast = (sinceSeconds: number): boolean => sinceSeconds < 1 / FAST_REPEAT_PER_SECOND;

const octaveOf = (slice: PlayableSlice): number =>
  Math.floor(Math.min(...slice.presses.map((press) => press.midi)) / 12);

/** White keys, mirrored, of a number of octaves. */
const mirroredOctaves = (octaves: number, side: Side): number => (side === 'right' ? 7 : -7) * octaves;

const viewOf = (slice: PlayableSlice, octave: number, side: Side): SliceView => {
  const struck = new Set(slice.slice.struck.map((press) => press.midi));
  return {
    keys: slice.presses.map((press) => keyView(press.midi - 12 * octave, side, !struck.has(press.midi))).sort(byPlace),
    rolled: slice.rolled,
    slow: isSlow(slice.slice.sinceSeconds),
  };
};

const signatureOf = (view: SliceView): string =>
  view.keys.map((key) => (key.held ? `(${key.midi})` : key.midi)).join('.') +
  (view.rolled ? 'r' : '') +
  (view.slow ? 's' : '');

const fingerSum = (fingers: readonly Finger[]): number => fingers.reduce((sum, finger) => sum + finger, 0);

const changes = (a: Posture, b: Posture): number => b.fingers.filter((finger) => !a.fingers.includes(finger)).length;

const buildPattern = (signature: string, view: SliceView, hand: Hand): LayerPattern => {
  const priced = posturesOver(view, hand);
  return {
    signature,
    view,
    postures: priced.map(({ posture }) => posture),
    effort: Float64Array.from(priced, ({ posture, effort }) => effort + TIE_PER_FINGER * fingerSum(posture.fingers)),
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
  fast: boolean,
  side: Side,
  hand: Hand,
): StepTable => {
  const fromSize = from.postures.length;
  const effort = new Float64Array(fromSize * to.postures.length).fill(Infinity);
  const kinds: StepKind[] = new Array<StepKind>(effort.length).fill('stay');
  const linked = linkView(from.view, movedView(to.view, octaves, side), link, fast);
  const shift = mirroredOctaves(octaves, side);
  to.postures.forEach((posture, j) => {
    const b = { ...posture, frame: posture.frame + shift };
    from.postures.forEach((a, i) => {
      const priced = priceStep({ ...linked, a, b }, hand);
      if (!priced) return;
      effort[j * fromSize + i] = priced.effort + TIE_PER_CHANGE * changes(a, b);
      kinds[j * fromSize + i] = priced.kind;
    });
  });
  return { fromSize, effort, kinds };
};

/** Builds lattices for one hand and remembers what it has built. `key` is the key the piece begins in. */
export interface LatticeBuilder {
  readonly build: (slices: readonly PlayableSlice[], key: Key) => Lattice;
}

const inOctave = (letters: number): number => ((letters % 7) + 7) % 7;

/** Letter of the tonic as white keys above C: each fifth up is four letters on. */
const tonicLetter = (key: Key): number => inOctave(key.fifths * 4 + (key.mode === 'minor' ? 5 : 0));

/** White key under the hand's lowest finger: the thumb's in the right hand, the little finger's in the left. */
export const lowestPlace = (frame: number, side: Side): number => (side === 'right' ? frame : -(frame + 4));

const startingEffort = (pattern: LayerPattern, octaveShift: number, posture: Posture, key: Key, side: Side): number => {
  const letter = inOctave(lowestPlace(posture.frame + octaveShift, side));
  let effort: number = letter === tonicLetter(key) ? 0 : WEIGHTS.startElsewhere;
  const [only, more] = pattern.view.keys;
  if (more) return effort;
  if (only && !restsOn(posture, fingerAt(posture, 0), only.place)) effort += WEIGHTS.startOffHome;
  return posture.shape === 'open' ? effort + WEIGHTS.startOpen : effort;
};

/** The first position is taken to be on the tonic and the hand to lie at rest there; anything else costs a little. */
const startingEfforts = (pattern: LayerPattern, octaveShift: number, key: Key, side: Side): Float64Array =>
  pattern.effort.map((effort, index) => {
    const posture = pattern.postures[index];
    return posture ? effort + startingEffort(pattern, octaveShift, posture, key, side) : effort;
  });

/** Efforts of a layer with all postures closed that do not have the locked fingers. */
export const closeLocked = (
  pattern: LayerPattern,
  open: Float64Array,
  locked: readonly (Finger | null)[],
): Float64Array => {
  if (locked.every((finger) => finger === null)) return open;
  return open.map((effort, index) =>
    locked.every((finger, key) => finger === null || pattern.postures[index]?.fingers[key] === finger)
      ? effort
      : Infinity,
  );
};

export const createLatticeBuilder = (side: Side, hand: Hand): LatticeBuilder => {
  const patterns = new Map<string, LayerPattern>();
  const tables = new Map<string, StepTable>();
  let cachedEntries = 0;

  const patternOf = (view: SliceView): LayerPattern => {
    const signature = signatureOf(view);
    let pattern = patterns.get(signature);
    if (!pattern) {
      pattern = buildPattern(signature, view, hand);
      patterns.set(signature, pattern);
    }
    return pattern;
  };

  const tableOf = (from: LayerPattern, to: LayerPattern, octaves: number, link: LinkKind, fast: boolean): StepTable => {
    const name = `${from.signature}|${to.signature}|${octaves}|${link}|${fast}`;
    let table = tables.get(name);
    if (!table) {
      table = buildTable(from, to, octaves, link, fast, side, hand);
      if (cachedEntries > MAX_CACHED_ENTRIES) {
        tables.clear();
        cachedEntries = 0;
      }
      cachedEntries += table.effort.length;
      tables.set(name, table);
    }
    return table;
  };

  const build = (slices: readonly PlayableSlice[], key: Key): Lattice => {
    const layers: Layer[] = [];
    const steps: StepTable[] = [];
    let before: { readonly pattern: LayerPattern; readonly octave: number } | undefined;
    for (const slice of slices) {
      const octave = octaveOf(slice);
      const pattern = patternOf(viewOf(slice, octave, side));
      const { link, sinceSeconds } = slice.slice;
      steps.push(
        before ? tableOf(before.pattern, pattern, octave - before.octave, link, isFast(sinceSeconds)) : EMPTY_STEP,
      );
      const octaveShift = mirroredOctaves(octave, side);
      const open = before ? pattern.effort : startingEfforts(pattern, octaveShift, key, side);
      layers.push({ pattern, octaveShift, open, effort: closeLocked(pattern, open, slice.locked) });
      before = { pattern, octave };
    }
    return { layers, steps };
  };

  return { build };
};
