import { valueTicks, type Note, type NoteType, type NoteValue, type Score } from '@kettle-step/core';

/** Lengths that a note of a beginner's or an intermediate piece may be given. */
export interface NamedValue {
  readonly name: string;
  readonly value: NoteValue;
}

const plain = (name: string, type: NoteType, dots = 0): NamedValue => ({ name, value: { type, dots, ratio: null } });
const triplet = (name: string, type: NoteType): NamedValue => ({
  name,
  value: { type, dots: 0, ratio: { actual: 3, normal: 2 } },
});

export const VALUES: readonly NamedValue[] = [
  plain('whole', 'whole'),
  plain('dotted half', 'half', 1),
  plain('half', 'half'),
  plain('dotted quarter', 'quarter', 1),
  plain('quarter', 'quarter'),
  triplet('triplet quarter', 'quarter'),
  plain('dotted eighth', 'eighth', 1),
  plain('eighth', 'eighth'),
  triplet('triplet eighth', 'eighth'),
  plain('sixteenth', '16th'),
];

/** The name of a note's length; empty where it is none of these (tied over a barline, say). */
export const valueNameOf = (score: Pick<Score, 'ticksPerQuarter'>, { durationTicks, tiedIds }: Note): string =>
  tiedIds.length > 0
    ? ''
    : (VALUES.find(({ value }) => Math.abs(valueTicks(value, score.ticksPerQuarter) - durationTicks) < 1e-6)?.name ??
      '');
