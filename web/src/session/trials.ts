import type { Trial, TrialWay } from '@kettle-step/contract';
import {
  passageKind,
  type Finger,
  type PianoPlan,
  type Score,
  type Side,
  nextId,
  trialHeading,
  WAY_NAMES,
  type WayName,
} from '@kettle-step/core';
import { isEqual } from 'es-toolkit';
import { remark, remarkAt, setFingers, setPractice, type Decisions } from './decisions';

/** Fingerings of a passage that are tried at home. */

/** Bars of one hand: indices of the first and last. */
export interface TriedBars {
  readonly side: Side;
  readonly bars: readonly [number, number];
}

type Fingering = Pick<TrialWay, 'fingers' | 'moves'>;

/** How a plan plays some bars. */
export const fingeringIn = (score: Score, plan: PianoPlan, { side, bars: [first, last] }: TriedBars): Fingering => {
  const isIn = ({ bar }: { readonly bar: number }): boolean => bar >= first && bar <= last;
  const inside = new Set(score.notes.filter((note) => note.side === side && isIn(note)).map(({ id }) => id));
  return {
    fingers: plan.hands[side].notes.flatMap(({ id, finger }): TrialWay['fingers'] =>
      inside.has(id) && finger !== null ? [[id, finger]] : [],
    ),
    moves: [...new Set(plan.hands[side].moves.filter(isIn).map(({ kind }) => kind))],
  };
};

const isSame = (a: Fingering, b: Fingering): boolean => isEqual(a.fingers, b.fingers);

const isOf =
  ({ side, bars: [first, last] }: TriedBars) =>
  (trial: Trial): boolean =>
    trial.side === side && trial.bars[0] <= last && trial.bars[1] >= first;

export const trialsOf = ({ desk }: Decisions): readonly Trial[] => desk.practice.trials;

/** Trials of a bar, those that are still tried first. */
export const trialsAt = (decisions: Decisions, side: Side, bar: number): readonly Trial[] =>
  trialsOf(decisions)
    .filter(isOf({ side, bars: [bar, bar] }))
    .sort((a, b) => Number(a.choice !== null) - Number(b.choice !== null));

const withTrials = (decisions: Decisions, trials: readonly Trial[]): Decisions =>
  setPractice(decisions, { trials: [...trials] });

const nameAt = (place: number): WayName => WAY_NAMES[place]!;

/** Adds a way to the trial of these bars; where there is none yet, what stands is its A. Undefined where it has the way, or is full. */
export const withTriedWay = (
  score: Score,
  decisions: Decisions,
  where: TriedBars,
  { stands, other, on }: { readonly stands: Fingering; readonly other: Fingering; readonly on: string },
): Decisions | undefined => {
  const trials = trialsOf(decisions);
  const now = trials.find(
    (trial) =>
      !trial.choice && isOf(where)(trial) && trial.bars[0] === where.bars[0] && trial.bars[1] === where.bars[1],
  );
  const ways = now?.ways ?? [{ name: nameAt(0), ...stands }];
  if (ways.length >= WAY_NAMES.length || ways.some((way) => isSame(way, other))) return undefined;
  const more = [...ways, { name: nameAt(ways.length), ...other }];
  if (now)
    return withTrials(
      decisions,
      trials.map((trial) => (trial === now ? { ...now, ways: more } : trial)),
    );
  const numbers = where.bars.map((bar) => score.bars[bar]!.number) as [number, number];
  const passage = passageKind(score, where.side, where.bars);
  const bars: Trial['bars'] = [where.bars[0], where.bars[1]];
  return withTrials(decisions, [
    ...trials,
    { id: nextId(trials), side: where.side, bars, numbers, passage, setOn: on, ways: more, choice: null },
  ]);
};

export const withoutTrial = (decisions: Decisions, id: string): Decisions =>
  withTrials(
    decisions,
    trialsOf(decisions).filter((trial) => trial.id !== id),
  );

/** Fingers of a way by note. */
export const fingersOf = ({ fingers }: Pick<TrialWay, 'fingers'>): ReadonlyMap<string, Finger> => new Map(fingers);

/** Chooses a way: its fingers are set, the others are kept on file, and the bar says why. */
export const withChoice = (
  decisions: Decisions,
  id: string,
  choice: { readonly name: WayName; readonly reason: string; readonly on: string },
  day: string,
): Decisions => {
  const trial = trialsOf(decisions).find((one) => one.id === id);
  const way = trial?.ways.find(({ name }) => name === choice.name);
  if (!trial || !way) return decisions;
  const place = { side: trial.side, bar: trial.bars[0] };
  const why = choice.reason.trim() === '' ? '' : `: ${choice.reason.trim()}`;
  const said = `${trialHeading(trial)}: ${way.name} chosen on ${day}${why}.`;
  const words = [remarkAt(decisions, place), said].filter((text) => text !== '').join(' ');
  const decided = withTrials(
    decisions,
    trialsOf(decisions).map((one) => (one === trial ? { ...trial, choice } : one)),
  );
  return setFingers(remark(decided, place, words), fingersOf(way));
};
