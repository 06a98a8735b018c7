import type { Finger } from '../src/hand/hand';
import { midiOf, parsePitch } from '../src/keyboard/pitch';
import type { LinkKind } from '../src/score/slices';
import type { Posture, Shape } from '../src/fingering/posture';
import { byPlace, keyView, linkView, type SliceView, type StepView } from '../src/fingering/view';

/** Postures and steps of the right hand written by name, for the tests of single terms. */

const midi = (name: string): number => midiOf(parsePitch(name)!);

/** @example view('C4 (E4)') // C4 struck while E4 is held */
export const view = (names: string, more: Partial<SliceView> = {}): SliceView => ({
  keys: names
    .split(' ')
    .map((name) => keyView(midi(name.replace(/[()]/g, '')), 'right', name.startsWith('(')))
    .sort(byPlace),
  rolled: false,
  slow: false,
  ...more,
});

/** The resting thumb's key by name gives the frame. @example posture('135', 'C4') */
export const posture = (fingers: string, thumb: string, shape: Shape = 'close'): Posture => ({
  fingers: [...fingers].map((digit) => Number(digit) as Finger),
  frame: Math.round(keyView(midi(thumb), 'right', false).place),
  shape,
});

interface Written {
  readonly names: string;
  readonly fingers: string;
  readonly thumb: string;
  readonly shape?: Shape;
}

const read = (written: string): Written => {
  const [names, fingers, thumb, shape] = written.split('|').map((part) => part.trim());
  return { names: names!, fingers: fingers!, thumb: thumb!, ...(shape === 'open' ? { shape } : {}) };
};

/** @example step('E4 | 3 | C4', 'F4 | 1 | F4') // 3 on E, then the thumb on F, the hand moving from C to F position */
export const step = (from: string, to: string, link: LinkKind = 'slur', fast = false): StepView => {
  const [before, after] = [read(from), read(to)];
  return {
    ...linkView(view(before.names), view(after.names), link, fast),
    a: posture(before.fingers, before.thumb, before.shape),
    b: posture(after.fingers, after.thumb, after.shape),
  };
};
