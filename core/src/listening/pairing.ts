import { median } from 'es-toolkit';
import { grouped } from '../grouped';
import { lastUpTo } from '../sorted';
import type { Stretch } from './alignment';
import type { Passage } from './passage';
import type { Performance, PlayedNote } from './performance';

/**
 * The second look: when each note was due, from the first look, and which played note it is by time. The order of two hands that are
 * apart, or which of several repeated notes was left out, is only told by time.
 */

/** What became of an expected note. */
export interface Heard {
  /** Place in `Passage.notes`. */
  readonly expected: number;
  readonly played: PlayedNote;
}

export interface Pairs {
  /** The right key. */
  readonly right: readonly Heard[];
  /** Another key at its time. */
  readonly wrong: readonly Heard[];
  /** Places in `Passage.notes`. */
  readonly missed: readonly number[];
  readonly added: readonly PlayedNote[];
  /** How long a written second lasted, ms. */
  readonly pace: number;
}

/** Moments that are looked at round one when its time is smoothed, on each side. */
const ROUND = 4;
/** A note is looked for round its time, as a part of a beat, and within limits, ms. Our choice. */
const SEARCH_BEATS = 1;
const SEARCH_MS = [300, 1000] as const;
/** Another key is a wrong one, and not an added one, this near the time of a note that is missing. */
const WRONG_MS = 350;

/** When the moments of a stretch were struck, by the first look: place of the strike, and ms. */
const struckTimes = (
  passage: Passage,
  performance: Performance,
  stretch: Stretch,
): readonly (readonly [number, number])[] => {
  const times = new Map<number, number[]>();
  for (const [played, expected] of stretch.pairs) {
    const { strike, note } = passage.notes[expected]!;
    if (note.graceIndex === null) times.set(strike, [...(times.get(strike) ?? []), performance[played]!.onMs]);
  }
  return [...times].map(([strike, all]) => [strike, median(all)]);
};

/** How long a written second lasts, ms: the middle of what is heard from each moment to the next. */
const paceOf = (passage: Passage, times: readonly (readonly [number, number])[]): number | undefined => {
  const paces = times.slice(1).flatMap(([strike, ms], at) => {
    const [before, msBefore] = times[at]!;
    const written = passage.strikes[strike]!.seconds - passage.strikes[before]!.seconds;
    return written > 0 && ms > msBefore ? [(ms - msBefore) / written] : [];
  });
  return paces.length > 0 ? median(paces) : undefined;
};

/**
 * When each moment of a stretch is due, ms. How late it is against an even pace is smoothed by a running median: that keeps a halt where
 * it was, and takes out what comes back to the pace at once.
 */
const dueTimes = (
  passage: Passage,
  stretch: Stretch,
  times: readonly (readonly [number, number])[],
  pace: number,
): ((strike: number) => number) => {
  const written = (strike: number): number => passage.strikes[strike]!.seconds * pace;
  const late = times.map(([strike, ms]) => ms - written(strike));
  const smooth = late.map((_, at) => {
    const reach = Math.min(ROUND, at, late.length - 1 - at);
    return median(late.slice(at - reach, at + reach + 1));
  });
  const due = new Map<number, number>();
  let at = 0;
  for (let strike = stretch.strikes[0]; strike < stretch.strikes[1]; strike += 1) {
    while (at + 1 < times.length && times[at + 1]![0] <= strike) at += 1;
    const [before, after] = [times[at]!, times[at + 1]];
    const isBetween = after !== undefined && before[0] < strike;
    const share = isBetween
      ? (written(strike) - written(before[0])) / (written(after[0]) - written(before[0]) || 1)
      : 0;
    due.set(strike, written(strike) + smooth[at]! + (isBetween ? share * (smooth[at + 1]! - smooth[at]!) : 0));
  }
  return (strike) => due.get(strike)!;
};

interface Due {
  readonly expected: number;
  readonly midi: number;
  readonly ms: number;
  /** So far from its time it is looked for. */
  readonly within: number;
}

const dueNotes = (
  passage: Passage,
  { strikes }: Stretch,
  dueAt: (strike: number) => number,
  pace: number,
): readonly Due[] => {
  const [from, until] = [passage.strikes[strikes[0]]!.from, passage.strikes[strikes[1] - 1]!.until];
  return passage.notes.slice(from, until).map(({ note, strike, seconds }, at) => {
    const { seconds: moment, beatSeconds } = passage.strikes[strike]!;
    return {
      expected: from + at,
      midi: note.midi,
      ms: dueAt(strike) + (seconds - moment) * 1000,
      within: Math.min(SEARCH_MS[1], Math.max(SEARCH_MS[0], SEARCH_BEATS * beatSeconds * pace)),
    };
  });
};

const keyOf = ({ midi }: { readonly midi: number }): number => midi;

/** Strokes of one key against the notes on it, in order, nearest in time. */
const pairKey = (due: readonly Due[], played: readonly PlayedNote[]): readonly Heard[] => {
  const rows = due.length + 1;
  const columns = played.length + 1;
  const prices = new Float64Array(rows * columns);
  const isPair = new Uint8Array(rows * columns);
  const skip = (at: number): number => due[Math.min(at, due.length - 1)]!.within / 2;
  for (let row = 0; row < rows; row += 1)
    for (let column = 0; column < columns; column += 1) {
      if (row === 0 && column === 0) continue;
      const cell = row * columns + column;
      const missed = row > 0 ? prices[cell - columns]! + skip(row - 1) : Infinity;
      const added = column > 0 ? prices[cell - 1]! + skip(row) : Infinity;
      const apart = row > 0 && column > 0 ? Math.abs(due[row - 1]!.ms - played[column - 1]!.onMs) : Infinity;
      const pair =
        row > 0 && column > 0 && apart <= due[row - 1]!.within ? prices[cell - columns - 1]! + apart : Infinity;
      prices[cell] = Math.min(missed, added, pair);
      if (pair <= missed && pair <= added) isPair[cell] = 1;
    }
  const pairs: Heard[] = [];
  let [row, column] = [due.length, played.length];
  while (row > 0 && column > 0) {
    const cell = row * columns + column;
    if (isPair[cell] === 1) {
      row -= 1;
      column -= 1;
      pairs.push({ expected: due[row]!.expected, played: played[column]! });
    } else if (prices[cell] === prices[cell - columns]! + skip(row - 1)) row -= 1;
    else column -= 1;
  }
  return pairs;
};

/** How unlikely it is that a finger meant for one key struck another, in ms of lateness: neighbours and an octave are likely. Our choice. */
const unlikely = (semitones: number): number =>
  Math.abs(semitones) === 12 ? 5 : Math.min(120, 4 * Math.abs(semitones));

/** Other keys for missing notes, the likeliest first. */
const pairWrong = (missing: readonly Due[], left: readonly PlayedNote[]): readonly Heard[] => {
  const sorted = [...left].sort((a, b) => a.onMs - b.onMs);
  const upTo = (ms: number): number => 1 + lastUpTo(sorted, ms, ({ onMs }) => onMs);
  const likely = missing
    .flatMap(({ expected, midi, ms, within }) =>
      sorted
        .slice(upTo(ms - Math.min(within, WRONG_MS)), upTo(ms + Math.min(within, WRONG_MS)))
        .map((played) => ({ expected, played, price: Math.abs(played.onMs - ms) + unlikely(played.midi - midi) })),
    )
    .sort((a, b) => a.price - b.price);
  const [taken, used] = [new Set<number>(), new Set<PlayedNote>()];
  return likely.flatMap(({ expected, played }): readonly Heard[] => {
    if (taken.has(expected) || used.has(played)) return [];
    taken.add(expected);
    used.add(played);
    return [{ expected, played }];
  });
};

const pairStretch = (passage: Passage, performance: Performance, stretch: Stretch, usual: number): Pairs => {
  const struck = performance.slice(...stretch.played);
  const times = struckTimes(passage, performance, stretch);
  if (times.length === 0) return { right: [], wrong: [], missed: [], added: struck, pace: usual };
  const pace = paceOf(passage, times) ?? usual;
  const due = dueNotes(passage, stretch, dueTimes(passage, stretch, times, pace), pace);
  const keys = grouped(struck, keyOf);
  const right = [...grouped(due, keyOf)].flatMap(([midi, all]) => pairKey(all, keys.get(midi) ?? []));
  const [found, used] = [new Set(right.map(({ expected }) => expected)), new Set(right.map(({ played }) => played))];
  const missing = due.filter(({ expected }) => !found.has(expected));
  const left = struck.filter((note) => !used.has(note));
  const wrong = pairWrong(missing, left);
  const [taken, spent] = [new Set(wrong.map(({ expected }) => expected)), new Set(wrong.map(({ played }) => played))];
  return {
    right,
    wrong,
    missed: missing.flatMap(({ expected }) => (taken.has(expected) ? [] : [expected])),
    added: left.filter((note) => !spent.has(note)),
    pace,
  };
};

/** What became of each note in each stretch of the playing. */
export const pairsOf = (
  passage: Passage,
  performance: Performance,
  stretches: readonly Stretch[],
): readonly Pairs[] => {
  const paces = stretches.flatMap((stretch) => {
    const pace = paceOf(passage, struckTimes(passage, performance, stretch));
    return pace === undefined ? [] : [pace];
  });
  const usual = paces.length > 0 ? median(paces) : 1000;
  return stretches.map((stretch) => pairStretch(passage, performance, stretch, usual));
};
