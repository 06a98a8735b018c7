import type { Step } from '@kettle-step/core';

/** What a key does while notes are typed one after another. */
export type StepCommand =
  | { readonly kind: 'letter'; readonly step: Step; readonly joins: boolean }
  | { readonly kind: 'rest' }
  | { readonly kind: 'finger'; readonly finger: number }
  | { readonly kind: 'tie' }
  | { readonly kind: 'alter'; readonly by: 1 | -1 }
  | { readonly kind: 'octave'; readonly by: 1 | -1 }
  | { readonly kind: 'longer' }
  | { readonly kind: 'shorter' }
  | { readonly kind: 'dot' }
  | { readonly kind: 'triplet' }
  | { readonly kind: 'barline' }
  | { readonly kind: 'other-hand' }
  | { readonly kind: 'remove' };

/** Signs are those of ABC where it has one, so that the keys and the text teach each other. */
const KEYS: Readonly<Record<string, StepCommand>> = {
  z: { kind: 'rest' },
  '-': { kind: 'tie' },
  ArrowUp: { kind: 'alter', by: 1 },
  ArrowDown: { kind: 'alter', by: -1 },
  '^': { kind: 'alter', by: 1 },
  _: { kind: 'alter', by: -1 },
  PageUp: { kind: 'octave', by: 1 },
  PageDown: { kind: 'octave', by: -1 },
  '*': { kind: 'longer' },
  '/': { kind: 'shorter' },
  '.': { kind: 'dot' },
  t: { kind: 'triplet' },
  '|': { kind: 'barline' },
  h: { kind: 'other-hand' },
  Backspace: { kind: 'remove' },
};

export const STEP_HINTS: readonly { readonly keys: string; readonly does: string }[] = [
  { keys: 'A – G', does: 'note, near the one before; with Shift into the chord' },
  { keys: '1 – 5', does: 'finger of it' },
  { keys: '* /', does: 'longer, shorter' },
  { keys: '.', does: 'dotted' },
  { keys: 'T', does: 'triplet' },
  { keys: 'Z', does: 'rest' },
  { keys: '-', does: 'tie on' },
  { keys: '↑ ↓', does: 'half step up, down' },
  { keys: 'PgUp PgDn', does: 'octave' },
  { keys: '⌫', does: 'take it out' },
  { keys: 'H', does: 'other hand' },
  { keys: '|', does: 'barline before its time' },
  { keys: 'Ctrl+Z', does: 'undo' },
  { keys: 'Ctrl+Enter', does: 'onto the shelf' },
];

/** The same steps for pointer and touch, as far as the keyboard on the screen does not do them. */
export const STEP_BUTTONS: readonly { readonly words: string; readonly command: StepCommand }[] = [
  { words: 'Other hand (H)', command: { kind: 'other-hand' } },
  { words: 'Longer (*)', command: { kind: 'longer' } },
  { words: 'Shorter (/)', command: { kind: 'shorter' } },
  { words: 'Dot (.)', command: { kind: 'dot' } },
  { words: 'Triplet (T)', command: { kind: 'triplet' } },
  { words: 'Rest (Z)', command: { kind: 'rest' } },
  { words: 'Tie (-)', command: { kind: 'tie' } },
  { words: 'Take out (⌫)', command: { kind: 'remove' } },
];

export const stepCommandOf = ({ key, shiftKey }: Pick<KeyboardEvent, 'key' | 'shiftKey'>): StepCommand | undefined => {
  if (/^[a-g]$/i.test(key)) return { kind: 'letter', step: key.toUpperCase() as Step, joins: shiftKey };
  if (/^[1-5]$/.test(key)) return { kind: 'finger', finger: Number(key) };
  return KEYS[key.length === 1 ? key.toLowerCase() : key];
};
