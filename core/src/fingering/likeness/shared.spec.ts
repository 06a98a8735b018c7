import { line } from '../../../testing/line';
import { DEFAULT_HAND } from '../../hand/hand';
import { slicesOf } from '../../score/slices';
import { finish } from '../../steps';
import { playableSlices } from '../model/playable';
import { pricingFor } from '../prices/pricing';
import { createLatticeBuilder } from '../search/lattice';
import { backward, bestPath, forward } from '../search/search';
import { sharedFingering, type Fingering } from './shared';

const builder = createLatticeBuilder(pricingFor('right', DEFAULT_HAND));

/** What figures of some strokes each share, in a line of single notes. */
const shared = (music: string, figures: readonly (readonly number[])[], led: readonly Fingering[] = []): Fingering => {
  const score = line(music);
  const slices = playableSlices(slicesOf(score, 'right'), 'right', DEFAULT_HAND, new Map());
  const lattice = finish(builder.build(slices, score.bars[0]!.key));
  const ends = { lattice, reached: forward(lattice), remaining: backward(lattice) };
  const way = bestPath(lattice, ends.reached).postures;
  return sharedFingering(figures, ends, () => false, led, way);
};

const fingers = (fingering: Fingering): string => fingering.map((stroke) => stroke.join('+')).join(' ');

describe('what figures share', () => {
  it('is what they do anyway, where that is the same', () => {
    expect(
      fingers(
        shared('C4/1 D4 E4 F4 | C4 D4 E4 F4', [
          [0, 1, 2, 3],
          [4, 5, 6, 7],
        ]),
      ),
    ).toBe('1 2 3 4');
  });

  it('is one fingering for all of a figure that moves on, with one finger for each of its keys', () => {
    const figures = [0, 4, 8, 12].map((from) => [from, from + 1, from + 2, from + 3]);
    const found = shared('C4/1/2 D4 E4 D4 D4 E4 F4 E4 | E4 F4 G4 F4 F4 G4 A4 G4', figures);
    expect(found).toHaveLength(4);
    expect(found[1]).toEqual(found[3]);
    expect(fingers(found)).toBe('1 2 3 2');
  });

  it('is what already leads one of them, and nothing else is tried then', () => {
    const led: Fingering = [[2], [3], [4], [5]];
    expect(
      shared(
        'C4/1 D4 E4 F4 | D4 E4 F4 G4',
        [
          [0, 1, 2, 3],
          [4, 5, 6, 7],
        ],
        [led],
      ),
    ).toEqual(led);
  });
});
