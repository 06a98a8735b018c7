import fc from 'fast-check';
import { scores } from '../../testing/scores';
import { alignScores, shiftedBars } from './align';
import type { Score } from './score';

/** The same music with names of its own for every note. */
const renamed = (score: Score): Score => ({
  ...score,
  notes: score.notes.map((note) => ({ ...note, id: `new-${note.id}` })),
});

/** A score without one of its bars. */
const withoutBar = (score: Score, gone: number): Score => {
  const length = score.bars[gone]!.lengthTicks;
  const shift = (bar: number): number => (bar > gone ? -1 : 0);
  return {
    ...score,
    bars: score.bars
      .filter(({ index }) => index !== gone)
      .map((bar) => ({
        ...bar,
        index: bar.index + shift(bar.index),
        onsetTicks: bar.onsetTicks + shift(bar.index) * length,
      })),
    notes: score.notes
      .filter(({ bar }) => bar !== gone)
      .map((note) => ({
        ...note,
        bar: note.bar + shift(note.bar),
        onsetTicks: note.onsetTicks + shift(note.bar) * length,
      })),
  };
};

describe('one score found again in another', () => {
  it('finds every note and bar of the same music, whatever its notes are called', () => {
    fc.assert(
      fc.property(scores(), (score) => {
        const { notes, bars } = alignScores(score, renamed(score));
        expect([...bars]).toEqual(score.bars.map(({ index }) => [index, index]));
        for (const { id } of score.notes) expect(notes.has(id)).toBe(true);
        // Two voices may strike one key together; each note still finds a partner of its own.
        expect(new Set(notes.values()).size).toBe(score.notes.length);
      }),
      { numRuns: 60 },
    );
  });

  it('finds what is left when a bar is gone', () => {
    fc.assert(
      fc.property(scores(), fc.nat(3), (score, at) => {
        if (score.bars.length < 2) return;
        const gone = at % score.bars.length;
        const { notes } = alignScores(score, renamed(withoutBar(score, gone)));
        for (const note of score.notes) if (note.bar !== gone) expect(notes.has(note.id)).toBe(true);
      }),
      { numRuns: 60 },
    );
  });

  it('loses only the notes whose key changed', () => {
    fc.assert(
      fc.property(scores(), fc.nat(1000), (score, at) => {
        const changed = score.notes[at % score.notes.length]!;
        const other = {
          ...score,
          notes: score.notes.map((note) => (note === changed ? { ...note, midi: 21 } : note)),
        };
        const { notes } = alignScores(score, renamed(other));
        const lost = score.notes.filter(({ id }) => !notes.has(id));
        // Of two voices on one key either may be the one that is found.
        expect(lost.map(({ onsetTicks, midi, side }) => ({ onsetTicks, midi, side }))).toEqual([
          { onsetTicks: changed.onsetTicks, midi: changed.midi, side: changed.side },
        ]);
      }),
      { numRuns: 60 },
    );
  });

  it('reads the same in finer ticks', () => {
    const score = fc.sample(scores(), { numRuns: 1, seed: 3 })[0]!;
    const finer = {
      ...score,
      ticksPerQuarter: score.ticksPerQuarter * 2,
      bars: score.bars.map((bar) => ({ ...bar, onsetTicks: bar.onsetTicks * 2, lengthTicks: bar.lengthTicks * 2 })),
      notes: score.notes.map((note) => ({ ...note, onsetTicks: note.onsetTicks * 2 })),
    };
    expect(alignScores(score, finer).notes.size).toBe(score.notes.length);
  });

  it('knows where bars go when some are put in or taken out', () => {
    expect([...shiftedBars(3, 1, 1)]).toEqual([
      [0, 0],
      [1, 2],
      [2, 3],
    ]);
    expect([...shiftedBars(3, 1, -1)]).toEqual([
      [0, 0],
      [2, 1],
    ]);
  });
});
