import { moveCharges, step, stepCharges } from '../../../testing/step';
import { DEFAULT_HAND, handOfSpan } from '../../hand/hand';
import { pricingFor } from '../prices/pricing';
import { chargeStep } from '../search/price';
import { MOVES_AS_USUAL } from '../model/rules';
import { blackBesideWhite } from './black-keys';
import { crossedOrder } from './crossed-order';
import { fingerOverFinger } from './finger-over-finger';
import { heldKeys } from './held-keys';
import { hinge } from './hinge';
import { pairPass } from './pair-pass';
import { pass } from './pass';
import { repeats } from './repeats';
import { sameFinger } from './same-finger';
import type { LinkKind } from '../../score/slices';
import { shift } from './shift';
import { slide } from './slide';
import { stay } from './stay';
import { stretchMove } from './stretch-move';
import { substitution } from './substitution';
import { connectedVoice } from './voice';

const pricing = pricingFor('right', DEFAULT_HAND);
const kindOf = (...args: Parameters<typeof step>): string | undefined => {
  const made = step(...args);
  return chargeStep(made, made.before, made.after, pricing, () => undefined);
};

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
    ['another finger on a key that stays down', 'G4 | 5 | C4', '(G4) | 1 | G4', 'silent-substitution'],
    ['4 over 5 in the outer line of octaves', 'C4 C5 | 15 | C4 | open', 'D4 D5 | 14 | D4 | open', 'finger-over-finger'],
    ['far away', 'C4 | 1 | C4', 'C6 | 1 | C6', 'shift'],
  ])('%s', (_what, from, to, kind) => {
    expect(kindOf(from, to)).toBe(kind);
  });

  it('joined notes that can be crossed are crossed; after a rest the hand simply lands', () => {
    expect(kindOf('E4 | 3 | C4', 'F4 | 1 | F4', 'plain')).toBe('thumb-under');
    expect(kindOf('E4 | 3 | C4', 'F4 | 1 | F4', 'rest')).toBe('shift');
  });
});

describe('what moves are charged for', () => {
  it('staying for nothing, and it is impossible with crossed fingers', () => {
    expect(moveCharges(stay, step('C4 | 1 | C4', 'E4 | 3 | C4'))).toEqual({ kind: 'stay', charges: {} });
    expect(moveCharges(stay, step('E4 | 3 | C4', 'F4 | 2 | C4'))).toBeUndefined();
  });

  it('a pass for its distance, its keys and the finger crossed', () => {
    const charges = (from: string, to: string) => moveCharges(pass, step(from, to))?.charges;
    expect(charges('E4 | 3 | C4', 'F4 | 1 | F4')).toEqual({ pass: 1, passPerU: 1, passBothWhite: 1 });
    expect(charges('E4 | 4 | B3', 'G4 | 1 | G4')).toEqual({
      pass: 1,
      passPerU: 2,
      passBothWhite: 1,
      pass4: 1,
      pass4White: 1,
    });
    expect(charges('A4 | 3 | F4', 'Bb4 | 1 | B4')).toMatchObject({ passThumbBlack: 1 });
    expect(charges('Bb4 | 4 | F4', 'C5 | 1 | C5')).not.toHaveProperty('pass4White');
    expect(charges('E4 | 5 | A3', 'F4 | 1 | F4')).toMatchObject({ pass5: 1 });
    expect(charges('C4 | 3 | A3', 'C5 | 1 | C5')).toBeUndefined();
    expect(charges('E4 | 3 | C4', 'F4 | 2 | E4')).toBeUndefined();
  });

  it('a shift by how free the hand is, and for a held key that it leaves', () => {
    const [slur, plain, lift, rest] = (['slur', 'plain', 'lift', 'rest'] as const).map(
      (link) => moveCharges(shift, step('C4 | 1 | C4', 'C6 | 1 | C6', link))?.charges,
    );
    expect([slur, plain, lift, rest].map((charges) => Object.keys(charges!)[0])).toEqual([
      'shiftSlur',
      'shiftPlain',
      'shiftLift',
      'shiftRest',
    ]);
    expect(slur).toMatchObject({ shiftPerU: 14 });
    expect(moveCharges(shift, step('C4 | 1 | C4', '(C4) C6 | 15 | G5'))?.charges).toMatchObject({ releaseEarly: 1 });
  });

  it('a shift between quick single notes once more, but not in a rest nor between chords', () => {
    const hurried = (from: string, to: string, link: LinkKind = 'plain') =>
      moveCharges(shift, step(from, to, link))?.charges.shiftHurried;
    expect(hurried('C4 | 1 | C4', 'C6 | 1 | C6')).toBe(1);
    expect(hurried('C4 | 1 | C4', 'C6 | 1 | C6', 'rest')).toBeUndefined();
    expect(hurried('C4 E4 | 13 | C4', 'C6 E6 | 13 | C6')).toBeUndefined();
  });

  it('a hinge for its travel; it lands at home; quick repeats go down the fingers for nothing', () => {
    expect(moveCharges(hinge, step('G4 | 5 | C4', 'G4 | 4 | D4'))?.charges).toEqual({ hinge: 1, hingePerU: 1 });
    expect(moveCharges(hinge, step('G4 | 5 | C4', 'G4 | 4 | C4'))).toBeUndefined();
    expect(moveCharges(hinge, step('G4 | 4 | D4', 'G4 | 3 | E4', 'plain', true))?.charges).toEqual({});
    expect(moveCharges(hinge, step('G4 | 5 | C4', 'G4 | 4 | D4'), { repeats: 'never-change' })).toBeUndefined();
  });

  it('the hand opens no farther than it reaches', () => {
    const opening = step('C4 | 1 | C4', 'C5 | 5 | F4');
    expect(moveCharges(stretchMove, opening)?.kind).toBe('extension');
    expect(moveCharges(stretchMove, opening, {}, handOfSpan(150))).toBeUndefined();
  });

  it('a pair passed by another in legato thirds: over the thumb, or the thumb under, never with a finger in both', () => {
    expect(moveCharges(pairPass, step('E4 G4 | 13 | E4', 'D4 F4 | 24 | C4'))).toMatchObject({
      kind: 'finger-over-thumb',
      charges: { pass: 1, passPerU: 1 },
    });
    expect(moveCharges(pairPass, step('D4 F4 | 24 | C4', 'E4 G4 | 13 | E4'))?.kind).toBe('thumb-under');
    expect(moveCharges(pairPass, step('E4 G4 | 13 | E4', 'D4 F4 | 13 | D4'))).toBeUndefined();
    expect(moveCharges(pairPass, step('D4 F4 | 24 | C4', 'E4 G4 | 13 | E4', 'lift'))).toBeUndefined();
    expect(moveCharges(pairPass, step('E4 G4 | 13 | E4', 'A3 C4 | 24 | G3'))).toBeUndefined();
  });

  it('a slide in place of one finger on two keys', () => {
    const sliding = step('Bb4 | 3 | G4', 'A4 | 3 | F4');
    expect(moveCharges(slide, sliding)?.charges).toEqual({ slide: 1, sameFingerSlur: -1 });
    expect(stepCharges(sameFinger, sliding)).toEqual({ sameFingerSlur: 1 });
    expect(moveCharges(slide, step('A4 | 3 | F4', 'Bb4 | 3 | G4'))).toBeUndefined();
  });

  it('a substitution only while nothing is struck', () => {
    expect(moveCharges(substitution, step('G4 | 5 | C4', '(G4) | 1 | G4'))?.charges).toEqual({
      silentSubstitution: 1,
      hingePerU: 4,
    });
    expect(moveCharges(substitution, step('G4 | 5 | C4', '(G4) A4 | 12 | G4'))).toBeUndefined();
  });

  it('a finger over a finger only in slurred chords, and only where the rule allows it', () => {
    const octaves = step('C4 C5 | 15 | C4 | open', 'D4 D5 | 14 | D4 | open');
    expect(moveCharges(fingerOverFinger, octaves)?.charges).toEqual({ fingerOver: 1, fingerOverPerU: 1 });
    expect(moveCharges(fingerOverFinger, octaves, { crossing: 'thumb-only' })).toBeUndefined();
    expect(moveCharges(fingerOverFinger, step('C5 | 5 | F4', 'D5 | 4 | A4'))).toBeUndefined();
  });

  it('a move that has not been taught besides its price; a cheaper one by its share', () => {
    const passing = step('E4 | 3 | C4', 'F4 | 1 | F4');
    const untaught = { moves: { ...MOVES_AS_USUAL, 'thumb-under': 'untaught' } } as const;
    expect(moveCharges(pass, passing, untaught)?.charges).toEqual({
      untaught: 1,
      pass: 1,
      passPerU: 1,
      passBothWhite: 1,
    });
    const easy = { moves: { ...MOVES_AS_USUAL, 'thumb-under': 0.5 } };
    expect(moveCharges(pass, passing, easy)?.charges).toEqual({ pass: 0.5, passPerU: 0.5, passBothWhite: 0.5 });
  });
});

describe('what a step is charged for besides the move', () => {
  it('one finger on two keys, by the connection', () => {
    expect(stepCharges(sameFinger, step('C4 | 2 | B3', 'E4 | 2 | D4', 'slur'))).toEqual({ sameFingerSlur: 1 });
    expect(stepCharges(sameFinger, step('C4 | 2 | B3', 'E4 | 2 | D4', 'rest'))).toEqual({ sameFingerRest: 1 });
  });

  it('one finger over a leap only inside a slur: the hand lands as it left', () => {
    expect(stepCharges(sameFinger, step('F3 | 5 | F3', 'A4 | 5 | D4', 'plain'))).toEqual({});
    expect(stepCharges(sameFinger, step('F3 | 5 | F3', 'A4 | 5 | D4', 'slur'))).toEqual({ sameFingerSlur: 1 });
  });

  it('fingers other than the thumb that change order close by; leaping, they may', () => {
    expect(stepCharges(crossedOrder, step('E4 | 3 | C4', 'F4 | 2 | E4'))).toEqual({ crossedSlur: 1 });
    expect(stepCharges(crossedOrder, step('E4 | 3 | C4', 'F4 | 1 | F4'))).toEqual({});
    expect(stepCharges(crossedOrder, step('E4 | 3 | C4', 'E5 | 2 | D5'))).toEqual({});
  });

  it('quick repeats with one finger, and slow ones where a teacher always changes', () => {
    const slow = step('G4 | 3 | E4', 'G4 | 3 | E4', 'plain', false);
    const again = { use3: -1 };
    expect(stepCharges(repeats, step('G4 | 3 | E4', 'G4 | 3 | E4', 'plain', true))).toEqual({
      ...again,
      fastRepeat: 1,
    });
    expect(stepCharges(repeats, slow)).toEqual(again);
    expect(stepCharges(repeats, slow, { repeats: 'always-change' })).toEqual({ ...again, fastRepeat: 1 });
  });

  it('a held key that changes its finger while another is struck', () => {
    expect(stepCharges(heldKeys, step('C4 | 1 | C4', '(C4) E4 | 13 | C4'))).toEqual({});
    expect(stepCharges(heldKeys, step('C4 | 2 | B3', '(C4) E4 | 13 | C4'))).toEqual({ silentSubstitution: 1 });
  });

  it('the thumb going in to a black key and out again', () => {
    expect(stepCharges(blackBesideWhite, step('Bb4 | 1 | B4', 'C5 | 2 | B4'))).toEqual({ thumbBesideWhite: 1 });
    expect(stepCharges(blackBesideWhite, step('Bb4 | 2 | A4', 'C5 | 3 | A4'))).toEqual({});
  });

  it('the upper line of a slur broken by one finger on two keys', () => {
    const hopping = step('C4 E4 | 13 | C4', 'D4 F4 | 13 | D4');
    expect(stepCharges(connectedVoice, hopping)).toEqual({ voiceBroken: 1 });
    expect(stepCharges(connectedVoice, step('C4 E4 | 13 | C4', 'D4 F4 | 14 | C4'))).toEqual({});
    expect(stepCharges(connectedVoice, hopping, { connected: { right: 'none', left: 'none' } })).toEqual({});
    expect(stepCharges(connectedVoice, step('C4 E4 | 13 | C4', 'D4 F4 | 13 | D4', 'plain'))).toEqual({});
  });
});
