import { isBlack } from '../keyboard/geometry';
import type { Slice } from '../score/slices';
import { HARMONIES, isIn } from './harmony';

/** Lines through one harmony that are too long for the hand to lie over them. */

const OCTAVE = 12;
const FIFTH = 7;

/** A tenth: beyond an octave the hand turns about a middle finger, but it is still one block to a teacher. Semitones. */
export const WIDEST = 16;

/** Wider than an octave no more keys than these make one shape. */
export const MOST_WIDE_KEYS = 4;

const isThird = (semitones: number): boolean => semitones === 3 || semitones === 4;

/** A triad from its root to the octave; keys from low to high, MIDI. */
export const isRootOctave = (keys: readonly number[]): boolean => {
  const [a, b, c, d] = keys as [number, number, number, number];
  return keys.length === 4 && isThird(b - a) && isThird(c - b) && d - a === OCTAVE && c - a === FIFTH;
};

/** On a black root the thumb finds its place elsewhere, as in a longer arpeggio. */
const isBlackArpeggio = (keys: readonly number[]): boolean => {
  const sorted = [...keys].sort((a, b) => a - b);
  return isRootOctave(sorted) && isBlack(sorted[0]!);
};

/** How many times as long a note is that a line only comes from. Our choice. */
const LONGER = 1.5;

/** A line from where it begins to move: a longer note before it is where it comes from. */
const moving = (line: readonly Slice[]): readonly Slice[] => {
  const [, second, third] = line;
  return second && third && second.sinceSeconds > LONGER * third.sinceSeconds ? line.slice(1) : line;
};

/** Whether a line goes on within one harmony; after a leap it does not: a bass is no part of an arpeggio above it. */
const staysInHarmony = (line: readonly Slice[], next: Slice): boolean => {
  const keys = [...line, next].map(({ struck }) => struck[0]!.midi);
  const [from, to] = keys.slice(-2) as [number, number];
  return Math.abs(to - from) < OCTAVE && isIn(HARMONIES, keys);
};

/** A line cut where its harmony changes. */
const harmoniesOf = (line: readonly Slice[]): readonly (readonly Slice[])[] => {
  const parts: Slice[][] = [];
  for (const slice of line) {
    const last = parts[parts.length - 1];
    if (last && staysInHarmony(last, slice)) last.push(slice);
    else parts.push([slice]);
  }
  return parts;
};

const isArpeggio = (line: readonly Slice[]): boolean => {
  const keys = line.map(({ struck }) => struck[0]!.midi);
  const span = Math.abs(keys[0]! - keys[keys.length - 1]!);
  return span > WIDEST || (span > OCTAVE && keys.length > MOST_WIDE_KEYS) || isBlackArpeggio(keys);
};

/** Strokes of one harmony in lines that go one way for more than a block can hold, or for an octave from a black root. */
export const arpeggioStrokesIn = (lines: readonly (readonly Slice[])[]): ReadonlySet<Slice> =>
  new Set(lines.map(moving).flatMap(harmoniesOf).filter(isArpeggio).flat());
