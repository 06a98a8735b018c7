import { valueTicks, type NoteValue } from '../../notation/values';
import { children, insertBefore, nameOf, numberIn, path, setText, text, type Element } from '../dom';
import { buildBeside } from '../compose-note';
import type { PianoPart } from '../parts';

/** Elements of a measure whose number counts in divisions. */
const COUNTED = new Set(['divisions', 'duration', 'offset']);

/** Factors that are tried, smallest first: down to 64ths, in triplets too. */
const FACTORS = [1, 2, 3, 4, 6, 8, 12, 16, 24, 48];

const multiply = (parent: Element, factor: number): void => {
  for (const element of children(parent)) {
    const number = COUNTED.has(nameOf(element)) ? numberIn(text(element)) : undefined;
    if (number === undefined) multiply(element, factor);
    else setText(element, String(number * factor));
  }
};

/** Counts a part in finer divisions, so that a value (and a place, in quarters) is a whole number of them; one that is leaves them. */
export const refineDivisions = (part: PianoPart, unitsPerQuarter: number, value: NoteValue, atQuarters = 0): void => {
  const isWhole = (factor: number): boolean =>
    [valueTicks(value, 1), atQuarters].every((quarters) => {
      const units = quarters * unitsPerQuarter * factor;
      return Math.abs(units - Math.round(units)) < 1e-6;
    });
  const factor = FACTORS.find(isWhole) ?? FACTORS[FACTORS.length - 1]!;
  if (factor === 1) return;
  const [first] = part.measures;
  if (first && !path(first.element, 'attributes', 'divisions')) {
    // Where nothing is said a division is a quarter.
    const build = buildBeside(first.element);
    insertBefore(first.element, build('attributes', {}, build('divisions', {}, 1)), first.element.children[0]);
  }
  for (const { element } of part.measures) multiply(element, factor);
};
