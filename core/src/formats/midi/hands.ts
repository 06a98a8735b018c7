import type { Side } from '../../hand/hand';
import { quantise, type Grid, type QuantisedNote } from './quantise';
import type { Performance, Stream } from './performance';
import { splitHands } from './split-hands';

/** How the hands were found. */
export type HandsBy = 'tracks' | 'computed';

export interface HandNote extends QuantisedNote {
  readonly side: Side;
}

const meanPitch = ({ notes }: Stream): number => notes.reduce((sum, { midi }) => sum + midi, 0) / notes.length;

/** General MIDI programs 0 to 7 are pianos. */
const isPiano = ({ program, name }: Stream): boolean => program <= 7 || /piano|klavier|hand/i.test(name);

const RIGHT_NAME = /right|\br\.?h\b|treble|upper|recht|droite/i;
const LEFT_NAME = /left|\bl\.?h\b|bass|lower|link|gauche/i;

/** Of two streams the one that says so, or lies higher, is the right hand's. */
const inOrder = (a: Stream, b: Stream): readonly [Stream, Stream] => {
  if (RIGHT_NAME.test(a.name) || LEFT_NAME.test(b.name)) return [a, b];
  if (RIGHT_NAME.test(b.name) || LEFT_NAME.test(a.name)) return [b, a];
  return meanPitch(a) >= meanPitch(b) ? [a, b] : [b, a];
};

/** The streams that a pianist plays: all where there are two at most, else the pianos among them. */
const pianoStreams = (streams: readonly Stream[]): readonly Stream[] => {
  if (streams.length <= 2) return streams;
  const pianos = streams.filter(isPiano);
  return pianos.length > 0 ? pianos : streams;
};

const byTime = (a: HandNote, b: HandNote): number => a.from - b.from || a.midi - b.midi;

/** Notes on the grid, each given to a hand: by two tracks or channels where there are two, else by a computed split. */
export const giveHands = (
  { streams }: Performance,
  grid: Grid,
): { readonly notes: readonly HandNote[]; readonly by: HandsBy } => {
  const played = pianoStreams(streams);
  const [first, second] = played;
  if (first && second && played.length === 2) {
    const [right, left] = inOrder(first, second);
    const of = (stream: Stream, side: Side): HandNote[] =>
      quantise(stream.notes, grid).map((note) => ({ ...note, side }));
    return { notes: [...of(right, 'right'), ...of(left, 'left')].sort(byTime), by: 'tracks' };
  }
  const notes = quantise(
    played.flatMap((stream) => stream.notes),
    grid,
  );
  const quarters = notes.map(({ midi, from, to }) => ({ midi, from: from / grid.steps, to: to / grid.steps }));
  const sides = splitHands(quarters);
  return { notes: notes.map((note, index) => ({ ...note, side: sides[index]! })).sort(byTime), by: 'computed' };
};
