import { step } from '../../../testing/step';
import { DEFAULT_HAND, handOfSpan } from '../../hand/hand';
import { MOVE_TERMS, priceStep, STATE_TERMS, STEP_TERMS } from './index';
import { blackBesideWhite } from './black-keys';
import { crossedOrder } from './crossed-order';
import { heldKeys } from './held-keys';
import { hinge } from './hinge';
import { pass } from './pass';
import { repeats } from './repeats';
import { sameFinger } from './same-finger';
import { shift } from './shift';
import { slide } from './slide';
import { stay } from './stay';
import { stretchMove } from './stretch-move';

const kindOf = (...args: Parameters<typeof step>): string | undefined => priceStep(step(...args), DEFAULT_HAND)?.kind;

describe('moves are told apart as the trade tells them', () => {
  it.each([
    ['the next finger on the next key', 'C4 | 1 | C4', 'D4 | 2 | C4', 'stay'],
    ['the thumb passing upward', 'E4 | 3 | C4', 'F4 | 1 | F4', 'thumb-under'],
    ['the same two notes downward', 'F4 | 1 | F4', 'E4 | 3 | C4', 'finger-over-thumb'],
    ['another finger on the same key', 'G4 | 5 | C4', 'G4 | 4 | D4', 'repeated-note-change'],
    ['the fifth reaching out and the hand going along', 'C4 | 1 | C4', 'A4 | 5 | D4', 'extension'],
    ['the thumb coming in and the hand closing round it', 'A4 | 5 | D4', 'E4 | 1 | E4', 'contraction'],
    ['the second finger reaching out the other way', 'A4 | 5 | D4', 'D4 | 2 | C4', 'extension'],
    ['off a black key to the white one beside it', 'Bb4 | 1 | B4', 'A4 | 1 | A4', 'slide'],
    ['far away', 'C4 | 1 | C4', 'C6 | 1 | C6', 'shift'],
  ])('%s', (_what, from, to, kind) => {
    expect(kindOf(from, to)).toBe(kind);
  });

  it('joined notes that can be crossed are crossed; after a rest the hand simply lands', () => {
    expect(kindOf('E4 | 3 | C4', 'F4 | 1 | F4', 'plain')).toBe('thumb-under');
    expect(kindOf('E4 | 3 | C4', 'F4 | 1 | F4', 'rest')).toBe('shift');
  });
});

describe('what moves cost', () => {
  const effort = (term: (typeof MOVE_TERMS)[number], ...args: Parameters<typeof step>): number | undefined =>
    term.price(step(...args), DEFAULT_HAND)?.effort;

  it('staying is free, and impossible with crossed fingers', () => {
    expect(effort(stay, 'C4 | 1 | C4', 'E4 | 3 | C4')).toBe(0);
    expect(effort(stay, 'E4 | 3 | C4', 'F4 | 2 | C4')).toBeUndefined();
  });

  it('a thumb pass grows with distance, and dislikes a black thumb under a white finger', () => {
    // 1.6 + 0.5 × 1 u + 0.4 for two white keys.
    expect(effort(pass, 'E4 | 3 | C4', 'F4 | 1 | F4')).toBeCloseTo(2.5, 9);
    expect(effort(pass, 'E4 | 3 | C4', 'G4 | 1 | G4')).toBeGreaterThan(2.5);
    expect(effort(pass, 'A4 | 3 | F4', 'Bb4 | 1 | B4')).toBeGreaterThan(effort(pass, 'Bb4 | 4 | F4', 'C5 | 1 | C5')!);
    expect(effort(pass, 'C4 | 3 | A3', 'C5 | 1 | C5')).toBeUndefined();
    expect(effort(pass, 'E4 | 3 | C4', 'F4 | 2 | E4')).toBeUndefined();
  });

  it('passing 4 costs more than 3, and 5 most of all', () => {
    const [three, four, five] = ['3 | C4', '4 | B3', '5 | A3'].map((rest) =>
      effort(pass, `E4 | ${rest}`, 'F4 | 1 | F4')!,
    );
    expect(three!).toBeLessThan(four!);
    expect(four!).toBeLessThan(five!);
  });

  it('a shift costs less the freer the hand is', () => {
    const [slur, plain, lift, rest] = (['slur', 'plain', 'lift', 'rest'] as const).map((link) =>
      effort(shift, 'C4 | 1 | C4', 'C6 | 1 | C6', link)!,
    );
    expect(slur!).toBeGreaterThan(plain!);
    expect(plain!).toBeGreaterThan(lift!);
    expect(lift!).toBeGreaterThan(rest!);
  });

  it('a held key is let go only when nothing else is possible', () => {
    expect(effort(shift, 'C4 | 1 | C4', '(C4) C6 | 15 | G5')!).toBeGreaterThan(25);
  });

  it('a hinge takes the hand along and lands at home', () => {
    expect(effort(hinge, 'G4 | 5 | C4', 'G4 | 4 | D4')).toBeCloseTo(0.8 + 0.25, 9);
    expect(effort(hinge, 'G4 | 5 | C4', 'G4 | 4 | C4')).toBeUndefined();
    expect(effort(hinge, 'G4 | 4 | D4', 'G4 | 3 | E4', 'plain', true)).toBe(0);
  });

  it('the hand opens no farther than it reaches', () => {
    expect(stretchMove.price(step('C4 | 1 | C4', 'C5 | 5 | F4'), DEFAULT_HAND)).toBeDefined();
    expect(stretchMove.price(step('C4 | 1 | C4', 'C5 | 5 | F4'), handOfSpan(150))).toBeUndefined();
  });

  it('a slide stands in for the price of the same finger', () => {
    const sliding = step('Bb4 | 3 | G4', 'A4 | 3 | F4');
    expect(slide.price(sliding, DEFAULT_HAND)!.effort + sameFinger.charge(sliding)).toBe(4);
  });
});

describe('what a step costs besides the move', () => {
  it('one finger cannot join two keys, but may take them detached', () => {
    const [joined, lifted] = (['slur', 'rest'] as const).map((link) =>
      sameFinger.charge(step('C4 | 2 | B3', 'E4 | 2 | D4', link)),
    );
    expect(joined).toBe(14);
    expect(lifted).toBe(0.1);
  });

  it('fingers other than the thumb do not change order close by; leaping, they may', () => {
    expect(crossedOrder.charge(step('E4 | 3 | C4', 'F4 | 2 | E4'))).toBe(30);
    expect(crossedOrder.charge(step('E4 | 3 | C4', 'F4 | 1 | F4'))).toBe(0);
    expect(crossedOrder.charge(step('E4 | 3 | C4', 'E5 | 2 | D5'))).toBe(0);
  });

  it('quick repeats want another finger', () => {
    expect(repeats.charge(step('G4 | 3 | E4', 'G4 | 3 | E4', 'plain', true))).toBe(2.5);
    expect(repeats.charge(step('G4 | 3 | E4', 'G4 | 3 | E4', 'plain', false))).toBe(0);
  });

  it('a held key keeps its finger or is silently taken over', () => {
    expect(heldKeys.charge(step('C4 | 1 | C4', '(C4) E4 | 13 | C4'))).toBe(0);
    expect(heldKeys.charge(step('C4 | 2 | B3', '(C4) E4 | 13 | C4'))).toBe(6);
  });

  it('the thumb goes in to a black key and out again at a price', () => {
    expect(blackBesideWhite.charge(step('Bb4 | 1 | B4', 'C5 | 2 | B4'))).toBe(0.3);
    expect(blackBesideWhite.charge(step('Bb4 | 3 | G4', 'C5 | 4 | G4'))).toBe(0);
  });

  it('every term names its unit, its source and a sentence, once', () => {
    const terms = [...STATE_TERMS, ...STEP_TERMS, ...MOVE_TERMS];
    for (const term of terms)
      for (const text of [term.unit, term.source, term.sentence]) expect(text.length).toBeGreaterThan(3);
    const names = [...STATE_TERMS, ...STEP_TERMS].map(({ name }) => name);
    expect(new Set(names).size).toBe(names.length);
  });
});
