import { barName, MAX_FILE_BYTES, numberOfBar, type Score, type Side } from '@kettle-step/core';

/** Words and signs that every place uses alike. */

export const HAND_WORDS: Readonly<Record<Side, string>> = { right: 'right hand', left: 'left hand' };
export const HAND_LETTERS: Readonly<Record<Side, string>> = { right: 'R', left: 'L' };

/** Accidentals as they are read: `Bb4` as B♭4. */
export const pretty = (pitch: string): string =>
  pitch
    .replace(/([A-G])(b+)/g, (_, step: string, flats: string) => step + '♭'.repeat(flats.length))
    .replaceAll('#', '♯');

/** A figure of effort: one decimal, and none where it is nothing. */
export const effortFigure = (effort: number): string => (effort < 0.05 ? '0' : effort.toFixed(1));

const QUARTERS_OF_A_BEAT = new Map([
  [0.25, '¼'],
  [0.5, '½'],
  [0.75, '¾'],
]);

/** A beat as it is said: 2, 2½, or to two places. */
export const beatFigure = (beat: number): string => {
  const whole = Math.floor(beat);
  const rest = beat - whole;
  if (rest === 0) return String(whole);
  return QUARTERS_OF_A_BEAT.has(rest) ? `${whole}${QUARTERS_OF_A_BEAT.get(rest)}` : beat.toFixed(2);
};

export { numberOfBar };

/** A bar by its index, as a heading. */
export const nameOfBar = (score: Score | undefined, bar: number): string => barName(numberOfBar(score, bar));

/** What went wrong, in the words of whoever noticed it. */
export const messageOf = (cause: unknown): string => (cause instanceof Error ? cause.message : String(cause));

/** Why a file is not read at all; undefined where its size is no hindrance. */
export const sizeProblem = ({ size }: Pick<File, 'size'>): string | undefined =>
  size <= MAX_FILE_BYTES
    ? undefined
    : `The file is ${(size / 1024 / 1024).toFixed(1)} MB, and at most ${MAX_FILE_BYTES / 1024 / 1024} MB are read; bring in a movement at a time.`;
