import type { Passage } from './passage';
import type { Performance } from './performance';

/**
 * The first look: which played note is which expected one, by their order alone. Dynamic programming over both sequences (the string
 * edit distance of Needleman and Wunsch, 1970), in which the playing may also start again from another moment of the passage.
 */

/** Played and expected notes that follow one another without a new start. */
export interface Stretch {
  /** Places in the performance: the first, and the one after the last. */
  readonly played: readonly [number, number];
  /** Strikes of the passage: the first, and the one after the last. */
  readonly strikes: readonly [number, number];
  /** Expected notes: the first, and the one after the last. */
  readonly notes: readonly [number, number];
  /** Places of a played and an expected note with the same key, in whichever octave. */
  readonly pairs: readonly (readonly [number, number])[];
}

/** Prices of the search: a note too many or too few is the unit. Fitted by hand on the simulated player. */
const GAP = 1;
const OCTAVE = 0.7;
const NEAR_KEY = 1.2;
const OTHER_KEY = 1.5;
const NEW_START = 3;
const NEAR_SEMITONES = 2;

const priceOf = (played: number, expected: number): number => {
  const apart = Math.abs(played - expected);
  if (apart === 0) return 0;
  if (apart % 12 === 0) return OCTAVE;
  return apart <= NEAR_SEMITONES ? NEAR_KEY : OTHER_KEY;
};

/** Prices by the distance between two keys: the inner loop looks them up. */
const PRICES = Float32Array.from({ length: 128 }, (_, apart) => priceOf(apart, 0));

const [PAIR, MISSED, ADDED, STARTED] = [0, 1, 2, 3] as const;

/** Steps of the cheapest way to each cell, and where a new start came from in each row. */
interface Ways {
  readonly width: number;
  readonly steps: Uint8Array;
  readonly cameFrom: Int32Array;
  /** How many expected notes the cheapest whole way passes. */
  readonly end: number;
}

const indexOfLeast = (row: Float32Array): number => {
  let best = 0;
  for (let at = 1; at < row.length; at += 1) if (row[at]! < row[best]!) best = at;
  return best;
};

/** Lets a row begin anew at any strike, from its cheapest cell. @returns that cell */
const startAnew = (row: Float32Array, steps: Uint8Array, starts: Uint8Array): number => {
  const best = indexOfLeast(row);
  const price = row[best]! + NEW_START;
  for (let at = 0; at < row.length; at += 1) {
    if (starts[at] === 1 && price < row[at]!) {
      row[at] = price;
      steps[at] = STARTED;
    } else if (at > 0 && row[at - 1]! + GAP < row[at]!) {
      row[at] = row[at - 1]! + GAP;
      steps[at] = MISSED;
    }
  }
  return best;
};

/** One row of the search: everything up to one more played note. */
const fill = (
  row: Float32Array,
  before: Float32Array,
  steps: Uint8Array,
  expected: Uint8Array,
  played: number,
): void => {
  row[0] = before[0]! + GAP;
  steps[0] = ADDED;
  for (let at = 1; at < row.length; at += 1) {
    let price = before[at - 1]! + PRICES[Math.abs(expected[at - 1]! - played)]!;
    let step: number = PAIR;
    const added = before[at]! + GAP;
    if (added < price) [price, step] = [added, ADDED];
    const missed = row[at - 1]! + GAP;
    if (missed < price) [price, step] = [missed, MISSED];
    row[at] = price;
    steps[at] = step;
  }
};

const search = ({ notes, strikes }: Passage, performance: Performance): Ways => {
  const width = notes.length + 1;
  const expected = Uint8Array.from(notes, ({ note }) => note.midi);
  const starts = new Uint8Array(width);
  for (const { from } of strikes) starts[from] = 1;
  const steps = new Uint8Array(width * (performance.length + 1));
  const cameFrom = new Int32Array(performance.length + 1);
  let before = Float32Array.from({ length: width }, (_, at) => at * GAP);
  steps.fill(MISSED, 1, width);
  cameFrom[0] = startAnew(before, steps.subarray(0, width), starts);
  let row = new Float32Array(width);
  performance.forEach(({ midi }, at) => {
    const own = steps.subarray((at + 1) * width, (at + 2) * width);
    fill(row, before, own, expected, midi);
    cameFrom[at + 1] = startAnew(row, own, starts);
    [before, row] = [row, before];
  });
  // What is left unplayed at the end costs no more than a new start.
  const end = indexOfLeast(before.map((price, at) => price + Math.min(NEW_START, (width - 1 - at) * GAP)));
  return { width, steps, cameFrom, end };
};

/** So many notes round a new start are looked at again. */
const ROUND_START = 8;

/** How far a new start can be moved, notes of the playing: so many that fit both what goes on and what begins anew. */
const roomAt = ({ notes }: Passage, performance: Performance, before: Stretch, after: Stretch, by: 1 | -1): number => {
  const [from, expected] = by === 1 ? [after.played[0], before.notes[1]] : [after.played[0] - 1, after.notes[0] - 1];
  let room = 0;
  while (
    room < ROUND_START &&
    performance[from + by * room] !== undefined &&
    performance[from + by * room]!.midi === notes[expected + by * room]?.note.midi
  )
    room += 1;
  return room;
};

/** Two stretches with so many notes more in the first, fewer where it is negative. */
const movedStart = ({ notes }: Passage, before: Stretch, after: Stretch, by: number): readonly [Stretch, Stretch] => {
  const at = after.played[0] + by;
  const [end, begin] = [before.notes[1] + by, after.notes[0] + by];
  const all = [...before.pairs, ...after.pairs];
  const given = (from: number, shift: number): readonly (readonly [number, number])[] =>
    Array.from({ length: Math.abs(by) }, (_, step) => [Math.min(at, at - by) + step, from + step + shift] as const);
  const isFirst = ([played]: readonly [number, number]): boolean => played < Math.min(at, at - by);
  const isSecond = ([played]: readonly [number, number]): boolean => played >= Math.max(at, at - by);
  return [
    {
      played: [before.played[0], at],
      notes: [before.notes[0], end],
      strikes: [before.strikes[0], notes[end - 1]!.strike + 1],
      pairs: [...all.filter(isFirst), ...(by > 0 ? given(before.notes[1], 0) : [])],
    },
    {
      played: [at, after.played[1]],
      notes: [begin, after.notes[1]],
      strikes: [notes[begin]!.strike, after.strikes[1]],
      pairs: [...(by < 0 ? given(begin, 0) : []), ...all.filter(isSecond)],
    },
  ];
};

/** A player who starts again stops first: of all places at which a new start fits alike, it is where the longest wait is. */
const settleStarts = (
  passage: Passage,
  performance: Performance,
  stretches: readonly Stretch[],
): readonly Stretch[] => {
  const settled = [...stretches];
  for (let at = 1; at < settled.length; at += 1) {
    const [before, after] = [settled[at - 1]!, settled[at]!];
    const waitAt = (by: number): number =>
      performance[after.played[0] + by]!.onMs - performance[after.played[0] + by - 1]!.onMs;
    const most = Math.min(roomAt(passage, performance, before, after, 1), after.notes[1] - after.notes[0] - 1);
    const least = -Math.min(roomAt(passage, performance, before, after, -1), before.notes[1] - before.notes[0] - 1);
    let best = 0;
    for (let by = least; by <= most; by += 1) if (waitAt(by) > waitAt(best)) best = by;
    if (best !== 0) [settled[at - 1], settled[at]] = movedStart(passage, before, after, best);
  }
  return settled;
};

/** Stretches of the playing, in its order; empty where nothing was played. */
export const align = (passage: Passage, performance: Performance): readonly Stretch[] => {
  const { width, steps, cameFrom, end } = search(passage, performance);
  const stretches: Stretch[] = [];
  let pairs: [number, number][] = [];
  let [played, expected] = [performance.length, end];
  let last: readonly [number, number] = [played, expected];
  const close = (): void => {
    const [from, until] = [passage.notes[expected]?.strike, passage.notes[last[1] - 1]?.strike];
    if (last[0] > played && from !== undefined && until !== undefined && until >= from)
      stretches.push({
        played: [played, last[0]],
        notes: [expected, last[1]],
        strikes: [from, until + 1],
        pairs: pairs.reverse(),
      });
    pairs = [];
  };
  while (played > 0 || expected > 0) {
    const step = steps[played * width + expected]!;
    if (step === STARTED) {
      close();
      expected = cameFrom[played]!;
      last = [played, expected];
      continue;
    }
    if (step !== MISSED) played -= 1;
    if (step !== ADDED) expected -= 1;
    if (step !== PAIR) continue;
    const apart = performance[played]!.midi - passage.notes[expected]!.note.midi;
    if (apart % 12 === 0) pairs.push([played, expected]);
  }
  close();
  return settleStarts(passage, performance, stretches.reverse());
};
