import { line } from '../../testing/line';
import { tune } from '../../testing/tune';
import { bothHands, handOfSpan } from '../hand/hand';
import { pitchName } from '../keyboard/pitch';
import { withEasings } from '../score/eased';
import { withHands } from '../score/hands';
import type { Score } from '../score/score';
import { cautionsOf } from './cautions';
import { createPlanner } from './planner';
import { strainsOf, type Strain, type WayOut } from './strains';

const strains = (score: Score, spanMm: number): readonly Strain[] => {
  const hands = bothHands(handOfSpan(spanMm));
  return strainsOf(score, createPlanner(hands).plan(score, { locks: new Map(), alternatives: 0 }), hands);
};

const waysOf = (found: Strain | undefined): readonly string[] =>
  found?.waysOut.map(({ kind, pitch, verdict }) => `${kind} ${pitchName(pitch)}: ${verdict}`) ?? [];

/** The piece once a way out is taken. */
const taken = (score: Score, { easings, give }: WayOut): Score =>
  withEasings(withHands(score, new Map(give.map((id) => [id, 'left' as const]))), easings);

describe('what a piece asks beyond a hand', () => {
  // An octave is 164.5 mm between key centres; 15 mm of the flat span are lost (hand/reach.ts).
  it('is the same chord out of reach, at the limit, and nothing at all, as the hand grows', () => {
    const octave = line('[C4 C5]/1 G4 E4 C4');
    const verdict = (spanMm: number) => strains(octave, spanMm).map((one) => 'reach' in one && one.reach?.verdict);
    expect(verdict(160)).toEqual(['out-of-reach']);
    expect(verdict(182)).toEqual(['limit']);
    expect(verdict(212)).toEqual([]);
  });

  it('has ways out, each with how the hand lies then; a chord can be rolled, shared or thinned, the inner note first', () => {
    const [chord] = strains(line('[C4 G4 C5]/2 G4'), 150);
    expect(chord).toMatchObject({ kind: 'chord', bar: 0, beat: 1, reach: { pair: '1-5', mm: 164.5 } });
    expect(waysOf(chord)).toEqual(['roll C4: easy', 'give C4: easy', 'leave-out C4: easy', 'leave-out C5: easy']);
  });

  it('lets a held note go, or has the pedal hold it', () => {
    const held = line('C4/4', { second: 'R/2 E5/1 F5' });
    const [first] = strains(held, 190);
    expect(first).toMatchObject({ kind: 'held', beat: 3 });
    expect(waysOf(first)).toEqual(['let-go C4: easy', 'pedal C4: easy', 'give C4: easy']);
    expect(first!.waysOut[0]!.beforeBeat).toBe(3);
  });

  it('is gone once any of them is taken', () => {
    for (const score of [line('[C4 G4 C5]/2 G4'), line('C4/4', { second: 'R/2 E5/1 F5' })])
      for (const way of strains(score, 150)[0]!.waysOut) {
        const left = strains(taken(score, way), 150).filter(({ bar, beat }) => bar === 0 && beat <= 3);
        expect([way.kind, way.verdict, left.length]).toEqual([way.kind, way.verdict, 0]);
      }
  });

  it('is a leap where there is less time than a comfortable jump takes', () => {
    const [leap] = strains(tune("X:1\nM:4/4\nL:1/16\nQ:1/4=160\nK:C\nC2 c'2 C2 c'2 C8 |\n"), 212);
    expect(leap).toMatchObject({ kind: 'leap' });
  });
});

describe('easings', () => {
  const score = line('[C4 E4]/1 [D4 F4] G4/2');

  it('change what is played and nothing else; those whose notes are gone do nothing', () => {
    expect(withEasings(score, [{ kind: 'roll', noteId: 'gone' }])).toBe(score);
    const rolled = withEasings(score, [{ kind: 'roll', noteId: 'n1' }]);
    expect(rolled.notes.map(({ arpeggiated }) => arpeggiated)).toEqual([true, true, false, false, false]);
    const without = withEasings(score, [{ kind: 'leave-out', noteId: 'n2' }]);
    expect(without.notes.map(({ id }) => id)).toEqual(['n1', 'n3', 'n4', 'n5']);
  });
});

describe('cautions', () => {
  const octaves = line('[C4 C5]/1 [D4 D5] [E4 E5] [F4 F5] | [G4 G5]/4');

  it('name octave passages for hands that do not take them easily', () => {
    const told = (spanMm: number) => cautionsOf(octaves, bothHands(handOfSpan(spanMm)));
    expect(told(182)).toContainEqual({ kind: 'octaves', side: 'right', bars: [0, 1], count: 5, verdict: 'limit' });
    expect(told(232)).toEqual([]);
  });

  it('name long repetition and many wide reaches', () => {
    const repeated = line('C4/1/2 C4 C4 C4 C4 C4 C4 C4 | C4 C4 C4 C4 C4 C4 C4 C4');
    expect(cautionsOf(repeated, bothHands(handOfSpan(212))).map(({ kind, count }) => [kind, count])).toEqual([
      ['repetition', 16],
    ]);
    const wide = line(Array.from({ length: 6 }, () => '[C4 B4]/2 [D4 C5]').join(' | '));
    expect(cautionsOf(wide, bothHands(handOfSpan(170))).map(({ kind }) => kind)).toEqual(['wide-reaches']);
  });
});
