import type { Side } from '../../hand/hand';
import type { PlayedNote } from './performance';

/**
 * Prices of a split, in the manner of a player who reads a single stream at sight; found by trial on the demo pieces, where
 * the hands are known. Spans and jumps in semitones.
 */
const PRICES = {
  /** Up to here a hand takes a chord without thought; an octave is twelve. */
  easySpan: 7,
  wideSpan: 12,
  perWideSemitone: 0.35,
  perTooWideSemitone: 6,
  tooManyNotes: 12,
  /** A hand at rest covers so many semitones to either side of its middle; beyond, it must go. */
  coverage: 5,
  perMoveSemitone: 0.3,
  /** A way costs less when there are more quarters for it than this. */
  unhurriedQuarters: 2,
  leastHurry: 0.5,
  /** Hands that get in each other's way. */
  crossed: 2.5,
  /** A gentle pull to the hand's own half of the keyboard. */
  perForeignSemitone: 0.1,
  /** One voice thrown from hand to hand. */
  changed: 0.8,
  /** Hands part where a chord has its widest gap. */
  perGapSemitone: 0.15,
} as const;

const MIDDLE = { left: 64, right: 57 } as const;
/** Where the hands lie before they have played. */
const HOME = { left: 50, right: 69 } as const;
const MOST_NOTES = 5;
/** Ways that are followed at once; more change nothing on the demo pieces. */
const BEAM = 48;

interface HandState {
  readonly centre: number;
  readonly low: number;
  readonly high: number;
  readonly lastFrom: number;
  readonly held: readonly PlayedNote[];
}

interface Way {
  readonly cost: number;
  readonly hands: Readonly<Record<Side, HandState>>;
  readonly sides: readonly Side[];
  readonly before: Way | null;
}

const atHome = (side: Side): HandState => ({
  centre: HOME[side],
  low: HOME[side],
  high: HOME[side],
  lastFrom: -Infinity,
  held: [],
});

const foreign = (side: Side, { midi }: PlayedNote): number =>
  side === 'left' ? Math.max(0, midi - MIDDLE.left) : Math.max(0, MIDDLE.right - midi);

/** What it costs a hand to take these notes at a moment, and how it lies afterwards. */
const take = (
  hand: HandState,
  side: Side,
  notes: readonly PlayedNote[],
  at: number,
): { cost: number; hand: HandState } => {
  const held = hand.held.filter(({ to }) => to > at + 1e-6);
  if (notes.length === 0) return { cost: 0, hand: { ...hand, held } };
  const all = [...held, ...notes];
  const pitches = all.map(({ midi }) => midi);
  const [low, high] = [Math.min(...pitches), Math.max(...pitches)];
  const span = high - low;
  // The hand moves no further than it must.
  const up = Math.max(0, high - (hand.centre + PRICES.coverage));
  const down = Math.max(0, hand.centre - PRICES.coverage - low);
  const centre = up > 0 && down > 0 ? (low + high) / 2 : hand.centre + up - down;
  const hurry = Math.min(1, Math.max(PRICES.leastHurry, PRICES.unhurriedQuarters / Math.max(0.25, at - hand.lastFrom)));
  const cost =
    PRICES.perWideSemitone * Math.max(0, Math.min(span, PRICES.wideSpan) - PRICES.easySpan) +
    PRICES.perTooWideSemitone * Math.max(0, span - PRICES.wideSpan) +
    PRICES.tooManyNotes * Math.max(0, all.length - MOST_NOTES) +
    PRICES.perMoveSemitone * Math.abs(centre - hand.centre) * hurry +
    PRICES.perForeignSemitone * notes.reduce((sum, note) => sum + foreign(side, note), 0);
  return { cost, hand: { centre, low, high, lastFrom: at, held: all } };
};

/** How much narrower the gap at a split is than the widest of the chord. */
const gapLost = (chord: readonly PlayedNote[], split: number): number => {
  if (split === 0 || split === chord.length) return 0;
  const gaps = chord.slice(1).map(({ midi }, index) => midi - chord[index]!.midi);
  return Math.max(...gaps) - gaps[split - 1]!;
};

const follow = (way: Way, chord: readonly PlayedNote[], split: number, at: number): Way => {
  const left = take(way.hands.left, 'left', chord.slice(0, split), at);
  const right = take(way.hands.right, 'right', chord.slice(split), at);
  const crossed = left.hand.high > right.hand.low ? PRICES.crossed : 0;
  const before = way.sides;
  const lone: Side | undefined = chord.length === 1 ? (split === 1 ? 'left' : 'right') : undefined;
  const changed = lone !== undefined && before.length === 1 && before[0] !== lone ? PRICES.changed : 0;
  return {
    cost: way.cost + left.cost + right.cost + crossed + changed + PRICES.perGapSemitone * gapLost(chord, split),
    hands: { left: left.hand, right: right.hand },
    sides: chord.map((_, index) => (index < split ? 'left' : 'right')),
    before: way,
  };
};

const chordsOf = (notes: readonly PlayedNote[]): number[][] => {
  const chords = new Map<number, number[]>();
  notes.forEach(({ from }, index) => chords.set(from, [...(chords.get(from) ?? []), index]));
  return [...chords]
    .sort(([a], [b]) => a - b)
    .map(([, indices]) => indices.sort((a, b) => notes[a]!.midi - notes[b]!.midi));
};

/**
 * Gives each note of a single stream to a hand: the cheapest way through all moments, by spans, jumps and crossings
 * (dynamic programming over the ways to divide each chord). Answers in the order of the notes.
 */
export const splitHands = (notes: readonly PlayedNote[]): readonly Side[] => {
  const chords = chordsOf(notes);
  let ways: readonly Way[] = [
    { cost: 0, hands: { left: atHome('left'), right: atHome('right') }, sides: [], before: null },
  ];
  for (const indices of chords) {
    const chord = indices.map((index) => notes[index]!);
    const at = chord[0]!.from;
    const next = ways.flatMap((way) =>
      Array.from({ length: chord.length + 1 }, (_, split) => follow(way, chord, split, at)),
    );
    ways = next.sort((a, b) => a.cost - b.cost).slice(0, BEAM);
  }
  const sides = Array<Side>(notes.length).fill('right');
  let way: Way | null = ways[0] ?? null;
  for (let index = chords.length - 1; index >= 0 && way; index -= 1) {
    chords[index]!.forEach((note, place) => (sides[note] = way!.sides[place]!));
    way = way.before;
  }
  return sides;
};
