import { stateCharges } from '../../../testing/step';
import { handOfSpan } from '../../hand/hand';
import { SHIPPED_WEIGHTS, type PriceName } from '../prices/prices';
import { DEFAULT_RULES } from '../model/rules';
import { shortOnBlack } from './black-keys';
import { chordSpread } from './chord-spread';
import { chordStretch } from './chord-stretch';
import { fingerUse } from './finger-use';
import { leaveRest } from './leave-rest';
import { openHand } from './open-hand';
import { thumbUnderChord } from './thumb-under-chord';

const effort = (charges: Record<string, number>): number =>
  Object.entries(charges).reduce((sum, [name, amount]) => sum + amount * SHIPPED_WEIGHTS[name as PriceName], 0);

const total = (charges: Record<string, number>): number => Object.values(charges).reduce((sum, one) => sum + one, 0);

describe('what a posture is charged for', () => {
  it('resting fingers for nothing, and others for how far they leave', () => {
    for (const [name, finger] of ['C4', 'D4', 'E4', 'F4', 'G4'].map(
      (name, index) => [name, String(index + 1)] as const,
    ))
      expect(total(stateCharges(leaveRest, name, finger, 'C4'))).toBe(0);
    // A4 lies 1 u beyond G4, the fifth's place in C position: half a key near, half a key far, 0.5² squared.
    expect(stateCharges(leaveRest, 'A4', '5', 'C4')).toEqual({ leaveNear: 0.5, leave5: 0.5, leaveFarSquared: 0.25 });
    // B3 lies 1 u below the thumb's place, D4 1 u above it.
    expect(stateCharges(leaveRest, 'B3', '1', 'C4')).toMatchObject({ leaveThumbOut: 0.5 });
    expect(stateCharges(leaveRest, 'D4', '1', 'C4')).toMatchObject({ leaveThumbIn: 0.5 });
  });

  it('thumb and fifth on black keys, half in chords, a quarter where a teacher allows it', () => {
    expect(stateCharges(shortOnBlack, 'Bb4', '3', 'G4')).toEqual({});
    expect(stateCharges(shortOnBlack, 'Bb4', '1', 'B4')).toEqual({ thumbOnBlack: 1 });
    expect(stateCharges(shortOnBlack, 'Bb4', '5', 'E4')).toEqual({ fifthOnBlack: 1 });
    expect(stateCharges(shortOnBlack, 'Bb4 D5 F5', '135', 'B4')).toEqual({ thumbOnBlack: 0.5 });
    const allowing = { ...DEFAULT_RULES, blackThumb: 'allow' } as const;
    expect(stateCharges(shortOnBlack, 'Bb4', '1', 'B4', { rules: allowing })).toEqual({ thumbOnBlack: 0.25 });
  });

  it('weak fingers, half when there is time', () => {
    expect(stateCharges(fingerUse, 'G4', '5', 'C4')).toEqual({ use5: 1 });
    expect(stateCharges(fingerUse, 'G4', '5', 'C4', { slow: true })).toEqual({ use5: 0.5 });
    expect(stateCharges(fingerUse, 'C4 D4', '12', 'C4')).toEqual({});
  });

  // Common practice, no source: chord-fingerings.json.
  it.each([
    ['root', 'C4 E4 G4', '135', '124'],
    ['first inversion', 'E4 G4 C5', '125', '135'],
    ['second inversion', 'G4 C5 E5', '135', '125'],
    ['an octave over the root', 'C4 E4 G4 C5', '1235', '1245'],
    ['an octave over the fifth', 'C4 F4 A4 C5', '1245', '1235'],
  ])('a chord for how it is spread, least as common practice has it: %s', (_what, names, usual, other) => {
    expect(effort(stateCharges(chordSpread, names, usual, 'C4'))).toBeLessThan(
      effort(stateCharges(chordSpread, names, other, 'C4')),
    );
  });

  it('a reach only near the limit of this hand, and a rolled one for what is beyond', () => {
    expect(stateCharges(chordStretch, 'C4 G4', '15', 'C4')).toEqual({});
    const octave = (span: number) => stateCharges(chordStretch, 'C4 C5', '15', 'C4', { hand: handOfSpan(span) });
    expect(octave(232)['stretchAtLimit']).toBeLessThan(octave(200)['stretchAtLimit']!);
    // A hand of 179.5 mm reaches 164.5 mm, an octave exactly.
    expect(octave(179.5)).toEqual({ stretchAtLimit: 1 });
    // One white key (23.5 mm) less.
    expect(octave(156)).toEqual({ stretchAtLimit: 1, rolledExcess: 1 });
  });

  it('an open hand over a single note, and the thumb under a chord', () => {
    expect(stateCharges(openHand, 'C4', '1', 'D4', { shape: 'open' })).toEqual({ openHand: 1 });
    expect(stateCharges(openHand, 'C4 C5', '15', 'D4', { shape: 'open' })).toEqual({});
    expect(stateCharges(thumbUnderChord, 'C#4 D4', '21', 'C4')).toEqual({ thumbUnderChord: 1 });
    expect(stateCharges(thumbUnderChord, 'C4 D4', '12', 'C4')).toEqual({});
  });
});
