import type { HandSolution } from '../fingering/solve';

/** How bars are like one another: the same keys, the same an octave away, or the same shape on other keys. */
export type Likeness = 'same' | 'octave' | 'shape';

/** Bars of one hand that have the same music and are drawn to the same fingers. */
export interface AlikeBars {
  readonly kind: Likeness;
  /** Indices into `Score.bars`, in order. */
  readonly bars: readonly number[];
}

const kindOf = (firstKeys: readonly number[]): Likeness => {
  const [first] = firstKeys;
  if (firstKeys.every((midi) => midi === first)) return 'same';
  return firstKeys.every((midi) => (midi - first!) % 12 === 0) ? 'octave' : 'shape';
};

/**
 * Bars of a solved hand that are told as the same music. Halves within one bar are no news to a reader, and a figure that begins
 * with an upbeat is no bar.
 */
export const alikeBars = ({ alike, slices }: HandSolution): readonly AlikeBars[] =>
  alike.flatMap(({ bars: figures, price }): AlikeBars[] => {
    if (price !== 'sameMusic') return [];
    const barOf = (index: number): number => slices[index]!.playable.slice.bar;
    if (figures.some((figure) => barOf(figure[0]!) !== barOf(figure[figure.length - 1]!))) return [];
    const begins = figures.map((figure) => slices[figure[0]!]!.playable);
    const bars = [...new Set(begins.map(({ slice }) => slice.bar))].sort((a, b) => a - b);
    if (bars.length < 2) return [];
    return [{ kind: kindOf(begins.map(({ presses }) => presses[0]!.midi)), bars }];
  });
