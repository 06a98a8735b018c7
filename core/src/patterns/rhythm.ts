import type { Metre } from '../score/score';

/** Ticks of a quarter: divides into triplets and sixteenths. */
export const TICKS = 12;

export interface Rhythm {
  readonly metre: Metre;
  /** Ticks from stroke to stroke. */
  readonly ticks: number;
}

/** How long a pattern is, and how many notes its figures have. */
export interface Extent {
  readonly octaves: number;
  readonly figure: 3 | 4;
}

const METRES = {
  four: { beats: 4, beatType: 4 },
  three: { beats: 3, beatType: 4 },
  six: { beats: 6, beatType: 8 },
} as const;

/** The same rhythm whatever the extent: a time signature, and quarters from stroke to stroke. */
export const steady = (metre: keyof typeof METRES, quarters: number) => (): Rhythm => ({
  metre: METRES[metre],
  ticks: quarters * TICKS,
});

/** One octave in quarters; with more octaves the notes get shorter, so that the accents stay where they were. */
const SCALE_QUARTERS = [1, 1 / 2, 1 / 3, 1 / 4];
export const asScale = ({ octaves }: Extent): Rhythm => steady('four', SCALE_QUARTERS[octaves - 1]!)();

/** Twice as quick with more than one octave. */
export const quicker =
  (quarters: number) =>
  ({ octaves }: Extent): Rhythm =>
    steady('four', octaves > 1 ? quarters / 2 : quarters)();

/** Figures of three in six eighths, of four in four quarters. */
export const byFigure =
  (quartersOfFour: number) =>
  ({ figure }: Extent): Rhythm =>
    figure === 3 ? steady('six', 1 / 2)() : steady('four', quartersOfFour)();
