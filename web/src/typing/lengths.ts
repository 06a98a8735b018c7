import type { StepValue } from '@kettle-step/core/typing';

/** Lengths that a key makes twice as long or half as long. */
const TYPES = ['whole', 'half', 'quarter', 'eighth', '16th'] as const;

const WORDS: Readonly<Record<string, string>> = {
  whole: 'whole',
  half: 'half',
  quarter: 'quarter',
  eighth: 'eighth',
  '16th': 'sixteenth',
};

export const beside = (value: StepValue, by: 1 | -1): StepValue => {
  const at = TYPES.findIndex((type) => type === value.type) + by;
  return { ...value, type: TYPES[Math.max(0, Math.min(TYPES.length - 1, at))]! };
};

/** @example lengthWords({ type: 'quarter', dots: 1, triplet: false }) // => 'dotted quarter' */
export const lengthWords = ({ type, dots, triplet }: StepValue): string =>
  `${triplet ? 'triplet ' : ''}${dots > 0 ? 'dotted ' : ''}${WORDS[type] ?? type}`;
