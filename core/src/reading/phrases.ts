import type { Slice } from '../score/slices';

/**
 * A note so many times as long as most and as the one before it, and at least this long, lets the hand breathe. Common practice,
 * no source.
 */
const LONGER = 1.9;
const LEAST_SECONDS = 0.5;

const median = (values: readonly number[]): number => {
  const sorted = [...values].sort((a, b) => a - b);
  return sorted[Math.floor(sorted.length / 2)] ?? 0;
};

/** Strokes that begin a new phrase after a long note, as far as no slur joins them: there the hand may lift. */
export const phraseStartsIn = (slices: readonly Slice[]): ReadonlySet<Slice> => {
  const usual = median(slices.slice(1).map(({ sinceSeconds }) => sinceSeconds));
  return new Set(
    slices.filter(({ link, sinceSeconds, held, bar }, index) => {
      const before = slices[index - 1];
      if (!before || before.bar === bar || link !== 'plain' || held.length > 0) return false;
      const isAlone = slices[index - 2]?.bar !== before.bar;
      const others = isAlone ? usual : Math.max(usual, before.sinceSeconds);
      return sinceSeconds >= Math.max(LONGER * others, LEAST_SECONDS);
    }),
  );
};
