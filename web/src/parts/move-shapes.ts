import type { MoveKind } from '@kettle-step/core';

/** Our own drawn marks, 16 by 16: each is told by its shape. */
export const MOVE_SHAPES: Readonly<Record<MoveKind, string>> = {
  extension: 'M8 3v10M6 8H1m2-2L1 8l2 2M10 8h5m-2-2 2 2-2 2',
  contraction: 'M8 3v10M1 8h5M4 6l2 2-2 2M15 8h-5m2-2-2 2 2 2',
  'repeated-note-change': 'M4 13V9m8 4V9M4 7a4 4 0 0 1 8 0m-2-1 2 1 1-2',
  'thumb-under': 'M8 2v5M2 8c1 6 11 6 12 0m-2 1 2-1 1 2',
  'finger-over-thumb': 'M8 14V9M2 9c1-7 11-7 12 0m-2-1 2 1 1-2',
  'silent-substitution': 'M2 12h12M5 9V4m6 5V4M5 4h6m-2-2 2 2-2 2',
  slide: 'M3 3h5v5h5v5m-2-2 2 2 2-2',
  'finger-over-finger': 'M4 14V7m8 7V7M3 5c2-4 8-4 10 0m-2 0h2V3',
  shift: 'M2 13h3m6 0h3M3 10C4 1 12 1 13 10m-2-2 2 2 2-2',
};
