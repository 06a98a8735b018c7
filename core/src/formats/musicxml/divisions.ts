import { attribute, childText, children } from './dom';
import { fail, ok, type Result } from '../../result';
import type { MusicXmlError } from './errors';
import { MAX_TICKS_PER_QUARTER } from '../limits';
import { gcd } from '../notation/gcd';
import type { PianoPart } from './parts';

const lcm = (a: number, b: number): number => (a / gcd(a, b)) * b;

/** Whole ticks that hold a decimal number of divisions: 2.5 divisions to a quarter need 25 (of a tenth each). */
const wholeOf = (written: string): number | undefined => {
  const match = /^(\d+)(?:\.(\d+))?$/.exec(written);
  if (!match) return undefined;
  return Number(`${match[1]}${(match[2] ?? '').replace(/0+$/, '')}`) || undefined;
};

/**
 * Ticks to a quarter: a common multiple of all divisions of the piano parts, so that every duration is a whole number of
 * ticks.
 */
export const commonTicks = (parts: readonly PianoPart[]): Result<number, MusicXmlError> => {
  let ticks = 1;
  for (const { measures } of parts)
    for (const { element, header } of measures)
      for (const attributes of children(element, 'attributes')) {
        const written = childText(attributes, 'divisions');
        if (written === '') continue;
        const whole = wholeOf(written);
        if (whole !== undefined && whole <= MAX_TICKS_PER_QUARTER) ticks = lcm(ticks, whole);
        if (whole === undefined || ticks > MAX_TICKS_PER_QUARTER)
          return fail({
            code: 'bad-value',
            bar: attribute(header, 'number') ?? '?',
            what: 'the divisions',
            found: written,
          });
      }
  return ok(ticks);
};
