import fc from 'fast-check';
import { demoPieces } from '../../../testing/demo';
import { openScore } from '../../../testing/musicxml';
import { scores } from '../../../testing/scores';
import type { Note, Score } from '../../score/score';
import { readMidi, type MidiScore } from './read';
import { writeMidi } from './write';

const read = (bytes: Uint8Array): MidiScore => {
  const result = readMidi(bytes);
  if (result.kind === 'error') throw new Error(JSON.stringify(result.error));
  return result.value;
};

/** A key that is struck while it sounds, in the same hand, is struck anew: MIDI cannot hold it twice. */
const strokes = (score: Score): readonly string[] => {
  const own = score.notes.filter(({ graceIndex }) => graceIndex === null);
  const end = (note: Note): number => {
    const again = own.filter(
      ({ side, midi, onsetTicks }) => side === note.side && midi === note.midi && onsetTicks > note.onsetTicks,
    );
    return Math.min(note.onsetTicks + note.durationTicks, ...again.map(({ onsetTicks }) => onsetTicks));
  };
  const longest = new Map<string, number>();
  for (const note of own) {
    const key = `${note.side} ${note.midi} ${(note.onsetTicks / score.ticksPerQuarter).toFixed(4)}`;
    longest.set(key, Math.max(longest.get(key) ?? 0, (end(note) - note.onsetTicks) / score.ticksPerQuarter));
  }
  return [...longest].map(([key, quarters]) => `${key} ${quarters.toFixed(4)}`).sort();
};

const expectSame = (score: Score): void => {
  const { score: again, findings } = read(writeMidi(score));
  expect(findings).toMatchObject({ handsBy: 'tracks', keyGiven: true, metreGiven: true });
  expect(strokes(again)).toEqual(strokes(score));
  expect(again.bars[0]?.metre).toEqual(score.bars[0]?.metre);
  expect(again.bars[0]?.key).toEqual(score.bars[0]?.key);
};

describe('a score written as MIDI', () => {
  it('reads again with the same strokes, hand by hand', () => {
    fc.assert(fc.property(scores({ plain: true }), expectSame), { numRuns: 200 });
  });

  // Grace notes come back as the short notes that are played for them.
  it.each(demoPieces())('keeps the strokes of $name', ({ bytes }) => {
    const { score } = openScore(bytes);
    if (score.notes.some(({ graceIndex }) => graceIndex !== null)) return;
    const { score: again } = read(writeMidi(score));
    expect(strokes(again)).toEqual(strokes(score));
  });

  // Spelling by key against the spelling of the pieces, which a person wrote.
  it.each(demoPieces())('spells $name as it is written', ({ bytes }) => {
    const { score } = openScore(bytes);
    const { score: again } = read(writeMidi(score));
    const names = (of: Score): readonly string[] =>
      of.notes
        .filter(({ graceIndex }) => graceIndex === null)
        .map(({ pitch, midi, onsetTicks }) => `${onsetTicks / of.ticksPerQuarter} ${midi} ${pitch.step}${pitch.alter}`)
        .sort();
    if (score.notes.some(({ graceIndex }) => graceIndex !== null)) return;
    expect(names(again)).toEqual(names(score));
  });
});
