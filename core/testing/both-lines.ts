import { inTimeOrder, type Score } from '../src/score/score';
import { line } from './line';

/** Both hands from two written lines; ids of the left hand begin with `l`. */
export const bothLines = (right: string, left: string, options: Parameters<typeof line>[1] = {}): Score => {
  const upper = line(right, { ...options, side: 'right' });
  const lower = line(left, { ...options, side: 'left' });
  const named = (id: string): string => `l${id}`;
  return {
    ...upper,
    bars: upper.bars.length >= lower.bars.length ? upper.bars : lower.bars,
    notes: [...upper.notes, ...lower.notes.map((note) => ({ ...note, id: named(note.id) }))].sort(inTimeOrder),
    slurs: [
      ...upper.slurs,
      ...lower.slurs.map((slur) => ({ ...slur, fromId: named(slur.fromId), toId: named(slur.toId) })),
    ],
  };
};
