import { line } from '../../testing/line';
import { ATTRIBUTES, openScore, partwise, pitched } from '../../testing/musicxml';
import { secondsAt } from './tempo';
import { slicesOf } from './slices';

const linksOf = (music: string): string[] => slicesOf(line(music), 'right').map((slice) => slice.link);

describe('slices', () => {
  it('tell how each note follows the one before', () => {
    expect(linksOf('C4/1 D4 E4')).toEqual(['rest', 'plain', 'plain']);
    expect(linksOf('( C4/1 D4 ) E4')).toEqual(['rest', 'slur', 'lift']);
    expect(linksOf('C4/1. D4')).toEqual(['rest', 'lift']);
    expect(linksOf('C4/1 R/1 D4')).toEqual(['rest', 'rest']);
  });

  it('keep what is held while other keys are struck', () => {
    const { score } = openScore(
      partwise([
        ATTRIBUTES + pitched('G4', 4, '<voice>1</voice>') + pitched('A4', 12, '<voice>1</voice>') +
          '<backup><duration>16</duration></backup>' + pitched('C4', 16, '<voice>2</voice>'),
      ]),
    ); // prettier-ignore
    const slices = slicesOf(score, 'right');
    expect(slices.map(({ struck, held }) => [struck.length, held.map((press) => press.midi)])).toEqual([
      [2, []],
      [1, [60]],
    ]);
  });

  it('make one press of a unison of two voices, as long as the longer', () => {
    const { score } = openScore(
      partwise([
        ATTRIBUTES + pitched('C4', 4, '<voice>1</voice>') + pitched('E4', 12, '<voice>1</voice>') +
          '<backup><duration>16</duration></backup>' + pitched('C4', 16, '<voice>2</voice>'),
      ]),
    ); // prettier-ignore
    const [first, second] = slicesOf(score, 'right');
    expect(first?.struck).toHaveLength(1);
    expect(first?.struck[0]?.noteIds).toHaveLength(2);
    expect(second?.held.map((press) => press.midi)).toEqual([60]);
  });

  it('take each grace note by itself, bound to what follows', () => {
    const grace = pitched('D4', 0).replace('<note>', '<note><grace/>').replace('<duration>0</duration>', '');
    const { score } = openScore(partwise([ATTRIBUTES + grace + pitched('C4', 16)]));
    expect(slicesOf(score, 'right').map(({ grace, link }) => [grace, link])).toEqual([
      [true, 'rest'],
      [false, 'slur'],
    ]);
  });
});

describe('time', () => {
  it('follows the tempo marks', () => {
    const seconds = secondsAt({
      ticksPerQuarter: 10,
      marks: [
        { kind: 'tempo', onsetTicks: 0, quartersPerMinute: 60 },
        { kind: 'tempo', onsetTicks: 40, quartersPerMinute: 120 },
      ],
    });
    expect([0, 10, 40, 60].map(seconds)).toEqual([0, 1, 4, 5]);
  });

  it('is calm where none is marked, and the first mark holds from the start', () => {
    expect(secondsAt({ ticksPerQuarter: 1, marks: [] })(96)).toBeCloseTo(60, 9);
    expect(secondsAt({ ticksPerQuarter: 1, marks: [{ kind: 'tempo', onsetTicks: 4, quartersPerMinute: 60 }] })(4)).toBe(
      4,
    );
  });
});
