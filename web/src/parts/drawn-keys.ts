import {
  BLACK_KEY_LENGTH_MM,
  BLACK_KEY_WIDTH_MM,
  isBlack,
  keyCentreMm,
  WHITE_KEY_LENGTH_MM,
  WHITE_KEY_PITCH_MM,
} from '@kettle-step/core';

/** One key of a drawn keyboard, mm from its left edge. */
export interface DrawnKey {
  readonly midi: number;
  readonly x: number;
  readonly width: number;
  readonly length: number;
  readonly black: boolean;
  /** The name of each C; empty on other keys. */
  readonly label: string;
}

/** Where the centre of a key is drawn on a keyboard that begins with the white key `from`, mm. */
export const keyXMm = (midi: number, from: number): number =>
  keyCentreMm(midi) - keyCentreMm(from) + WHITE_KEY_PITCH_MM / 2;

export const keyboardWidthMm = (from: number, to: number): number =>
  keyCentreMm(to) - keyCentreMm(from) + WHITE_KEY_PITCH_MM;

/** The front of the keys from one white key to another, to scale; white keys first, for black ones lie over them. */
export const drawnKeys = (from: number, to: number, shownLengthMm: number): readonly DrawnKey[] =>
  Array.from({ length: to - from + 1 }, (_, index) => from + index)
    .map((midi) => {
      const black = isBlack(midi);
      const width = black ? BLACK_KEY_WIDTH_MM : WHITE_KEY_PITCH_MM;
      return {
        midi,
        black,
        width,
        x: keyXMm(midi, from) - width / 2,
        length: black ? BLACK_KEY_LENGTH_MM - (WHITE_KEY_LENGTH_MM - shownLengthMm) : shownLengthMm,
        label: midi % 12 === 0 ? `C${midi / 12 - 1}` : '',
      };
    })
    .sort((a, b) => Number(a.black) - Number(b.black));
