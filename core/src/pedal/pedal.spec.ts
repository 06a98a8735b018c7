import { bothLines } from '../../testing/both-lines';
import { slicesOf } from '../score/slices';
import type { Score } from '../score/score';
import { pedalSpansOf, withPedal, type PedalStretch } from '.';

// Common practice, no source: where the pedal goes down and up for each way of using it.

const all = (score: Score, way: PedalStretch['way']): Score =>
  withPedal(score, [{ bars: [0, score.bars.length - 1], way }]);

/** Spans in quarters from the start. */
const spans = (score: Score): readonly (readonly [number, number])[] =>
  pedalSpansOf(score).map(({ downTicks, upTicks }) => [
    downTicks / score.ticksPerQuarter,
    upTicks / score.ticksPerQuarter,
  ]);

describe('the pedal', () => {
  const waltz = bothLines('B4/2 D5/1 | A4/2 R/1', 'G2/1 [B3 D4] [B3 D4] | A2 [C4 D4] [C4 D4]', { beats: 3 });

  it('is changed with each harmony, at least once a bar', () => {
    expect(spans(all(waltz, 'each-harmony'))).toEqual([
      [0, 3],
      [3, 6],
    ]);
  });

  it('is changed inside a bar where the harmony changes there', () => {
    const two = bothLines('C5/4', 'C3/1/2 E3 G3 E3 D3 F3 B3 F3');
    expect(spans(all(two, 'each-harmony'))).toEqual([
      [0, 2],
      [2, 4],
    ]);
  });

  it('is told by the left hand: a tune that passes over a chord changes nothing', () => {
    const passing = bothLines('D5/1 E5 F#5 G5', '[B3 D4]/2 [A3 D4]');
    expect(spans(all(passing, 'each-harmony'))).toEqual([
      [0, 2],
      [2, 4],
    ]);
  });

  it('goes down on the first beat of three and comes up on the last', () => {
    expect(spans(all(waltz, 'first-beats'))).toEqual([
      [0, 2],
      [3, 5],
    ]);
  });

  it('comes up where the phrase breathes', () => {
    const breathing = bothLines('B4/2 R/1 | A4/2 B4/1', 'G2/2 R/1 | D3/3', { beats: 3 });
    expect(spans(all(breathing, 'phrase-ends'))).toEqual([
      [0, 2],
      [3, 6],
    ]);
    expect(spans(all(breathing, 'each-harmony'))[0]).toEqual([0, 3]);
  });

  it('is none, or stays as it is written', () => {
    const written = all(waltz, 'each-harmony');
    expect(spans(all(written, 'none'))).toEqual([]);
    expect(all(written, 'as-written')).toBe(written);
    expect(spans(withPedal(written, [{ bars: [1, 1], way: 'none' }]))).toEqual([[0, 3]]);
  });

  it('settles a stretch over the whole piece', () => {
    const stretches: PedalStretch[] = [
      { bars: [0, 1], way: 'each-harmony' },
      { bars: [1, 1], way: 'first-beats' },
    ];
    expect(spans(withPedal(waltz, stretches))).toEqual([
      [0, 3],
      [3, 5],
    ]);
  });

  it('frees the hand: under it nothing need be held, and nothing joined', () => {
    const held = bothLines('C5/4', '( C3/1 E3 G3 E3 )');
    const before = slicesOf(held, 'left');
    const after = slicesOf(all(held, 'each-harmony'), 'left');
    expect(before.some((slice) => slice.link === 'slur')).toBe(true);
    expect(after.filter((slice) => slice.link === 'slur').length).toBeLessThan(
      before.filter((slice) => slice.link === 'slur').length,
    );
  });
});
