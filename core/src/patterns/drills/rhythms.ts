import type { Side } from '../../hand/hand';
import type { Key } from '../../score/score';
import type { Played } from '../learned';
import { TICKS } from '../rhythm';
import { BAR, musicOf, type Drill, type Struck } from './music';

/** Lengths and accents of a figure that goes on and on; it fills whole beats. */
interface Figure {
  readonly id: string;
  readonly title: string;
  readonly how: string;
  readonly strokes: readonly Omit<Struck, 'notes'>[];
}

const plain = (count: number, ticks: number, more: Partial<Struck> = {}): Omit<Struck, 'notes'>[] =>
  Array.from({ length: count }, (_, at) => ({
    ticks,
    ...more,
    ...(at === 0 ? { articulation: 'accent' as const } : {}),
  }));

const FIGURES: readonly Figure[] = [
  {
    id: 'long-short',
    title: 'Dotted: long, short',
    how: 'Rest on the long note and think the next two; the short one leads at once to the next.',
    strokes: [{ ticks: 9 }, { ticks: 3 }],
  },
  {
    id: 'short-long',
    title: 'Dotted: short, long',
    how: 'The other notes become the long ones now. Each pair is one quick gesture.',
    strokes: [{ ticks: 3 }, { ticks: 9 }],
  },
  {
    id: 'threes',
    title: 'Groups of three',
    how: 'Lean on the first of each three; the accent falls on another finger each time.',
    strokes: plain(3, 4, { isTriplet: true }),
  },
  {
    id: 'fours',
    title: 'Groups of four',
    how: 'Lean on the first of each four.',
    strokes: plain(4, 3),
  },
  {
    id: 'detached',
    title: 'Detached',
    how: 'Every note short and free: each finger begins from the key, the hand goes on in time.',
    strokes: [{ ticks: 6, articulation: 'staccato' }],
  },
];

/** Lays the notes of a line into a figure, bar by bar; a last note on a beat rings to the end of its bar. */
const inFigure = (played: readonly Played[], { strokes }: Figure): Struck[][] => {
  const bars: Struck[][] = [];
  let filled = BAR;
  played.forEach((one, at) => {
    if (filled >= BAR) {
      bars.push([]);
      filled = 0;
    }
    const stroke = strokes[at % strokes.length]!;
    const rings = at === played.length - 1 && filled % TICKS === 0;
    bars[bars.length - 1]!.push(rings ? { notes: [one], ticks: BAR - filled } : { ...stroke, notes: [one] });
    filled += stroke.ticks;
  });
  return bars;
};

/** The whole line in dotted rhythms, in groups, and detached. */
export const rhythmDrills = (
  hands: readonly { readonly side: Side; readonly played: readonly Played[] }[],
  key: Key,
): readonly Drill[] =>
  FIGURES.map((figure) => ({
    id: figure.id,
    title: figure.title,
    how: figure.how,
    soft: null,
    make: () =>
      musicOf(figure.title, Object.fromEntries(hands.map(({ side, played }) => [side, inFigure(played, figure)])), key),
  }));
