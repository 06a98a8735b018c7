import type { Hands, Side } from '../hand/hand';
import { bestReach } from '../hand/chord-reach';
import type { ReachVerdict } from '../hand/reach';
import type { Score } from '../score/score';
import { slicesOf, type Slice } from '../score/slices';

/** Stretches of a piece that ask a hand for care. Bars are indices into `Score.bars`, first and last. */
export type Caution = { readonly side: Side; readonly bars: readonly [number, number]; readonly count: number } & (
  | { readonly kind: 'octaves'; readonly verdict: ReachVerdict }
  /** One key struck again and again. */
  | { readonly kind: 'repetition' }
  /** Reaches over the whole piece that are stretched or wider. */
  | { readonly kind: 'wide-reaches' }
);

/** From how many in a row on a stretch asks for care; our choice. */
const OCTAVES = 4;
const STROKES = 16;
const WIDE_REACHES = 12;

const SEMITONES_OF_OCTAVE = 12;

const isOctave = ({ struck }: Slice): boolean =>
  struck.length > 1 && struck[struck.length - 1]!.midi - struck[0]!.midi === SEMITONES_OF_OCTAVE;

/** Slices in a row that hang together, at least so many. */
const runs = (
  slices: readonly Slice[],
  belongs: (slice: Slice, before: Slice | undefined) => boolean,
  least: number,
): readonly (readonly Slice[])[] => {
  const found: Slice[][] = [];
  let run: Slice[] = [];
  for (const slice of slices) {
    if (belongs(slice, run[run.length - 1])) run.push(slice);
    else {
      found.push(run);
      run = belongs(slice, undefined) ? [slice] : [];
    }
  }
  return [...found, run].filter(({ length }) => length >= least);
};

const extent = (run: readonly Slice[]): readonly [number, number] => [run[0]!.bar, run[run.length - 1]!.bar];

const reachIn = ({ struck, held }: Slice, side: Side, hands: Hands): ReachVerdict => {
  const keys = [...struck, ...held].map(({ midi }) => midi).sort((a, b) => a - b);
  return keys.length < 2 ? 'easy' : (bestReach(keys, side, hands[side])?.verdict ?? 'out-of-reach');
};

const cautionsIn = (score: Score, side: Side, hands: Hands): readonly Caution[] => {
  const slices = slicesOf(score, side);
  const verdicts = slices.map((slice) => reachIn(slice, side, hands));
  const octaves = runs(slices, isOctave, OCTAVES).flatMap((run): Caution[] => {
    const verdict = reachIn(run[0]!, side, hands);
    return verdict === 'easy' ? [] : [{ kind: 'octaves', side, bars: extent(run), count: run.length, verdict }];
  });
  const again = (slice: Slice, before: Slice | undefined): boolean =>
    slice.struck.length === 1 && (before === undefined || before.struck[0]?.midi === slice.struck[0]?.midi);
  const repetitions = runs(slices, again, STROKES).map((run): Caution => ({
    kind: 'repetition',
    side,
    bars: extent(run),
    count: run.length,
  }));
  const wide = slices.filter((_, at) => verdicts[at] !== 'easy');
  return [
    ...octaves,
    ...repetitions,
    ...(wide.length >= WIDE_REACHES
      ? [{ kind: 'wide-reaches' as const, side, bars: extent(wide), count: wide.length }]
      : []),
  ];
};

/** What in a piece asks these hands for care: octave passages, long repetition, many wide reaches. */
export const cautionsOf = (score: Score, hands: Hands): readonly Caution[] =>
  (['right', 'left'] as const).flatMap((side) => cautionsIn(score, side, hands));
