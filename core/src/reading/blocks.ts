import type { LinkKind, Press, Slice } from '../score/slices';
import type { Score } from '../score/score';
import { arpeggioStrokesIn, MOST_WIDE_KEYS, WIDEST } from './arpeggios';
import { HARMONIES, isIn, rootOf, WITH_A_SECOND } from './harmony';
import { levelsOf, strokesIn } from './stretches';

/**
 * Notes of one harmony that lie under one hand: a chord struck at once, or broken over a bar, a half of it or a beat. A teacher
 * calls it a block, and has it practised as one.
 */
export interface Block {
  readonly bar: number;
  readonly broken: boolean;
  /** Its keys from low to high, MIDI. */
  readonly keys: readonly number[];
  /** The pitch class that its chord is named by. */
  readonly root: number;
  /** The strokes that play it. */
  readonly presses: readonly Press[];
}

const LEAST_KEYS = 3;
const MOST_KEYS = 5;

const OCTAVE = 12;

const keysOf = (presses: readonly Press[]): readonly number[] =>
  [...new Set(presses.map(({ midi }) => midi))].sort((a, b) => a - b);

/** Fewest strokes that make a broken chord. */
const LEAST_STROKES = 3;

/** A second is part of a broken chord only beside a wide gap (B F G); among thirds it is a step of a tune. Semitones. */
const SECOND = 2;
const WIDE_GAP = 5;

const isStepOfATune = (keys: readonly number[]): boolean => {
  const gaps = keys.slice(1).map((key, index) => key - keys[index]!);
  return Math.min(...gaps) <= SECOND && (Math.max(...gaps) < WIDE_GAP || !isIn(WITH_A_SECOND, keys));
};

/** A line that leaves the chord by the key beyond its outermost, or comes from there, wants a finger for it. Semitones. */
const NEIGHBOUR = 2;

/** So many strokes over one chord settle the hand on it, wherever the line comes from or goes. Our choice. */
const SETTLED = 5;

/** What surrounds a stretch: the slices of the hand by the one that follows and the one that goes before. */
interface Around {
  readonly before: ReadonlyMap<Slice, Slice>;
  readonly after: ReadonlyMap<Slice, Slice>;
  /** Strokes of the broken chords found so far. */
  readonly inBlocks: Set<Slice>;
}

/** Whether the outermost key of a chord and a key outside are joined as neighbours. */
const leadsBeyond = (keys: readonly number[], inside: Slice, outside: Slice | undefined, link: LinkKind): boolean => {
  const [from, to] = [inside.struck[0]!, outside?.struck[0]];
  if (!to || inside.struck.length > 1 || (link !== 'slur' && link !== 'plain')) return false;
  const by = to.midi - from.midi;
  const isHighest = from.midi === keys[keys.length - 1];
  return (isHighest && by > 0 && by <= NEIGHBOUR) || (from.midi === keys[0] && by < 0 && -by <= NEIGHBOUR);
};

/** Whether a line goes on beyond a chord, or comes from beyond it; from one broken chord to the next the hand moves. */
const isPartOfALine = (
  keys: readonly number[],
  strokes: readonly Slice[],
  { before, after, inBlocks }: Around,
): boolean => {
  const [first, last] = [strokes[0]!, strokes[strokes.length - 1]!];
  const [came, goes] = [before.get(first), after.get(last)];
  if (leadsBeyond(keys, last, goes, goes?.link ?? 'rest')) return true;
  return came !== undefined && !inBlocks.has(came) && leadsBeyond(keys, first, came, first.link);
};

/** Keys held while others are struck make two voices, each with fingers of its own, but for one bass held from the beginning. */
const isOneVoice = (strokes: readonly Slice[]): boolean => {
  const held = new Set(strokes.flatMap((slice) => slice.held));
  return held.size === 0 || (held.size === 1 && strokes[0]!.struck.some((press) => held.has(press)));
};

const brokenBlock = (
  bar: number,
  strokes: readonly Slice[],
  around: Around,
  arpeggios: ReadonlySet<Slice>,
): Block | undefined => {
  if (
    strokes.length < LEAST_STROKES ||
    strokes.some((slice) => arpeggios.has(slice) || slice.ornamental || slice.grace)
  )
    return undefined;
  // A rest parts what is played before and after it.
  if (strokes.some(({ link }, index) => index > 0 && link === 'rest')) return undefined;
  const presses = strokes.flatMap(({ struck }) => struck);
  const keys = keysOf(presses);
  const span = keys[keys.length - 1]! - keys[0]!;
  if (keys.length < LEAST_KEYS || keys.length > MOST_KEYS || span > WIDEST || !isIn(HARMONIES, keys)) return undefined;
  if (isStepOfATune(keys)) return undefined;
  if (span > OCTAVE && keys.length > MOST_WIDE_KEYS) return undefined;
  if (strokes.length < SETTLED && isPartOfALine(keys, strokes, around)) return undefined;
  if (!isOneVoice(strokes)) return undefined;
  return { bar, broken: true, keys, root: rootOf(keys), presses };
};

/** The chord broken after a note that is too far for it, most often the bass. */
const afterBass = (
  bar: number,
  [bass, ...others]: readonly Slice[],
  around: Around,
  arpeggios: ReadonlySet<Slice>,
): Block | undefined => {
  const block = bass && brokenBlock(bar, others, around, arpeggios);
  const lies = bass?.struck[0]?.midi;
  return block && lies !== undefined && (lies < block.keys[0]! || lies > block.keys[block.keys.length - 1]!)
    ? block
    : undefined;
};

/** Broken chords of one bar: the bar as a whole where it is one, else its halves, else its beats. */
const brokenIn = (
  score: Score,
  bar: number,
  slices: readonly Slice[],
  around: Around,
  arpeggios: ReadonlySet<Slice>,
): Block[] => {
  const found: Block[] = [];
  if (slices.length < LEAST_STROKES) return found;
  for (const level of levelsOf(score, bar))
    for (const stretch of level) {
      const strokes = strokesIn(slices, stretch);
      if (strokes.some((slice) => around.inBlocks.has(slice))) continue;
      const block = brokenBlock(bar, strokes, around, arpeggios) ?? afterBass(bar, strokes, around, arpeggios);
      if (!block) continue;
      found.push(block);
      for (const slice of strokes) if (block.presses.includes(slice.struck[0]!)) around.inBlocks.add(slice);
    }
  return found;
};

const struckTogether = (slices: readonly Slice[]): Block[] =>
  slices.flatMap(({ bar, struck, rolled }) =>
    struck.length >= LEAST_KEYS && struck.length <= MOST_KEYS && !rolled && !isStepOfATune(keysOf(struck))
      ? [{ bar, broken: false, keys: keysOf(struck), root: rootOf(keysOf(struck)), presses: struck }]
      : [],
  );

/** All blocks of a hand: chords struck at once, and broken ones. `lines`: what runs one way (lines.ts). */
export const blocksIn = (
  score: Score,
  slices: readonly Slice[],
  lines: readonly (readonly Slice[])[],
): readonly Block[] => {
  const byBar = new Map<number, Slice[]>();
  for (const slice of slices) {
    const own = byBar.get(slice.bar);
    if (own) own.push(slice);
    else byBar.set(slice.bar, [slice]);
  }
  const arpeggios = arpeggioStrokesIn(lines);
  const around = {
    before: new Map(slices.slice(1).map((slice, index) => [slice, slices[index]!])),
    after: new Map(slices.slice(1).map((slice, index) => [slices[index]!, slice])),
    inBlocks: new Set<Slice>(),
  };
  return [
    ...struckTogether(slices),
    ...[...byBar].flatMap(([bar, own]) => brokenIn(score, bar, own, around, arpeggios)),
  ];
};

const sameKeys = (a: Block, b: Block): boolean =>
  a.keys.length === b.keys.length && a.keys.every((key, index) => key === b.keys[index]);

/** Strokes with which a broken block follows another on other keys: there the hand moves as a whole. */
export const blockStartsIn = (blocks: readonly Block[], slices: readonly Slice[]): ReadonlySet<Slice> => {
  const blockOf = new Map(
    blocks.flatMap((block) => (block.broken ? block.presses.map((press) => [press, block]) : [])) as [Press, Block][],
  );
  return new Set(
    slices.filter((slice, index) => {
      const [before, here] = [slices[index - 1]?.struck[0], slices[index]!.struck[0]].map(
        (press) => press && blockOf.get(press),
      );
      return (
        before !== undefined &&
        here !== undefined &&
        before !== here &&
        !sameKeys(before, here) &&
        (slice.link === 'plain' || slice.link === 'slur')
      );
    }),
  );
};
