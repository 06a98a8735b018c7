import type { Slice } from './slices';

/**
 * A key is held long enough for a silent substitution from this time on, seconds: in legato octaves and pairs it is the way to
 * go on, on a single note it wants time. Our choice; craft: “substitution slowly”.
 */
const LONG_ENOUGH_SECONDS = { pair: 0.55, single: 0.95 } as const;

/** More keys than these are not rearranged silently. */
const MOST_KEYS = 2;

const allowsSubstitution = (slice: Slice, next: Slice | undefined): boolean =>
  next !== undefined &&
  next.link === 'slur' &&
  !slice.grace &&
  !slice.ornamental &&
  next.sinceSeconds >= LONG_ENOUGH_SECONDS[slice.struck.length > 1 ? 'pair' : 'single'] &&
  slice.struck.length + slice.held.length <= MOST_KEYS &&
  // On a key struck again the fingers change by a hinge.
  !next.struck.some(({ midi }) => slice.struck.some((press) => press.midi === midi));

/**
 * Puts a moment after each long note or pair inside a slur at which nothing is struck and fingers may silently change. Such
 * a slice strikes nothing and holds all. Slices that `passing` names get none.
 */
export const withSubstitutionPoints = (
  slices: readonly Slice[],
  passing: (index: number) => boolean = () => false,
): readonly Slice[] =>
  slices.flatMap((slice, index) =>
    !passing(index) && allowsSubstitution(slice, slices[index + 1])
      ? [
          slice,
          {
            ...slice,
            struck: [],
            held: [...slice.held, ...slice.struck].sort((a, b) => a.midi - b.midi),
            rolled: false,
            link: 'slur' as const,
            sinceSeconds: LONG_ENOUGH_SECONDS.pair / 2,
          },
        ]
      : [slice],
  );
