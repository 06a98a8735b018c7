import type { Press, Slice } from '../score/slices';
import { oneWayStretches } from './lines';

/** Fewer semitones in a row lie under the hand as it is. Common practice, no source. */
const LEAST_STEPS = 5;

/** Semitones in a row in one direction, so many that they are a chromatic line and no turn of a tune. */
export const chromaticLinesIn = (slices: readonly Slice[]): readonly (readonly Press[])[] =>
  oneWayStretches(slices).flatMap((stretch) => {
    const lines: Press[][] = [];
    let current: Press[] = [];
    for (const { struck } of stretch) {
      const press = struck[0]!;
      const before = current[current.length - 1];
      if (before && Math.abs(press.midi - before.midi) === 1) current.push(press);
      else {
        lines.push(current);
        current = [press];
      }
    }
    return [...lines, current].filter((presses) => presses.length > LEAST_STEPS);
  });
