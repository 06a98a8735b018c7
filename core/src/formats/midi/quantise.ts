import type { PlayedNote } from './performance';

/** How played times are brought to written ones. */
export interface Grid {
  /** Steps to a quarter. */
  readonly steps: number;
  /** Whether every time of the file lies on the grid already. */
  readonly exact: boolean;
  /** Mean distance of onsets from the grid, quarters. */
  readonly meanError: number;
}

/** Grids that are tried, coarsest first: quarters, eighths, triplets, sixteenths … */
const EXACT_STEPS = [1, 2, 3, 4, 6, 8, 12, 16, 24, 32, 48, 96];
/** A played file is not written down finer than this: sixteenths, or triplet eighths, or both. */
const PLAYED_STEPS = [1, 2, 3, 4, 6, 8, 12];

/** Random onsets lie a quarter of a step off on average; well under that the grid is meant. Chosen by trial. */
const CLEARLY_MEANT = 0.11;

/** A step finer than the one before must fit better by this much, in quarters, to be worth its trouble. */
const WORTH = 0.012;

const errorOf = (time: number, steps: number): number => Math.abs(time * steps - Math.round(time * steps)) / steps;

const meanError = (times: readonly number[], steps: number): number =>
  times.reduce((sum, time) => sum + errorOf(time, steps), 0) / Math.max(1, times.length);

/**
 * Derives the grid from the notes themselves. Times that all lie on a grid keep it exactly; else, where somebody played, the
 * coarsest grid that the onsets clearly mean.
 * @param resolution - one tick of the file in quarters: rounding within it is no error
 */
export const deriveGrid = (notes: readonly PlayedNote[], resolution: number): Grid => {
  const onsets = notes.map(({ from }) => from);
  const all = [...onsets, ...notes.map(({ to }) => to)];
  const exact = EXACT_STEPS.find((steps) => all.every((time) => errorOf(time, steps) <= resolution * 0.51));
  if (exact !== undefined) return { steps: exact, exact: true, meanError: meanError(onsets, exact) };
  const tried = PLAYED_STEPS.map((steps) => ({ steps, exact: false, meanError: meanError(onsets, steps) }));
  const meant = tried.find(({ steps, meanError: error }) => error * steps < CLEARLY_MEANT);
  if (meant) return meant;
  return tried.reduce((best, next) => (next.meanError < best.meanError - WORTH ? next : best));
};

export interface QuantisedNote {
  readonly midi: number;
  /** In steps of the grid. */
  readonly from: number;
  readonly to: number;
}

/** Notes on the grid: each lasts a step at least, and a key that is struck again ends before. */
export const quantise = (notes: readonly PlayedNote[], { steps }: Grid): readonly QuantisedNote[] => {
  const quantised = notes
    .map(({ midi, from, to }) => {
      const start = Math.round(from * steps);
      return { midi, from: start, to: Math.max(start + 1, Math.round(to * steps)) };
    })
    .sort((a, b) => a.from - b.from || a.midi - b.midi || a.to - b.to);
  const next = new Map<number, number>();
  const kept: QuantisedNote[] = [];
  for (const note of quantised.reverse()) {
    const again = next.get(note.midi);
    // Two strokes that fall on one step are one.
    if (again === note.from) continue;
    kept.push({ ...note, to: Math.min(note.to, again ?? Infinity) });
    next.set(note.midi, note.from);
  }
  return kept.reverse();
};
