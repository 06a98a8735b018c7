import { SIDES, type Finger } from '../hand/hand';
import type { PianoPlan } from '../plan/plan';
import { barInWords, numberOfBar } from '../score/bar-words';
import { quartersPerMinuteAt } from '../score/tempo';
import type { Score } from '../score/score';
import { strikesOf } from './lines';

/** From the tempo that is steady today to the goal, over weeks. Tempi are quarters a minute. */

export interface LadderWish {
  readonly today: number;
  /** Null for the tempo that is written. */
  readonly goal: number | null;
  readonly weeks: number;
  readonly daysAWeek: number;
}

export interface Rung {
  /** Both counted from 1; the day is one of those practised on. */
  readonly week: number;
  readonly day: number;
  readonly tempo: number;
}

/** What keeps some bars from being faster. */
export interface TempoLimit {
  readonly bar: number;
  readonly tempo: number;
  readonly reason: string;
}

export interface Ladder {
  readonly goal: number;
  /** What holds the goal back; null where it is as wished. */
  readonly limit: TempoLimit | null;
  /** One for each day practised on; it never falls. */
  readonly rungs: readonly Rung[];
  /** The tempi in turn, each once. */
  readonly tempi: readonly number[];
}

/** Where one begins when nobody says, as a share of the goal; our choice. */
const FIRST_TEMPO = 0.6;
export const DEFAULT_WEEKS = 3;
export const DEFAULT_DAYS = 5;
/** Up when it has been steady on so many days: common practice, no source. */
const DAYS_ON_A_RUNG = 2;

/**
 * Strokes a second that one finger repeats in comfort. A single finger tops out near 5 to 6, the ring and little finger slower (from
 * memory); comfort is ours, a good way below.
 */
const COMFORTABLE_STROKES: Readonly<Record<Finger, number>> = { 1: 4, 2: 4.5, 3: 4.5, 4: 3.5, 5: 3.5 };

type Within = (at: { readonly bar: number }) => boolean;

const jumpLimits = (score: Score, plan: PianoPlan, within: Within): readonly TempoLimit[] =>
  SIDES.flatMap((side) =>
    plan.hands[side].moves.filter(within).flatMap(({ travel, bar, onsetTicks }): TempoLimit[] =>
      travel
        ? [
            {
              bar,
              tempo: Math.floor(quartersPerMinuteAt(score, onsetTicks) * travel.fitsUpTo),
              reason: `the jump in ${barInWords(numberOfBar(score, bar))} has time`,
            },
          ]
        : [],
    ),
  );

const repeatLimits = (score: Score, plan: PianoPlan, within: Within): readonly TempoLimit[] =>
  SIDES.flatMap((side) =>
    strikesOf(score, plan, side).flatMap((here, at, all): TempoLimit[] => {
      const before = all[at - 1];
      if (!before || !within(here)) return [];
      const again = here.notes.find((note) =>
        before.notes.some(({ finger, midi }) => finger === note.finger && midi === note.midi),
      );
      if (!again) return [];
      const quarters = (here.onsetTicks - before.onsetTicks) / score.ticksPerQuarter;
      return [
        {
          bar: here.bar,
          tempo: Math.floor(60 * quarters * COMFORTABLE_STROKES[again.finger]),
          reason: `${again.finger} repeats its key in ${barInWords(numberOfBar(score, here.bar))} with ease`,
        },
      ];
    }),
  );

/** The fastest tempo at which every shift and every repeated note in some bars is comfortable; undefined where nothing limits it. */
export const tempoLimitOf = (score: Score, plan: PianoPlan, within: Within): TempoLimit | undefined =>
  [...jumpLimits(score, plan, within), ...repeatLimits(score, plan, within)].reduce<TempoLimit | undefined>(
    (least, one) => (least && least.tempo <= one.tempo ? least : one),
    undefined,
  );

/** The first tempo of a ladder to a goal when nobody has said what is steady. */
export const firstTempo = (goal: number): number => Math.max(1, Math.round(goal * FIRST_TEMPO));

/**
 * The ladder of some bars.
 * @param wish - what is left out is usual: from 0.6 of the goal, three weeks, five days a week
 */
export const ladderOf = (score: Score, plan: PianoPlan, within: Within, wish: Partial<LadderWish> = {}): Ladder => {
  const first = score.bars.find(({ index: bar }) => within({ bar }));
  const written = quartersPerMinuteAt(score, first?.onsetTicks ?? 0);
  const wished = wish.goal ?? written;
  const tightest = tempoLimitOf(score, plan, within);
  const limit = tightest && tightest.tempo < wished ? tightest : null;
  const goal = Math.max(1, Math.round(limit ? limit.tempo : wished));
  const today = Math.min(goal, wish.today ?? firstTempo(goal));
  const daysAWeek = wish.daysAWeek ?? DEFAULT_DAYS;
  const days = (wish.weeks ?? DEFAULT_WEEKS) * daysAWeek;
  const steps = Math.max(1, Math.ceil(days / DAYS_ON_A_RUNG) - 1);
  const rungs = Array.from({ length: days }, (_, day): Rung => {
    // Equal shares of the way as the ear hears it: each step is the same ratio.
    const share = Math.min(1, Math.floor(day / DAYS_ON_A_RUNG) / steps);
    const tempo = Math.round(today * (goal / today) ** share);
    return { week: 1 + Math.floor(day / daysAWeek), day: 1 + (day % daysAWeek), tempo };
  });
  return { goal, limit, rungs, tempi: [...new Set(rungs.map(({ tempo }) => tempo))] };
};
