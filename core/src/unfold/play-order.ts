import type { Bar, RoadSign } from '../score/score';

/** The order in which the bars of a piece are played. */

export interface PlayedBar {
  /** Index into `Score.bars`. */
  readonly bar: number;
  /** Which time this bar is played, from 1. */
  readonly pass: number;
}

/** A piece whose repeats would be played longer is taken as written: nobody plays it, and a page must not stand still. */
const MOST_BARS = 20_000;

/** A passage that is repeated: where it goes back to, and how often it is played. */
interface Passage {
  readonly start: number;
  readonly times: number;
}

const hasEnding = (bar: Bar | undefined): boolean => (bar?.endings.length ?? 0) > 0;

/** How often the passage whose endings begin at this bar is played: as often as an ending is numbered, or a repeat says. */
const timesOfEndings = (bars: readonly Bar[], from: number): number => {
  let times = 1;
  let numbered = 0;
  for (let at = from; hasEnding(bars[at]); at += 1) {
    const { endings, repeatEnd } = bars[at]!;
    times = Math.max(times, repeatEnd > 0 && numbered <= 1 ? repeatEnd : 1, ...endings);
    numbered = Math.max(numbered, ...endings);
    if (bars[at + 1]?.repeatStart) break;
  }
  return times;
};

/** For each bar the passage it is in: from a repeat's start, or from where the last one ended, to where it goes on. */
const passagesOf = (bars: readonly Bar[]): readonly Passage[] => {
  const passages: Passage[] = [];
  let start = 0;
  const close = (until: number, times: number): void => {
    while (passages.length < until) passages.push({ start, times });
  };
  for (let at = 0; at < bars.length; at += 1) {
    const bar = bars[at]!;
    if (bar.repeatStart && at > start) {
      close(at, 1);
      start = at;
    }
    if (hasEnding(bar)) {
      const times = timesOfEndings(bars, at);
      while (hasEnding(bars[at + 1]) && !bars[at + 1]!.repeatStart) at += 1;
      close(at + 1, times);
      start = at + 1;
    } else if (bar.repeatEnd > 0) {
      close(at + 1, bar.repeatEnd);
      start = at + 1;
    }
  }
  close(bars.length, 1);
  return passages;
};

/** A stretch that is played more than once because of a repeat sign. */
export interface RepeatedPassage {
  /** Indices of the first and last bar, endings with it. */
  readonly bars: readonly [number, number];
  readonly times: number;
}

/** Passages that a repeat sign has played again, in the order they are written. */
export const repeatedPassages = (bars: readonly Bar[]): readonly RepeatedPassage[] => {
  const passages = passagesOf(bars);
  const starts = [...new Set(passages.map(({ start }) => start))];
  return starts.flatMap((start): RepeatedPassage[] => {
    const own = passages.flatMap((one, bar) => (one.start === start && one.times > 1 ? [bar] : []));
    return own.length === 0 ? [] : [{ bars: [own[0]!, own[own.length - 1]!], times: passages[own[0]!]!.times }];
  });
};

const find = (bars: readonly Bar[], sign: RoadSign): number => bars.findIndex(({ signs }) => signs.includes(sign));

/** Where D.C. and D.S., Fine and Coda lead; -1 where there is none. Of two coda signs without “To Coda” the first one sends. */
const roadsOf = (bars: readonly Bar[]) => {
  const codas = bars.flatMap(({ index, signs }) => (signs.includes('coda') ? [index] : []));
  const named = find(bars, 'to-coda');
  const leaves = named >= 0 ? named : codas.length > 1 ? codas[0]! : -1;
  return { segno: Math.max(0, find(bars, 'segno')), leaves, coda: codas.find((bar) => bar > leaves) ?? -1 };
};

/**
 * Bars as they are played: repeats, endings, D.C., D.S., Fine and Coda. After D.C. or D.S. repeats are not taken again, and the last
 * ending is (common practice, and what the engraver plays). A repeat without a beginning goes back to where the last one ended
 * (ABC 2.1).
 * @example playOrder(score.bars).map(({ bar }) => bar) // [0, 1, 0, 2]
 */
export const playOrder = (bars: readonly Bar[]): readonly PlayedBar[] => {
  const passages = passagesOf(bars);
  const roads = roadsOf(bars);
  const counts = bars.map(() => 0);
  const played: PlayedBar[] = [];
  let [at, time, hasJumped] = [0, 1, false];
  while (at < bars.length) {
    if (played.length > MOST_BARS) return bars.map((_, bar) => ({ bar, pass: 1 }));
    const bar = bars[at]!;
    const { start, times } = passages[at]!;
    const now = hasJumped ? times : time;
    if (hasEnding(bar) && !bar.endings.includes(now)) {
      at += 1;
      if (passages[at]?.start !== start) time = 1;
      continue;
    }
    counts[at]! += 1;
    played.push({ bar: at, pass: counts[at]! });
    if (hasJumped && bar.signs.includes('fine')) break;
    if (hasJumped && at === roads.leaves && roads.coda >= 0) at = roads.coda;
    else if (!hasJumped && bar.repeatEnd > 0 && time < times) [at, time] = [start, time + 1];
    else if (!hasJumped && bar.signs.includes('da-capo')) [at, time, hasJumped] = [0, 1, true];
    else if (!hasJumped && bar.signs.includes('dal-segno')) [at, time, hasJumped] = [roads.segno, 1, true];
    else {
      at += 1;
      if (passages[at]?.start !== start) time = 1;
    }
  }
  return played;
};

/** Runs of bars that are played one after another, as indices of the first and last. @example playRuns(score.bars) // [[0, 1], [0, 2]] */
export const playRuns = (bars: readonly Bar[]): readonly (readonly [number, number])[] => {
  const runs: [number, number][] = [];
  for (const { bar } of playOrder(bars)) {
    const run = runs[runs.length - 1];
    if (run && run[1] === bar - 1) run[1] = bar;
    else runs.push([bar, bar]);
  }
  return runs;
};
