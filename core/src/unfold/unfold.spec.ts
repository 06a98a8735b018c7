import fc from 'fast-check';
import { CASES, END, piece, PLAIN, START } from '../../testing/roads';
import { ROAD_SIGNS, type Score } from '../score/score';
import { playOrder, unfolded, writtenOctaves } from '.';

describe('the order in which bars are played', () => {
  it.each(Object.entries(CASES))('%s', (_, [said, order]) => {
    expect(
      playOrder(piece(said).bars)
        .map(({ bar }) => bar)
        .join(' '),
    ).toBe(order);
  });

  it('ends, whatever the signs: every bar it plays is there, and passes count up', () => {
    const said = fc.record({
      repeatStart: fc.boolean(),
      repeatEnd: fc.constantFrom(0, 0, 2, 3),
      endings: fc.constantFrom([], [], [1], [2], [1, 2], [3]),
      signs: fc.uniqueArray(fc.constantFrom(...ROAD_SIGNS), { maxLength: 2 }),
    });
    fc.assert(
      fc.property(fc.array(said, { minLength: 1, maxLength: 12 }), (all) => {
        const { bars } = piece(all);
        const counts = new Map<number, number>();
        for (const { bar, pass } of playOrder(bars)) {
          expect(bars[bar]).toBeDefined();
          expect(pass).toBe((counts.get(bar) ?? 0) + 1);
          counts.set(bar, pass);
        }
      }),
    );
  });
});

describe('an unfolded piece', () => {
  it('keeps every note of a piece that is played straight on', () => {
    const score = piece([PLAIN, PLAIN]);
    expect(unfolded(score).score).toBe(score);
  });

  it('ends a note that is tied over a repeat where the music goes elsewhere', () => {
    const plain = piece([PLAIN, END, PLAIN]);
    const tied = {
      ...plain,
      notes: plain.notes.map((note) => (note.bar === 1 ? { ...note, durationTicks: 6 * plain.ticksPerQuarter } : note)),
    };
    const { notes } = unfolded(tied).score;
    expect(notes.map(({ durationTicks }) => durationTicks / plain.ticksPerQuarter)).toEqual([4, 4, 4, 6, 4]);
  });

  it('sounds an octave higher the second time where that is written, for the hand of its staff', () => {
    const plain = piece([START, { ...END }, PLAIN]);
    const score: Score = {
      ...plain,
      marks: [{ kind: 'second-time-octave', onsetTicks: plain.bars[0]!.onsetTicks, staff: 1, octaves: 1 }],
    };
    const octaves = writtenOctaves(score);
    expect(octaves).toMatchObject([{ bars: [0, 1], pass: 2, octaves: 1 }]);
    expect(unfolded(score, octaves).score.notes.map(({ midi }) => midi)).toEqual([60, 62, 72, 74, 64]);
  });

  it('brings the tempo of the place it goes back to', () => {
    const plain = piece([START, END, PLAIN]);
    const [first, second] = plain.bars;
    const score: Score = {
      ...plain,
      marks: [
        { kind: 'tempo', onsetTicks: first!.onsetTicks, quartersPerMinute: 60 },
        { kind: 'tempo', onsetTicks: second!.onsetTicks, quartersPerMinute: 120 },
      ],
    };
    const tempi = unfolded(score).score.marks.map((mark) => (mark.kind === 'tempo' ? mark.quartersPerMinute : 0));
    expect(tempi).toEqual([60, 120, 60, 60, 120]);
  });
});
