/** The kinds of craft, gentlest first; `stay` is no move at all. */
export const MOVE_KINDS = [
  'extension',
  'contraction',
  'repeated-note-change',
  'thumb-under',
  'finger-over-thumb',
  'silent-substitution',
  'slide',
  'finger-over-finger',
  'shift',
] as const;
export type MoveKind = (typeof MOVE_KINDS)[number];
export const STEP_KINDS = ['stay', ...MOVE_KINDS] as const;
export type StepKind = (typeof STEP_KINDS)[number];
