import { diffArrays } from 'diff';
import type { Note, Score } from './score';

/** What of one score is found again in another: unchanged notes by id, and bars by index. */
export interface Alignment {
  readonly notes: ReadonlyMap<string, string>;
  readonly bars: ReadonlyMap<number, number>;
}

/** Bars of a piece in which bars were put in (positive) or taken out (negative) at a place. */
export const shiftedBars = (count: number, at: number, by: number): Alignment['bars'] =>
  new Map(
    Array.from({ length: count }, (_, bar) => [bar, bar < at ? bar : bar + by] as const).filter(
      ([bar]) => by >= 0 || bar < at || bar >= at - by,
    ),
  );

/** Pairs of bars that are compared note by note at most where stretches of them differ. */
const MOST_PAIRS = 250_000;

type Bar = readonly Note[];

const barsOf = (score: Score): readonly Bar[] => {
  const bars: Note[][] = score.bars.map(() => []);
  for (const note of score.notes) bars[note.bar]?.push(note);
  return bars;
};

/** Where and what a note is within its bar: hand, onset in quarters, key, and its place among grace notes. */
const placeOf = (score: Score, note: Note): string => {
  const onset = (note.onsetTicks - (score.bars[note.bar]?.onsetTicks ?? 0)) / score.ticksPerQuarter;
  return `${note.side} ${Math.round(onset * 1e6) / 1e6} ${note.midi} ${note.graceIndex ?? ''}`;
};

const placesOf = (score: Score, bar: Bar): readonly string[] => bar.map((note) => placeOf(score, note)).sort();

const countShared = (a: readonly string[], b: readonly string[]): number => {
  const left = new Set(b);
  return a.filter((place) => left.delete(place)).length;
};

/** Pairs bars of two stretches, in order, so that as many notes as possible are found again. */
const pairBars = (
  before: readonly (readonly string[])[],
  after: readonly (readonly string[])[],
): [number, number][] => {
  if (before.length * after.length > MOST_PAIRS)
    return before.flatMap((_, index): [number, number][] => (index < after.length ? [[index, index]] : []));
  const best = before.map(() => after.map(() => 0));
  const at = (row: number, column: number): number => best[row]?.[column] ?? 0;
  // A pair without a note in common is still the likelier one when both stretches are as long.
  const gain = (row: number, column: number): number => countShared(before[row]!, after[column]!) + 0.01;
  for (let row = before.length - 1; row >= 0; row -= 1)
    for (let column = after.length - 1; column >= 0; column -= 1)
      best[row]![column] = Math.max(
        at(row + 1, column),
        at(row, column + 1),
        at(row + 1, column + 1) + gain(row, column),
      );
  const pairs: [number, number][] = [];
  let [row, column] = [0, 0];
  while (row < before.length && column < after.length) {
    if (at(row, column) === at(row + 1, column + 1) + gain(row, column)) pairs.push([row++, column++]);
    else if (at(row, column) === at(row + 1, column)) row += 1;
    else column += 1;
  }
  return pairs;
};

const pairNotes = (before: Score, old: Bar, after: Score, now: Bar): [string, string][] => {
  const waiting = new Map<string, string[]>();
  for (const note of now) {
    const place = placeOf(after, note);
    waiting.set(place, [...(waiting.get(place) ?? []), note.id]);
  }
  return old.flatMap((note): [string, string][] => {
    const id = waiting.get(placeOf(before, note))?.shift();
    return id === undefined ? [] : [[note.id, id]];
  });
};

/**
 * Finds one score again in another that came from elsewhere: bars first, as lines of a text are found again, then the notes
 * of each by onset and key. Names of notes mean nothing here.
 */
export const alignScores = (before: Score, after: Score): Alignment => {
  const [old, now] = [barsOf(before), barsOf(after)];
  const [oldPlaces, newPlaces] = [old.map((bar) => placesOf(before, bar)), now.map((bar) => placesOf(after, bar))];
  const bars = new Map<number, number>();
  let [oldBar, newBar] = [0, 0];
  let removed = 0;
  const pair = (from: number, count: number, to: number, added: number): void => {
    const pairs = pairBars(oldPlaces.slice(from, from + count), newPlaces.slice(to, to + added));
    for (const [one, other] of pairs) bars.set(from + one, to + other);
  };
  const names = (places: readonly (readonly string[])[]): string[] => places.map((bar) => bar.join('|'));
  for (const change of diffArrays(names(oldPlaces), names(newPlaces))) {
    const { length } = change.value;
    if (change.removed) {
      removed += length;
      continue;
    }
    // What is taken out stands before what is put in for it.
    if (removed > 0) pair(oldBar, removed, newBar, change.added ? length : 0);
    oldBar += removed;
    removed = 0;
    if (!change.added) for (let index = 0; index < length; index += 1) bars.set(oldBar + index, newBar + index);
    if (!change.added) oldBar += length;
    newBar += length;
  }
  const notes = [...bars].flatMap(([from, to]) => pairNotes(before, old[from]!, after, now[to]!));
  return { notes: new Map(notes), bars };
};
