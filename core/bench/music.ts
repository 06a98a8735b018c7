import { readFileSync } from 'node:fs';
import { parseMusicXml, readScore } from '../src/formats/musicxml';
import type { Score } from '../src/score/score';

/** Keys a copy is moved to, semitones: the engine remembers what it has seen, so copies must not all look alike. */
const MOVES = [0, 2, -3, 5, -1, 4, 1, -2] as const;

const readPiece = (file: string): Score => {
  const document = parseMusicXml(readFileSync(file, 'utf8'));
  if (document.kind === 'error') throw new Error(document.error.code);
  const score = readScore(document.value);
  if (score.kind === 'error') throw new Error(score.error.code);
  return score.value;
};

const copyAfter = (score: Score, copy: number): Score => {
  const last = score.bars[score.bars.length - 1];
  const offset = copy * ((last?.onsetTicks ?? 0) + (last?.lengthTicks ?? 0));
  const bars = score.bars.length * copy;
  const move = MOVES[copy % MOVES.length] ?? 0;
  return {
    ...score,
    bars: score.bars.map((bar) => ({ ...bar, index: bar.index + bars, onsetTicks: bar.onsetTicks + offset })),
    notes: score.notes.map((note) => ({
      ...note,
      id: `${note.id}.${copy}`,
      midi: note.midi + move,
      bar: note.bar + bars,
      onsetTicks: note.onsetTicks + offset,
    })),
    slurs: score.slurs.map((slur) => ({
      ...slur,
      fromId: `${slur.fromId}.${copy}`,
      toId: `${slur.toId}.${copy}`,
      fromTicks: slur.fromTicks + offset,
      toTicks: slur.toTicks + offset,
    })),
  };
};

/** A two-hand piece of any length made of a demo piece of 16 bars in changing keys. */
export const longPiece = (bars: number): Score => {
  const piece = readPiece('demo/pieces/millrace.musicxml');
  const copies = Array.from({ length: Math.ceil(bars / piece.bars.length) }, (_, copy) => copyAfter(piece, copy));
  return {
    ...piece,
    bars: copies.flatMap((copy) => copy.bars).slice(0, bars),
    notes: copies.flatMap((copy) => copy.notes).filter((note) => note.bar < bars),
    slurs: copies.flatMap((copy) => copy.slurs),
    marks: piece.marks.filter((mark) => mark.kind === 'tempo'),
  };
};
