import type { Finger } from '../../hand/hand';
import type { Block } from '../../reading/blocks';
import type { Press } from '../../score/slices';
import type { Steps } from '../../steps';
import type { PlayableSlice } from '../model/playable';
import type { Alike } from '../likeness/ties';
import type { Lattice } from '../search/lattice';
import { roundEffort } from '../prices/round-effort';
import { differencesAgainst, type Difference, type PricedLattice, type Stretch } from './reasons';
import { predecessor, successor } from '../search/search';
import { STEP_KINDS, type StepKind } from '../model/moves';
import { bestOfWindow, type WindowFingering } from '../search/windows';

/** In what a fingering differs from another besides its numbers. */
export type Aspect = 'move' | 'position' | 'reach';

/** Another fingering of a bar or a passage, the rest free to follow. */
export interface BarAlternative {
  readonly bar: number;
  /** The last bar of the passage; `bar` itself for one bar. */
  readonly toBar: number;
  readonly rank: number;
  /** What it does differently; empty where only a number or an end note is another. */
  readonly differs: readonly Aspect[];
  /** Below 0 where what is settled inside the passage is dearer. */
  readonly effortMore: number;
  readonly fingers: ReadonlyMap<string, Finger>;
  /** What differs from the plan, price by price, what matters most first. */
  readonly differences: readonly Difference[];
}

/** A solved lattice: the way chosen, and the efforts from both ends. */
export interface SolvedLattice extends PricedLattice {
  readonly slices: readonly PlayableSlice[];
  /** Figures that are drawn to the same fingers. */
  readonly alike: readonly Alike[];
  /** The broken chord that a press is part of. */
  readonly blockOf: ReadonlyMap<Press, Block>;
  readonly reached: readonly Float64Array[];
  readonly remaining: readonly Float64Array[];
  readonly postures: readonly number[];
  readonly effort: number;
}

/** Runs of slices that belong to one bar, as first and last index. */
export const barWindows = (slices: readonly PlayableSlice[]): readonly (readonly [number, number])[] => {
  const windows: [number, number][] = [];
  slices.forEach(({ slice }, index) => {
    const last = windows[windows.length - 1];
    if (last && slices[last[0]]?.slice.bar === slice.bar) last[1] = index;
    else windows.push([index, index]);
  });
  return windows;
};

/** The striking fingers of a stretch, by note id. */
export const fingersOfWindow = (
  lattice: Lattice,
  slices: readonly PlayableSlice[],
  { from, postures }: Stretch,
): Map<string, Finger> =>
  new Map(
    postures.flatMap((posture, ahead) => {
      const { presses, slice } = slices[from + ahead]!;
      const { fingers } = lattice.layers[from + ahead]!.pattern.postures[posture]!;
      return presses.flatMap((press, key) =>
        slice.struck.includes(press) ? press.noteIds.map((id) => [id, fingers[key]!] as const) : [],
      );
    }),
  );

/** Follows a way out of a window on both sides until it is on the chosen way again. */
const rejoined = ({ lattice, reached, remaining, postures: chosen }: SolvedLattice, window: Stretch): Stretch => {
  const postures = [...window.postures];
  let from = window.from;
  while (from > 0) {
    const at = predecessor(reached[from - 1]!, lattice.steps[from]!, postures[0]!);
    if (at === chosen[from - 1]) break;
    from -= 1;
    postures.unshift(at);
  }
  for (let next = from + postures.length; next < lattice.layers.length; next += 1) {
    const last = postures[postures.length - 1]!;
    const at = successor(remaining[next]!, lattice.steps[next]!, lattice.layers[next]!.effort, last);
    // The first slice back on the chosen way is kept: the step into it still differs.
    postures.push(at);
    if (at === chosen[next]) break;
  }
  return { from, postures };
};

/** Moves that every finger beside its place makes; by themselves they do not make an end note another way of playing. */
const SOFT_MOVES: ReadonlySet<StepKind> = new Set(['stay', 'extension', 'contraction']);

/** A way over a window, with the steps into it and out of it, as a teacher would tell it. */
interface Reading {
  readonly moves: string;
  readonly softMoves: string;
  readonly positions: string;
  readonly reaches: string;
  /** Struck fingers, slice by slice. */
  readonly strokes: readonly string[];
}

const stepKind = ({ lattice }: SolvedLattice, index: number, from: number, to: number): StepKind => {
  const { kinds, fromSize } = lattice.steps[index]!;
  return STEP_KINDS[kinds[to * fromSize + from]!]!;
};

const readWindow = (solved: SolvedLattice, [from, to]: readonly [number, number], way: Stretch): Reading => {
  const at = (index: number): number => way.postures[index - way.from] ?? solved.postures[index]!;
  const kinds: string[] = [];
  const softKinds: string[] = [];
  const [positions, reaches, strokes]: [string[], string[], string[]] = [[], [], []];
  for (let index = from; index <= Math.min(to + 1, solved.slices.length - 1); index += 1) {
    const { pattern, octaveShift } = solved.lattice.layers[index]!;
    const { frame, shape } = pattern.postures[at(index)]!;
    const kind = index === 0 ? 'stay' : stepKind(solved, index, at(index - 1), at(index));
    if (!SOFT_MOVES.has(kind)) kinds.push(`${index}${kind}`);
    else if (kind !== 'stay') softKinds.push(`${index}${kind}`);
    if (index > to) continue;
    const place = `${frame + octaveShift}${shape}`;
    if (positions[positions.length - 1] !== place) positions.push(place);
    const { text } = pattern.groupOf[at(index)]!;
    if (pattern.view.keys.length > 1) reaches.push(`${index}:${text}`);
    if (solved.slices[index]!.slice.struck.length > 0) strokes.push(text);
  }
  return {
    moves: kinds.join(),
    softMoves: softKinds.join(),
    positions: positions.join(),
    reaches: reaches.join(),
    strokes,
  };
};

/** Windows shorter than this have no end notes to speak of. */
const LEAST_STROKES = 3;

const isEndNoteOnly = (a: Reading, b: Reading): boolean => {
  const changed = a.strokes.flatMap((text, stroke) => (text === b.strokes[stroke] ? [] : [stroke]));
  const last = a.strokes.length - 1;
  return a.strokes.length >= LEAST_STROKES && changed.length === 1 && (changed[0] === 0 || changed[0] === last);
};

/** In what two ways differ musically: not in numbers alone, nor in one end note to which a finger reaches. */
const aspects = (a: Reading, b: Reading): readonly Aspect[] => {
  if (a.moves === b.moves && a.reaches === b.reaches && isEndNoteOnly(a, b)) return [];
  return [
    ...(a.moves !== b.moves || a.softMoves !== b.softMoves ? ['move' as const] : []),
    ...(a.positions !== b.positions ? ['position' as const] : []),
    ...(a.reaches !== b.reaches ? ['reach' as const] : []),
  ];
};

/** The fingers of a stretch as they stand on paper: those of held keys left out. */
const writtenOut = ({ lattice, slices }: SolvedLattice, { from, postures }: Stretch): string => {
  let written = '';
  postures.forEach((posture, ahead) => {
    const { presses, slice } = slices[from + ahead]!;
    const { fingers, text } = lattice.layers[from + ahead]!.pattern.groupOf[posture]!;
    const isAllStruck = slice.struck.length === presses.length;
    written += isAllStruck ? text : fingers.filter((_, key) => slice.struck.includes(presses[key]!)).join('');
    written += ' ';
  });
  return written;
};

/** How many other fingerings are wanted, and whether each must be another way of playing and not only other numbers. */
export interface WantedWays {
  readonly count: number;
  readonly different: boolean;
}

/** Fingers of held keys may tell two ways apart that look alike on paper: a few more are asked for and merged. */
const SPARE = 3;

/** Of so many fingerings, those that are different ways of playing are picked. */
const PICKED_FROM = 48;

interface Candidate {
  readonly window: WindowFingering;
  /** The way over the window and on until it is on the chosen one again. */
  readonly stretch: Stretch;
  readonly reading: Reading;
}

/** Keeps those that differ musically from the plan and from each one kept before. */
const differentWays = (candidates: readonly Candidate[], plan: Reading): readonly Candidate[] => {
  const kept: Candidate[] = [];
  for (const candidate of candidates) {
    const told = [plan, ...kept.map(({ reading }) => reading)];
    if (told.every((other) => aspects(other, candidate.reading).length > 0)) kept.push(candidate);
  }
  return kept;
};

/** Of ways that look alike on paper the first, without those that look like the plan. */
const differentOnPaper = (
  solved: SolvedLattice,
  found: readonly WindowFingering[],
  plan: Stretch,
): WindowFingering[] => {
  const seen = new Set([writtenOut(solved, plan)]);
  return found.filter(({ postures }) => {
    const written = writtenOut(solved, { from: plan.from, postures });
    const isNew = !seen.has(written);
    seen.add(written);
    return isNew;
  });
};

/** The cheapest other fingerings of the slices `from` to `to`, whatever is fixed inside or outside holding. */
export const windowAlternatives = (
  solved: SolvedLattice,
  window: readonly [number, number],
  { count, different }: WantedWays,
): readonly BarAlternative[] => {
  const [from, to] = window;
  const { lattice, slices } = solved;
  const chosen = { from, postures: solved.postures.slice(from, to + 1) };
  const plan = readWindow(solved, window, chosen);
  const found = bestOfWindow(solved, from, to, different ? PICKED_FROM : count + SPARE);
  const others = differentOnPaper(solved, found, chosen);
  const candidates = (different ? others : others.slice(0, count)).map((other): Candidate => {
    const stretch = rejoined(solved, { from, postures: other.postures });
    return { window: other, stretch, reading: readWindow(solved, window, stretch) };
  });
  return (different ? differentWays(candidates, plan) : candidates)
    .slice(0, count)
    .map(({ window: { postures, effort }, stretch, reading }, index) => ({
      bar: slices[from]!.slice.bar,
      toBar: slices[to]!.slice.bar,
      rank: index + 1,
      differs: aspects(plan, reading),
      effortMore: roundEffort(effort - solved.effort),
      fingers: fingersOfWindow(lattice, slices, { from, postures }),
      differences: differencesAgainst(solved, stretch, solved.postures),
    }));
};

/** The `count` cheapest other fingerings of each bar. */
export function* barAlternatives(solved: SolvedLattice, count: number): Steps<readonly BarAlternative[]> {
  const windows = barWindows(solved.slices);
  const found: BarAlternative[] = [];
  for (const [at, window] of windows.entries()) {
    yield at / windows.length;
    found.push(...windowAlternatives(solved, window, { count, different: false }));
  }
  return found;
}
