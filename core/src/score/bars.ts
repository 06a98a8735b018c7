import { grouped } from '../grouped';
import { lastUpTo } from '../sorted';
import { beatTicks, type Bar, type Score } from './score';

/** Finding bars. */

/** The index of the bar that a moment is in; of the first one for a moment before the piece. */
export const barAt = ({ bars }: Pick<Score, 'bars'>, ticks: number): number =>
  Math.max(
    0,
    lastUpTo(bars, ticks, ({ onsetTicks }) => onsetTicks),
  );

/** The indices of the first and last bar whose printed numbers lie between two (null: no limit); undefined where none does. */
export const barsNumbered = (
  { bars }: Pick<Score, 'bars'>,
  first: number | null,
  last: number | null,
): readonly [number, number] | undefined => {
  const inside = bars.filter(({ number }) => number >= (first ?? -Infinity) && number <= (last ?? Infinity));
  const [from, to] = [inside[0], inside[inside.length - 1]];
  return from && to && [from.index, to.index];
};

/** Things by the bar they are in, each bar's in their order. */
export const byBar = <T extends { readonly bar: number }>(all: readonly T[]): ReadonlyMap<number, readonly T[]> =>
  grouped(all, ({ bar }) => bar);

/** Ticks at which the beats of a bar begin; the first is the bar's own beginning, even where an upbeat begins within a beat. */
export const beatStartsIn = (score: Score, bar: Bar): readonly number[] => {
  const beat = beatTicks(score, bar.metre);
  const starts: number[] = [];
  for (let at = -(bar.missingTicks % beat); at < bar.lengthTicks; at += beat)
    starts.push(bar.onsetTicks + Math.max(0, at));
  return starts;
};
