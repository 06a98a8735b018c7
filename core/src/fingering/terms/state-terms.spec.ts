import { posture, view } from '../../../testing/step';
import { DEFAULT_HAND, handOfSpan } from '../../hand/hand';
import { shortOnBlack } from './black-keys';
import { chordSpread } from './chord-spread';
import { chordStretch } from './chord-stretch';
import { fingerUse } from './finger-use';
import { leaveRest } from './leave-rest';
import { openHand } from './open-hand';
import { thumbUnderChord } from './thumb-under-chord';
import type { StateTerm } from './term';

const charge = (term: StateTerm, names: string, fingers: string, thumb: string, hand = DEFAULT_HAND): number =>
  term.charge(view(names), posture(fingers, thumb), hand);

describe('what a posture costs by itself', () => {
  it('resting fingers cost nothing, and more the farther they leave', () => {
    for (const [name, finger] of ['C4', 'D4', 'E4', 'F4', 'G4'].map(
      (name, index) => [name, String(index + 1)] as const,
    ))
      expect(charge(leaveRest, name, finger, 'C4')).toBe(0);
    const [one, two] = [charge(leaveRest, 'A4', '5', 'C4'), charge(leaveRest, 'B4', '5', 'C4')];
    // One u out for the fifth: 0.15 × 0.5 + 0.7 × 0.5 + 0.2 × 0.5² = 0.475.
    expect(one).toBeCloseTo(0.475, 9);
    expect(two).toBeGreaterThan(2 * one);
  });

  it('the thumb leaves outward more easily than the middle fingers leave at all', () => {
    expect(charge(leaveRest, 'B3', '1', 'C4')).toBeLessThan(charge(leaveRest, 'D4', '3', 'C4'));
  });

  it('black keys are for long fingers', () => {
    expect(charge(shortOnBlack, 'Bb4', '3', 'G4')).toBe(0);
    expect(charge(shortOnBlack, 'Bb4', '1', 'B4')).toBe(0.6);
    expect(charge(shortOnBlack, 'Bb4', '5', 'E4')).toBe(0.6);
    // In a chord the whole hand moves in.
    expect(charge(shortOnBlack, 'Bb4 D5 F5', '135', 'B4')).toBe(0.3);
  });

  it('weak fingers count half when there is time', () => {
    expect(fingerUse.charge(view('G4'), posture('5', 'C4'), DEFAULT_HAND)).toBe(0.2);
    expect(fingerUse.charge(view('G4', { slow: true }), posture('5', 'C4'), DEFAULT_HAND)).toBe(0.1);
    expect(charge(fingerUse, 'C4', '1', 'C4')).toBe(0);
  });

  it.each([
    ['root', 'C4 E4 G4', '135', '124'],
    ['first inversion', 'E4 G4 C5', '125', '135'],
    ['second inversion', 'G4 C5 E5', '135', '125'],
    ['an octave over the root', 'C4 E4 G4 C5', '1235', '1245'],
    ['an octave over the fifth', 'C4 F4 A4 C5', '1245', '1235'],
  ])('a chord spreads least as common practice has it: %s', (_what, names, usual, other) => {
    expect(charge(chordSpread, names, usual, 'C4')).toBeLessThan(charge(chordSpread, names, other, 'C4'));
  });

  it('a reach costs only near the limit of this hand', () => {
    expect(charge(chordStretch, 'C4 G4', '15', 'C4')).toBe(0);
    const octave = (span: number): number => charge(chordStretch, 'C4 C5', '15', 'C4', handOfSpan(span));
    expect(octave(232)).toBeLessThan(octave(200));
    expect(octave(181)).toBeCloseTo(2, 0);
  });

  it('an open hand and a thumb under the chord have their price', () => {
    expect(openHand.charge(view('C4'), posture('1', 'D4', 'open'), DEFAULT_HAND)).toBe(0.25);
    expect(openHand.charge(view('C4 C5'), posture('15', 'D4', 'open'), DEFAULT_HAND)).toBe(0);
    expect(charge(thumbUnderChord, 'C#4 D4', '21', 'C4')).toBe(2);
    expect(charge(thumbUnderChord, 'C4 D4', '12', 'C4')).toBe(0);
  });
});
