import type { Metre } from '../../score/score';
import type { FingeredPattern } from '../fingered';
import { TICKS } from '../rhythm';
import { togetherOf, type TogetherMoment } from '../together';

/** What both hands tap over and over: bars of moments that are equally long. */
export interface Loop {
  readonly bars: readonly (readonly TogetherMoment[])[];
  readonly metre: Metre;
  /** Of each moment. */
  readonly ticks: number;
}

/** More moments than this in a bar are written as eighths. */
const MOST_QUARTERS = 8;

const inBars = (bars: readonly (readonly TogetherMoment[])[]): Loop => {
  const beats = Math.max(...bars.map(({ length }) => length));
  const isShort = beats > MOST_QUARTERS;
  return { bars, metre: { beats, beatType: isShort ? 8 : 4 }, ticks: isShort ? TICKS / 2 : TICKS };
};

/** Moments to a bar where nothing comes round in an octave. */
const PLAIN_BAR = 8;

const inPlainBars = (moments: readonly TogetherMoment[]): Loop =>
  inBars(
    Array.from({ length: Math.ceil(moments.length / PLAIN_BAR) }, (_, bar) =>
      moments.slice(bar * PLAIN_BAR, (bar + 1) * PLAIN_BAR),
    ),
  );

/**
 * The shortest part of a pattern that can be repeated: of a line, one octave up and one down, from key-note to key-note and inside
 * the line where it has several octaves, so that its ends do not count; of everything else all but its last stroke.
 */
export const loopOf = (fingered: FingeredPattern): Loop => {
  const { wish, ladder, hands } = fingered.pattern;
  const moments = togetherOf(fingered);
  const places = hands.right.map(({ rung, falling }) => ({ rung, falling }));
  const comesOnce = new Set(places.map(({ rung, falling }) => `${rung} ${falling}`)).size === places.length;
  const size = ladder.perOctave;
  if (!comesOnce || wish.octaves * size >= moments.length) return inPlainBars(moments.slice(0, -1));
  const lowest = Math.min(...places.map(({ rung }) => rung));
  const between = (from: number, to: number, falls: boolean): readonly TogetherMoment[] =>
    moments.filter((_, at) => {
      const { rung, falling } = places[at]!;
      return falling === falls && rung - lowest >= from && rung - lowest <= to;
    });
  const first = wish.octaves > 1 ? size : 0;
  const ways = [between(first, first + size - 1, false), between(1, size, true)];
  return inBars(ways.filter(({ length }) => length > 0));
};
