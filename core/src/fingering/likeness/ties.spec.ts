import { finger, fingersOf, solve } from '../../../testing/fingers';
import { line } from '../../../testing/line';
import { DEFAULT_HAND, type Side } from '../../hand/hand';
import type { Score } from '../../score/score';
import { slicesOf } from '../../score/slices';
import { playableSlices } from '../model/playable';
import type { PriceName } from '../prices/prices';
import { octaveRuns } from './runs';
import { alikeIn } from './ties';

const slices = (score: Score, side: Side = 'right') =>
  playableSlices(slicesOf(score, side), side, DEFAULT_HAND, new Map());

const runsIn = (music: string) => octaveRuns(slices(line(music))).map(({ from, to, period }) => [from, to, period]);

const barsAlike = (music: string, price: PriceName = 'sameMusic'): number[][] => {
  const score = line(music);
  const cut = slices(score);
  return alikeIn(score, cut)
    .filter((alike) => alike.price === price)
    .map(({ bars }) => bars.map((bar) => cut[bar[0]!]!.slice.bar + 1));
};

describe('octave runs', () => {
  it('are scales, arpeggios and chromatic lines that come back to a key an octave on', () => {
    expect(runsIn('C4/1/2 D4 E4 F4 G4 A4 B4 C5')).toEqual([[0, 7, 7]]);
    expect(runsIn('C4/1/2 E4 G4 C5 E5 G5 C6')).toEqual([[0, 6, 3]]);
    expect(runsIn('C4/1/2 C#4 D4 D#4 E4 F4 F#4 G4 G#4 A4 A#4 B4 C5')).toEqual([[0, 12, 12]]);
  });

  it('turn back at a note that both directions share', () => {
    expect(runsIn('C4/1/2 E4 G4 C5 G4 E4 C4')).toEqual([
      [0, 3, 3],
      [3, 6, 3],
    ]);
  });

  it('are not tunes that happen to span an octave, nor lines broken by a rest or a chord', () => {
    expect(runsIn('C5/1 B4 A4 G4 C4')).toEqual([]);
    expect(runsIn('C4/1 C5 B4 A4')).toEqual([]);
    expect(runsIn('C4/1/2 D4 E4 F4 R/1 G4/1/2 A4 B4 C5')).toEqual([]);
    expect(runsIn('C4/1/2 D4 E4 [F4 A4] G4 A4 B4 C5')).toEqual([]);
  });

  // Standard scale manuals, from memory: 4 comes once in an octave, in the same place of each octave.
  it('keep one pattern through all octaves', () => {
    expect(finger('rh: ( C4/1/4 D4 E4 F4 G4 A4 B4 C5 D5 E5 F5 G5 A5 B5 C6 )')).toBe('1 2 3 1 2 3 4 1 2 3 1 2 3 4 5');
    expect(finger('rh: ( F4/1/4 G4 A4 Bb4 C5 D5 E5 F5 G5 A5 Bb5 C6 D6 E6 F6 )', 'F')).toBe(
      '1 2 3 4 1 2 3 1 2 3 4 1 2 3 4',
    );
  });
});

describe('a run played slowly', () => {
  it('keeps its pattern: no finger changes silently on the way', () => {
    const score = line('( C4/1 D4 E4 F4 | G4 A4 B4 C5 )', { quartersPerMinute: 54 });
    expect(fingersOf(score, solve(score))).toEqual([1, 2, 3, 1, 2, 3, 4, 5]);
  });
});

describe('bars that look alike', () => {
  it('have the same keys at the same times, also an octave apart', () => {
    const alike = 'C4/1 E4 G4 E4 | D4 F4 A4 D4 | C5 E5 G5 E5 | C4 E4 G4 E4';
    expect(barsAlike(alike)).toEqual([[1, 3, 4]]);
  });

  it('are sequences where the shape moves on, but not inside one position', () => {
    expect(barsAlike('C4/1/2 E4 F4 G4 A4 G4 F4 E4 | D4 F4 G4 A4 B4 A4 G4 F4')).toEqual([[1, 2]]);
    expect(barsAlike('C4/1 C4 D4 E4 | E4 E4 F4 G4')).toEqual([]);
  });

  it('are two figures where the second half repeats the first, tied to such halves elsewhere', () => {
    const halves = 'C4/1/2 G4 E4 G4 C4 G4 E4 G4';
    expect(barsAlike(halves)).toEqual([[1, 1]]);
    expect(barsAlike(`${halves} | C4 E4 G4 E4 C4 F4 A4 F4 | ${halves}`)).toEqual([[1, 1, 3, 3]]);
    expect(barsAlike('C4/1/2 G4 E4 G4 C4 G4 F4 G4')).toEqual([]);
  });

  it('are phrases from upbeat to upbeat where the piece begins with one', () => {
    const tune = 'C4/1/2 C4 C4 | F4/3/2 A4/1 C4/1/2 C4 C4 | F4/3/2 A4/1 R/3/2';
    expect(barsAlike(tune)).toEqual([[1, 2]]);
    const score = line(tune);
    const fingers = fingersOf(score, solve(score));
    expect(fingers.slice(5, 10)).toEqual(fingers.slice(0, 5));
  });

  it('say nothing with one or two strokes', () => {
    expect(barsAlike('C4/4 | C4/4 | C4/2 D4 | C4 D4')).toEqual([]);
  });

  it('get the same fingers although their neighbours differ', () => {
    const score = line('G4/1 E4 C4 E4 | A4/1 F4 D4 F4 | G4 E4 C4 E4 | D5/1 C5 B4 A4');
    const fingers = fingersOf(score, solve(score));
    expect(fingers.slice(8, 12)).toEqual(fingers.slice(0, 4));
  });
});
