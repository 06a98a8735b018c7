import { finger, fingersOf, solve } from '../../../testing/fingers';
import { line } from '../../../testing/line';
import { handbookChords } from '../../../testing/handbook';
import { shapesFor } from './block-shapes';

describe('shapes of chords', () => {
  // chord-fingerings.json: common practice, no published source.
  it('are those of the handbook', () => {
    for (const { score, side, accepted } of handbookChords()) {
      const keys = score.notes.map(({ midi }) => midi);
      const wanted = accepted.map((fingers) => fingers![0]);
      const [mirrored, fingers] = side === 'right' ? [keys, wanted] : [[...keys].reverse(), [...wanted].reverse()];
      const shapes = shapesFor(mirrored);
      if (shapes.length > 0) expect(shapes.map(String)).toContain(String(fingers));
    }
  });

  // Craft: root triads 1-3-5; right hand 1-2-5 and 1-3-5, left hand 5-3-1 and 5-2-1 (common practice, no source).
  it('are mirror images in the two hands', () => {
    expect(shapesFor([60, 64, 67])).toEqual([[1, 3, 5]]);
    expect(shapesFor([64, 67, 72])).toEqual([[1, 2, 5]]);
    expect(shapesFor([67, 72, 76])).toEqual([[1, 3, 5]]);
    expect(shapesFor([60, 55, 52])).toEqual([[1, 3, 5]]);
    expect(shapesFor([64, 60, 55])).toEqual([[1, 2, 5]]);
  });

  it('turn about the second finger beyond an octave', () => {
    expect(shapesFor([64, 55, 48])).toEqual([[1, 2, 5]]);
  });
});

// Common practice, no source: sentences of the craft.
describe('what is usual', () => {
  it.each([
    ['a broken chord takes the fingers of its block', 'rh: C4/1 F4 A4 F4 | C4 E4 G4 E4 | C4/4', '1 3 5 3 1 3 5 3 1'],
    ['in any order of its notes', 'lh: D3/1/2 A3 F#3 A3 D3 B3 G3 B3', '5 1 3 1 5 1 2 1'],
    ['the last chord of a piece is a plain triad', 'lh: G3/1 F3 E3 D3 | [C3 E3 G3]/4', '1 2 3 4 5 3 1'],
    [
      'a chord keeps its shape although the next is near',
      'lh: [A2 C#3 E3]/2 [A2 D3 F#3] | [A2 C#3 E3]/4',
      '5 3 1 5 2 1 5 3 1',
    ],
    ['a run begins with the thumb where it can', 'rh: ( G4/1/2 A4 B4 C5 D5 E5 F5 G5 )', '1 2 3 1 2 3 4 5'],
    ['four quick strokes go down four fingers', 'rh: C5/1/8 C5 C5 C5 D5 D5 D5 D5', '4 3 2 1 4 3 2 1'],
    ['a slow tune keeps its finger on a repeated key', 'rh: E4/1 E4 E4 C4 | D4 D4 D4 G4', '3 3 3 1 2 2 2 5'],
    ['broken thirds go in pairs', 'rh: C4/1/2 E4 D4 F4 E4 G4 F4 A4 G4 B4 A4 C5', '1 3 2 4 3 5 1 3 2 4 3 5'],
    ['octaves leap with thumb and fifth', 'lh: C3/1/2 C4 D3 D4 E3 E4 F3 F4', '5 1 5 1 5 1 5 1'],
    [
      'a figure that falls by step keeps its fingers',
      'lh: G3/1/4 F3 E3 D3 F3 E3 D3 C3 E3 D3 C3 B2',
      '1 2 3 4 1 2 3 4 1 2 3 4',
    ],
  ])('%s', (_what, music, fingers) => {
    expect(finger(music)).toBe(fingers);
  });

  it('legato octaves take 4 on black keys and 5 on white ones, in either hand', () => {
    const score = line('( [D3 D4]/1 [C#3 C#4] [D3 D4]/2 )', { side: 'left', key: 'F', quartersPerMinute: 66 });
    expect(fingersOf(score, solve(score, 'left'))).toEqual([5, 1, 4, 1, 5, 1]);
  });

  it('a tune over a thumb that strikes between its notes keeps the fingers it has alone', () => {
    const tune = line('E5/1 D5 | C5 D5 | E5/2', { beats: 2, second: 'R/1/2 G4 R G4 | R G4 R G4 | R/2' });
    expect(fingersOf(tune, solve(tune))).toEqual([5, 1, 4, 1, 3, 1, 4, 1, 5]);
  });
});
