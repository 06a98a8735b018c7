import type { Note, Score } from '@kettle-step/core';

/** Where the arrow keys lead from a note. */
export type Direction = 'earlier' | 'later' | 'higher' | 'lower';

const sameMoment = (a: Note, b: Note): boolean => a.onsetTicks === b.onsetTicks && a.graceIndex === b.graceIndex;

const alongHand = (score: Score, from: Note, forward: boolean): Note | undefined => {
  const line = score.notes.filter((note) => note.side === from.side);
  const others = line.filter((note) => !sameMoment(note, from));
  const at = line.indexOf(from);
  const next = forward
    ? others.find((note) => line.indexOf(note) > at)
    : others.findLast((note) => line.indexOf(note) < at);
  if (!next) return undefined;
  // Of a chord, the key nearest to where one comes from.
  const chord = line.filter((note) => sameMoment(note, next));
  return chord.reduce((best, note) =>
    Math.abs(note.midi - from.midi) < Math.abs(best.midi - from.midi) ? note : best,
  );
};

const acrossKeys = (score: Score, from: Note, up: boolean): Note | undefined => {
  const chord = score.notes.filter((note) => sameMoment(note, from)).sort((a, b) => a.midi - b.midi);
  const beside = chord[chord.indexOf(from) + (up ? 1 : -1)];
  if (beside) return beside;
  const wanted = up ? 'right' : 'left';
  if (from.side === wanted) return undefined;
  const others = score.notes.filter((note) => note.side === wanted);
  const [first, ...rest] = others;
  return (
    first &&
    rest.reduce(
      (best, note) =>
        Math.abs(note.onsetTicks - from.onsetTicks) < Math.abs(best.onsetTicks - from.onsetTicks) ? note : best,
      first,
    )
  );
};

/** The note an arrow key leads to: along the hand, or through the keys struck together and over to the other hand. */
export const noteBeside = (score: Score, from: Note, direction: Direction): Note | undefined => {
  switch (direction) {
    case 'earlier':
      return alongHand(score, from, false);
    case 'later':
      return alongHand(score, from, true);
    case 'higher':
      return acrossKeys(score, from, true);
    case 'lower':
      return acrossKeys(score, from, false);
  }
};

/** The first note of a bar in one hand, or in either when that hand is silent there. */
export const firstOfBar = (score: Score, bar: number, side: Note['side']): Note | undefined =>
  score.notes.find((note) => note.bar === bar && note.side === side) ?? score.notes.find((note) => note.bar === bar);

/** The next open bar of a hand after a place, or the last one before it; past the end it begins again. */
export const nextOpen = <Place extends { readonly side: Note['side']; readonly bar: number }>(
  open: readonly Place[],
  from: { readonly side: Note['side']; readonly bar: number },
  forward: boolean,
): Place | undefined => {
  // Hand by hand: first on in this hand, then from the beginning of the other, then of this one.
  const rank = ({ side, bar }: { readonly side: Note['side']; readonly bar: number }): number => {
    const ahead = forward ? bar - from.bar : from.bar - bar;
    if (side === from.side) return ahead > 0 ? ahead : 2e6 + (forward ? bar : -bar);
    return 1e6 + (forward ? bar : -bar);
  };
  const others = open.filter(({ side, bar }) => side !== from.side || bar !== from.bar);
  return [...others].sort((a, b) => rank(a) - rank(b))[0];
};
