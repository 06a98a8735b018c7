import type { Press, Slice } from '../score/slices';

/** Fewer semitones in a row lie under the hand as it is. Common practice, no source. */
export const LEAST_CHROMATIC_STEPS = 5;

/** Semitones in a row in one direction, so many that they are a chromatic line and no turn of a tune. */
export const chromaticLinesIn = (lines: readonly (readonly Slice[])[]): readonly (readonly Press[])[] =>
  lines
    .filter(({ length }) => length > LEAST_CHROMATIC_STEPS)
    .flatMap((stretch) => {
      const found: Press[][] = [];
      let current: Press[] = [];
      for (const { struck } of stretch) {
        const press = struck[0]!;
        const before = current[current.length - 1];
        if (before && Math.abs(press.midi - before.midi) === 1) current.push(press);
        else {
          found.push(current);
          current = [press];
        }
      }
      return [...found, current].filter((presses) => presses.length > LEAST_CHROMATIC_STEPS);
    });
