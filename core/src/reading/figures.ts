import { isBlack, keyPlace } from '../keyboard/geometry';
import { letterPlace, type Pitch } from '../keyboard/pitch';
import type { Score } from '../score/score';
import { levelsOf } from './stretches';

/** All that sounds under one hand when something is struck, low to high. */
export interface Stroke {
  readonly bar: number;
  readonly onsetTicks: number;
  readonly keys: readonly { readonly midi: number; readonly pitch: Pitch; readonly held: boolean }[];
}

/**
 * Figures that are alike, each as indices of its strokes in order: the same keys at the same times (also an octave apart), or a
 * figure that moves along the scale and keeps its shape.
 */
export interface LikeFigures {
  readonly kind: 'same' | 'moved';
  readonly figures: readonly (readonly number[])[];
}

/** Figures with fewer strokes than this say nothing about one another. */
const LEAST_STROKES = 3;

/** A figure that comes again elsewhere wants to be known by more. */
const LEAST_STROKES_APART = 4;

/** White keys under a resting hand: what lies within them moves from finger to finger, not with the hand. */
const ONE_POSITION = 5;

/** A figure moves on by up to a fourth. Scale steps. */
const FARTHEST_MOVE = 3;

/** What is known of a stroke whichever figure it is part of: worked out once. */
interface Told {
  readonly onsetTicks: number;
  /** How its keys lie to one another, by feel under the hand and by scale steps. */
  readonly chord: string;
  readonly spelt: string;
  /** The same with the way from the stroke before: when, and how far. */
  readonly feel: string;
  readonly line: string;
  /** White key and staff place of its lowest key; the highest staff place. */
  readonly place: number;
  readonly letter: number;
  readonly highest: number;
  /** Where it strikes another key than the stroke before, or several. */
  readonly isOther: boolean;
}

const TENTHS = 10;

const toldOf = (all: readonly Stroke[], struck: readonly number[]): ReadonlyMap<number, Told> => {
  const told = new Map<number, Told>();
  let before: Told | undefined;
  for (const index of struck) {
    const { keys, onsetTicks } = all[index]!;
    const [place, letter] = [keyPlace(keys[0]!.midi), letterPlace(keys[0]!.pitch)];
    let [chord, spelt] = ['', ''];
    for (const { midi, pitch, held } of keys) {
      const mark = held ? 'h' : '';
      chord += `${Math.round(TENTHS * (keyPlace(midi) - place))}${isBlack(midi) ? 'b' : ''}${mark}+`;
      spelt += `${letterPlace(pitch) - letter}${mark}+`;
    }
    const since = onsetTicks - (before?.onsetTicks ?? 0);
    before = {
      onsetTicks,
      chord,
      spelt,
      feel: `${since}:${Math.round(TENTHS * (place - (before?.place ?? 0)))} ${chord}`,
      line: `${since}:${letter - (before?.letter ?? 0)} ${spelt}`,
      place,
      letter,
      highest: letterPlace(keys[keys.length - 1]!.pitch),
      isOther: keys.length > 1 || letter !== before?.letter,
    };
    told.set(index, before);
  }
  return told;
};

interface Figure {
  readonly strokes: readonly number[];
  /** When keys go down and how exactly they lie to one another; the same text, the same feel under the hand. */
  readonly shape: string;
  /** When keys go down and how they lie to one another by scale steps. */
  readonly contour: string;
  /** White key of the first key, and its staff place. */
  readonly origin: number;
  readonly letter: number;
  readonly range: readonly [number, number];
  /** It strikes more than one key. */
  readonly moves: boolean;
}

const figureOf = (told: ReadonlyMap<number, Told>, strokes: readonly number[]): Figure => {
  const first = told.get(strokes[0]!)!;
  let [shape, contour] = [first.chord, first.spelt];
  let [lowest, highest] = [first.letter, first.highest];
  let moves = first.spelt.length > 2;
  for (let at = 1; at < strokes.length; at += 1) {
    const stroke = told.get(strokes[at]!)!;
    shape += stroke.feel;
    contour += stroke.line;
    lowest = Math.min(lowest, stroke.letter);
    highest = Math.max(highest, stroke.highest);
    moves ||= stroke.isOther;
  }
  return {
    strokes,
    shape,
    contour,
    origin: Math.floor(first.place),
    letter: first.letter,
    range: [lowest, highest],
    moves,
  };
};

const groupBy = <T>(items: readonly T[], keyOf: (item: T) => string): readonly (readonly T[])[] => {
  const groups = new Map<string, T[]>();
  for (const item of items) {
    const group = groups.get(keyOf(item));
    if (group) group.push(item);
    else groups.set(keyOf(item), [item]);
  }
  return [...groups.values()];
};

const isEnough = ({ strokes, moves }: Figure, least: number): boolean => strokes.length >= least && moves;

const inOctave = (place: number): number => ((place % 7) + 7) % 7;

/** A bar whose second half repeats its first is two figures; any other bar is one. */
const halvesOrWhole = (told: ReadonlyMap<number, Told>, whole: Figure): readonly Figure[] => {
  const { strokes } = whole;
  const middle = strokes.length / 2;
  if (strokes.length % 2 === 1 || middle < LEAST_STROKES) return [whole];
  const halves = [strokes.slice(0, middle), strokes.slice(middle)].map((half) => figureOf(told, half));
  const [first, second] = halves as [Figure, Figure];
  return first.shape === second.shape && first.origin === second.origin ? halves : [whole];
};

/** Bars and halves of bars that come again, also an octave apart. */
const repeated = (told: ReadonlyMap<number, Told>, bars: readonly Figure[]): LikeFigures[] =>
  groupBy(
    bars.flatMap((bar) => halvesOrWhole(told, bar)).filter((figure) => isEnough(figure, LEAST_STROKES)),
    ({ shape, origin }) => `${shape} ${inOctave(origin)}`,
  )
    .filter((figures) => figures.length > 1)
    .map((figures) => ({ kind: 'same', figures: figures.map(({ strokes }) => strokes) }));

const liesInOnePosition = (figures: readonly Figure[]): boolean => {
  const ends = figures.flatMap(({ range }) => range);
  return Math.max(...ends) - Math.min(...ends) < ONE_POSITION;
};

const movesOn = (before: Figure | undefined, after: Figure): boolean => {
  if (before?.contour !== after.contour) return false;
  const by = Math.abs(after.letter - before.letter);
  return by > 0 && by <= FARTHEST_MOVE;
};

/** The direction of a line of single notes that never turns; 0 where it turns. */
const wayOf = (letters: readonly number[]): number => {
  const ways = letters.slice(1).map((letter, index) => Math.sign(letter - letters[index]!));
  return ways.every((way) => way === ways[0]) ? (ways[0] ?? 0) : 0;
};

/** Figures that together run one way are a scale or an arpeggio, and no figures. */
const isOneLine = (told: ReadonlyMap<number, Told>, figures: readonly Figure[]): boolean =>
  wayOf(figures.flatMap(({ strokes }) => strokes.map((index) => told.get(index)!.letter))) !== 0;

/** Neighbouring figures of one contour that move on along the scale. */
const chainsOf = (
  told: ReadonlyMap<number, Told>,
  figures: readonly (Figure | undefined)[],
): readonly (readonly Figure[])[] => {
  const chains: Figure[][] = [];
  figures.forEach((figure, index) => {
    if (!figure || !isEnough(figure, LEAST_STROKES)) return;
    const last = chains[chains.length - 1];
    const before = figures[index - 1];
    if (last && before && last[last.length - 1] === before && movesOn(before, figure)) last.push(figure);
    else chains.push([figure]);
  });
  return chains.filter((chain) => chain.length > 1 && !liesInOnePosition(chain) && !isOneLine(told, chain));
};

/** Strokes by the stretches of one level of cutting (halves, beats), empty stretches too. */
const cut = (score: Score, all: readonly Stroke[], bars: readonly (readonly number[])[], level: 1 | 2) =>
  bars.flatMap((bar) => {
    const stretches = levelsOf(score, all[bar[0]!]!.bar)[level] ?? [];
    return stretches.map(({ fromTicks, toTicks }) =>
      bar.filter((index) => all[index]!.onsetTicks >= fromTicks && all[index]!.onsetTicks < toTicks),
    );
  });

/**
 * Levels of cutting in the order in which they are looked at, and the fewest figures that make a chain there: the smallest figure
 * that goes on is what is learnt, but two beats that happen to be alike do not part a bar from its likes.
 */
const LOOKS = [
  { level: 2, least: 3 },
  { level: 1, least: 3 },
  { level: 0, least: 2 },
  { level: 1, least: 2 },
  { level: 2, least: 2 },
] as const;

/** Figures that move along the scale: beats, halves of bars, or whole bars. */
const moved = (
  score: Score,
  all: readonly Stroke[],
  told: ReadonlyMap<number, Told>,
  bars: readonly (readonly number[])[],
  whole: readonly Figure[],
): LikeFigures[] => {
  const found: LikeFigures[] = [];
  const taken = new Set<number>();
  const partsOf = (level: 1 | 2): readonly (Figure | undefined)[] =>
    cut(score, all, bars, level).map((strokes) =>
      strokes.length < LEAST_STROKES ? undefined : figureOf(told, strokes),
    );
  const levels: readonly (readonly (Figure | undefined)[])[] = [whole, partsOf(1), partsOf(2)];
  for (const { level, least } of LOOKS) {
    const free = levels[level]!.map((figure) =>
      figure?.strokes.some((index) => taken.has(index)) ? undefined : figure,
    );
    for (const chain of chainsOf(told, free)) {
      if (chain.length < least) continue;
      const [first] = chain as [Figure];
      // Whole bars that feel the same under the hand are the same music to it.
      const kind = level === 0 && chain.every(({ shape }) => shape === first.shape) ? 'same' : 'moved';
      found.push({ kind, figures: chain.map(({ strokes }) => strokes) });
      for (const { strokes } of chain) for (const index of strokes) taken.add(index);
    }
  }
  return found;
};

/** Bars of one contour on other keys that are not neighbours. */
const elsewhere = (bars: readonly Figure[]): LikeFigures[] =>
  groupBy(
    bars.filter((bar) => isEnough(bar, LEAST_STROKES_APART)),
    ({ contour }) => contour,
  )
    .filter((figures) => new Set(figures.map(({ origin }) => inOctave(origin))).size > 1 && !liesInOnePosition(figures))
    .map((figures) => ({ kind: 'moved', figures: figures.map(({ strokes }) => strokes) }));

/** What is struck in each of several stretches, empty ones left out. */
const strokesBy = (
  all: readonly Stroke[],
  isStruck: (index: number) => boolean,
  stretchOf: (stroke: Stroke) => number,
): readonly (readonly number[])[] => {
  const stretches: number[][] = [];
  all.forEach((stroke, index) => {
    if (isStruck(index)) (stretches[stretchOf(stroke)] ??= []).push(index);
  });
  return stretches.filter(Boolean);
};

/** Strokes from upbeat to upbeat, where the piece begins with one: there its phrases begin. */
const strokesByUpbeat = (
  { bars }: Score,
  all: readonly Stroke[],
  isStruck: (index: number) => boolean,
): readonly (readonly number[])[] => {
  const [first] = bars;
  if (!first || first.missingTicks === 0) return [];
  return strokesBy(all, isStruck, ({ bar, onsetTicks }) => {
    const { onsetTicks: from, lengthTicks } = bars[bar]!;
    return onsetTicks >= from + lengthTicks - first.lengthTicks ? bar + 1 : bar;
  });
};

/** Tells groups of whole bars apart, by their first strokes and the end. */
const nameOf = ({ figures }: LikeFigures): string =>
  `${figures.map(([first]) => first).join()} ${figures[figures.length - 1]!.length}`;

/** All figures of a hand that are alike. `isStruck` tells strokes from moments at which keys are only held. */
export const likenessesIn = (
  score: Score,
  all: readonly Stroke[],
  isStruck: (index: number) => boolean,
): readonly LikeFigures[] => {
  const bars = strokesBy(all, isStruck, ({ bar }) => bar);
  const told = toldOf(all, bars.flat());
  const whole = bars.map((bar) => figureOf(told, bar));
  const phrases = strokesByUpbeat(score, all, isStruck).map((strokes) => figureOf(told, strokes));
  const found = [...repeated(told, whole), ...repeated(told, phrases), ...moved(score, all, told, bars, whole)];
  const known = new Set(found.map(nameOf));
  return [...found, ...elsewhere(whole).filter((likeness) => !known.has(nameOf(likeness)))];
};
