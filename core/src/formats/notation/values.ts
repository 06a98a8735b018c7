/** Note values as they are drawn, and how a length in ticks is written with them. */

/** Names of MusicXML 4.0 (note-type-value) from the longest down; each is half the one before. */
export const NOTE_TYPES = [
  'long',
  'breve',
  'whole',
  'half',
  'quarter',
  'eighth',
  '16th',
  '32nd',
  '64th',
  '128th',
  '256th',
] as const;
export type NoteType = (typeof NOTE_TYPES)[number];

/** `actual` notes in the time of `normal`. */
export interface Ratio {
  readonly actual: number;
  readonly normal: number;
}

export interface NoteValue {
  readonly type: NoteType;
  readonly dots: number;
  readonly ratio: Ratio | null;
}

/** A stretch of time and the value it is drawn with; null where no value of ours fits (the length still holds). */
export interface WrittenLength {
  readonly ticks: number;
  readonly value: NoteValue | null;
}

const MOST_DOTS = 2;

/** Ratios that are tried for a length that no plain value fits: triplets first. */
const USUAL_RATIOS: readonly Ratio[] = [
  { actual: 3, normal: 2 },
  { actual: 5, normal: 4 },
  { actual: 7, normal: 4 },
  { actual: 9, normal: 8 },
];

const quartersOf = (type: NoteType): number => 2 ** (NOTE_TYPES.indexOf('quarter') - NOTE_TYPES.indexOf(type));

/** Length of a value in ticks; a fraction when the ticks are too coarse for it. */
export const valueTicks = ({ type, dots, ratio }: NoteValue, ticksPerQuarter: number): number =>
  (ticksPerQuarter * quartersOf(type) * (2 - 2 ** -dots) * (ratio?.normal ?? 1)) / (ratio?.actual ?? 1);

/** The value that lasts just so long under a ratio; undefined when there is none. */
export const valueOf = (ticks: number, ticksPerQuarter: number, ratio: Ratio | null): NoteValue | undefined => {
  const plainQuarters = (ticks * (ratio?.actual ?? 1)) / (ratio?.normal ?? 1) / ticksPerQuarter;
  for (let dots = 0; dots <= MOST_DOTS; dots += 1) {
    const index = NOTE_TYPES.indexOf('quarter') - Math.log2(plainQuarters / (2 - 2 ** -dots));
    const type = NOTE_TYPES[Math.round(index)];
    const value = type && { type, dots, ratio };
    if (value && Math.abs(valueTicks(value, ticksPerQuarter) - ticks) < 1e-6) return value;
  }
  return undefined;
};

const longestWithin = (ticks: number, ticksPerQuarter: number, ratio: Ratio | null): WrittenLength | undefined => {
  for (const type of NOTE_TYPES) {
    const value = { type, dots: 0, ratio };
    const length = valueTicks(value, ticksPerQuarter);
    if (length <= ticks && Number.isInteger(length)) return { ticks: length, value };
  }
  return undefined;
};

const inSomeRatio = (ticks: number, ticksPerQuarter: number): NoteValue | undefined => {
  for (const ratio of USUAL_RATIOS) {
    const value = valueOf(ticks, ticksPerQuarter, ratio);
    if (value && value.dots < MOST_DOTS) return value;
  }
  return undefined;
};

/**
 * Writes a length that begins at a place in the bar as one value, or as several tied ones that meet at beats.
 * @param from - ticks from the barline; `beat` is the length of a beat in ticks
 */
export const writeLength = (
  from: number,
  ticks: number,
  beat: number,
  ticksPerQuarter: number,
  ratio: Ratio | null,
): WrittenLength[] => {
  const pieces: WrittenLength[] = [];
  let [at, left] = [from, ticks];
  while (left > 0) {
    const whole = valueOf(left, ticksPerQuarter, ratio) ?? (ratio ? undefined : inSomeRatio(left, ticksPerQuarter));
    const toBeat = beat - (at % beat);
    const head =
      !whole && toBeat < left && toBeat < beat && Number.isInteger(toBeat)
        ? (valueOf(toBeat, ticksPerQuarter, ratio) ?? (ratio ? undefined : inSomeRatio(toBeat, ticksPerQuarter)))
        : undefined;
    const piece: WrittenLength = whole
      ? { ticks: left, value: whole }
      : head
        ? { ticks: toBeat, value: head }
        : (longestWithin(left, ticksPerQuarter, ratio) ?? { ticks: left, value: null });
    pieces.push(piece);
    at += piece.ticks;
    left -= piece.ticks;
  }
  return pieces;
};
