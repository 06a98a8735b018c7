import fc from 'fast-check';
import { line } from '../../testing/line';
import { FINGERS, type Finger } from '../hand/hand';
import { midiOf, parsePitch } from '../keyboard/pitch';
import { fingerLine, pointsOf } from './line';
import { publishedPlan } from './published';
import * as rules from './rules';
import { spansOf } from './spans';

const on = (written: string): rules.Touch[] =>
  written.split(' ').map((token) => {
    const [name, finger] = token.split(':');
    return rules.touch(midiOf(parsePitch(name!)!), Number(finger) as Finger);
  });

const pair = (rule: (a: rules.Touch, b: rules.Touch) => number, written: string): number => {
  const [a, b] = on(written);
  return rule(a!, b!);
};

const triple = (rule: (a: rules.Touch, b: rules.Touch, c: rules.Touch) => number, written: string): number => {
  const [a, b, c] = on(written);
  return rule(a!, b!, c!);
};

// Parncutt, Sloboda, Clarke, Raekallio & Desain 1997, rules and spans from memory; the arithmetic stands beside each check.
describe('the twelve rules of 1997, on fragments worked by hand', () => {
  it('1 stretch: 2 points a semitone outside the comfortable span', () => {
    // 2-3 comfortable 1 to 3: a fourth is 5 semitones, 2 too many.
    expect(pair(rules.stretch, 'C4:2 F4:3')).toBe(2 * 2);
    expect(pair(rules.stretch, 'C4:1 G4:5')).toBe(0);
    // 1-2 at least -3: thumb a fourth above the second finger, -5, 2 too few.
    expect(pair(rules.stretch, 'F4:1 C4:2')).toBe(2 * 2);
  });

  it('2 small span: nearer than relaxed, 1 point a semitone with the thumb, 2 without', () => {
    // 1-5 relaxed from 7: a third is 4 semitones, 3 short.
    expect(pair(rules.smallSpan, 'C4:1 E4:5')).toBe(3);
    // 2-4 relaxed from 3: a second is 2 semitones, 1 short, twice.
    expect(pair(rules.smallSpan, 'D4:2 E4:4')).toBe(2);
    expect(pair(rules.smallSpan, 'E4:4 D4:2')).toBe(2);
    expect(pair(rules.smallSpan, 'C4:1 D4:2')).toBe(0);
  });

  it('3 large span: farther than relaxed, 1 point a semitone with the thumb, 2 without', () => {
    // 1-2 relaxed to 5: a sixth is 9 semitones, 4 too many.
    expect(pair(rules.largeSpan, 'C4:1 A4:2')).toBe(4);
    // 3-4 relaxed to 2: a minor third is 3 semitones, 1 too many, twice.
    expect(pair(rules.largeSpan, 'D4:3 F4:4')).toBe(2);
    expect(pair(rules.largeSpan, 'F4:4 D4:3')).toBe(2);
  });

  it('4 position change count: full over the thumb 2, half 1, none 0', () => {
    // 3-1-3 rising a sixth: 3 to 3 spans 0, the thumb plays between: full.
    expect(triple(rules.positionChangeCount, 'E4:3 F4:1 A4:3')).toBe(2);
    // Back on the first key with another finger: half.
    expect(triple(rules.positionChangeCount, 'C4:1 D4:2 C4:2')).toBe(1);
    expect(triple(rules.positionChangeCount, 'C4:1 D4:2 C4:1')).toBe(0);
    expect(triple(rules.positionChangeCount, 'C4:1 D4:2 E4:3')).toBe(0);
    // 2 to 3 spans at most 3 comfortably; a fifth is out, and 5 plays between: half.
    expect(triple(rules.positionChangeCount, 'C4:2 E4:5 G4:3')).toBe(1);
  });

  it('5 position change size: semitones outside the comfortable span of first and third', () => {
    // 2-3 to 3 semitones: a fifth is 7, 4 too many.
    expect(triple(rules.positionChangeSize, 'C4:2 E4:5 G4:3')).toBe(4);
    expect(triple(rules.positionChangeSize, 'C4:1 D4:2 E4:3')).toBe(0);
  });

  it('6 weak finger, 7 three-four-five, 8 three-to-four, 9 four on black', () => {
    expect(on('C4:1 D4:3 E4:4 F4:5').map(rules.weakFinger)).toEqual([0, 0, 1, 1]);
    expect(triple(rules.threeFourFive, 'E4:4 D4:3 F4:5')).toBe(1);
    expect(triple(rules.threeFourFive, 'D4:3 E4:4 D4:3')).toBe(0);
    expect(pair(rules.threeToFour, 'E4:3 F4:4')).toBe(1);
    expect(pair(rules.threeToFour, 'F4:4 E4:3')).toBe(0);
    expect(pair(rules.fourOnBlack, 'A4:3 Bb4:4')).toBe(1);
    expect(pair(rules.fourOnBlack, 'Bb4:4 A4:3')).toBe(1);
    expect(pair(rules.fourOnBlack, 'Bb4:3 C5:4')).toBe(0);
  });

  it('10 thumb on black and 11 five on black: 2 points for each white neighbour', () => {
    expect(on('Bb4:1 B4:1').map(rules.thumbOnBlack)).toEqual([1, 0]);
    // White before and white after: 1 + 2 + 2.
    const [a, b, c] = on('A4:2 Bb4:1 C5:2');
    expect(rules.thumbOnBlack(b!) + rules.blackBesideWhite(a!, b!, 1) + rules.blackBesideWhite(b!, c!, 1)).toBe(5);
    expect(pair((x, y) => rules.blackBesideWhite(x, y, 5), 'A4:4 Bb4:5')).toBe(2);
    expect(pair((x, y) => rules.blackBesideWhite(x, y, 5), 'Ab4:4 Bb4:5')).toBe(0);
  });

  it('12 thumb passing: 1 on one level, 3 with the thumb on black over a finger on white, 0 under black', () => {
    expect(pair(rules.thumbPassing, 'E4:3 F4:1')).toBe(1);
    expect(pair(rules.thumbPassing, 'F4:1 E4:3')).toBe(1);
    expect(pair(rules.thumbPassing, 'A4:3 Bb4:1')).toBe(3);
    expect(pair(rules.thumbPassing, 'Bb4:3 C5:1')).toBe(0);
    expect(pair(rules.thumbPassing, 'C4:1 E4:3')).toBe(0);
  });

  it('adds up over a fragment', () => {
    // C4:1 E4:3: nothing. E4:3 F4:1: passing 1, and 3-1 at one semitone up is 1 against comfortable 2 down to relaxed -3:
    // above by 1 - (-3) = 4 semitones too small with the thumb: 4. Over three notes 1 to 1 spans 0: 5 semitones, size 5; the
    // second note is no thumb: half, 1. No weak finger.
    expect(pointsOf(on('C4:1 E4:3 F4:1'))).toBe(1 + 4 + 5 + 1);
  });
});

describe('the published model', () => {
  it('has the spans of the table, turned round for falling fingers', () => {
    expect(spansOf(1, 5)).toMatchObject({ minPractical: -1, maxPractical: 15 });
    expect(spansOf(5, 1)).toMatchObject({ minPractical: -15, maxPractical: 1 });
  });

  it('finds the fewest points of all fingerings', () => {
    fc.assert(
      fc.property(fc.array(fc.integer({ min: 60, max: 76 }), { minLength: 1, maxLength: 5 }), (keys) => {
        let ways: rules.Touch[][] = [[]];
        for (const key of keys)
          ways = ways.flatMap((way) => FINGERS.map((finger) => [...way, rules.touch(key, finger)]));
        expect(fingerLine(keys).points).toBe(Math.min(...ways.map(pointsOf)));
      }),
      { numRuns: 60, seed: 1997 },
    );
  });

  it('fingers lines of single notes of either hand, and leaves chords alone', () => {
    const score = line('C4/1 D4 E4 F4 | [C4 E4 G4]/4');
    const { fingers, hasChords } = publishedPlan(score, 'right');
    expect([...fingers.values()]).toEqual([1, 2, 3, 4]);
    expect(hasChords).toBe(true);
    const left = publishedPlan(line('G3/1 F3 E3 D3 | C3/4', { side: 'left' }), 'left');
    expect([...left.fingers.values()]).toEqual([1, 2, 3, 4, 5]);
    expect(left.hasChords).toBe(false);
  });
});
