import { createPlanner, type HandPlan, type PianoPlan, type Planner, type Score, type Side } from '@kettle-step/core';
import { completeRules, playedOf, type PlayedAs, type SentPlan, type Settings } from '@kettle-step/contract';

/** The piece that is open in the worker, with what is remembered of it from one request to the next. */
export class EngineSession {
  private planner: { readonly settings: string; readonly planner: Planner } | undefined;
  private sent: PianoPlan['hands'] | undefined;
  private handed: { readonly of: Score; readonly hands: string; readonly score: Score } | undefined;

  score: Score | undefined;

  /** One pair of hands and one set of rules at a time: what is known of them is kept until they change. */
  plannerFor({ hands, rules }: Settings): Planner {
    const settings = JSON.stringify([hands, rules]);
    if (this.planner?.settings !== settings)
      this.planner = { settings, planner: createPlanner(hands, completeRules(rules)) };
    return this.planner.planner;
  }

  /** The piece as it is played: the same record as long as nothing else is given away or eased. */
  scoreFor({ given, eased, playing }: PlayedAs, of: Score): Score {
    const hands = JSON.stringify([given, eased, playing]);
    if (this.handed?.of !== of || this.handed.hands !== hands)
      this.handed = { of, hands, score: playedOf(of, { given, eased, playing }) };
    return this.handed.score;
  }

  /** Hands of a long piece are large: one that the page has already is only named. */
  sending({ hands, ...plan }: PianoPlan): SentPlan {
    const before = this.sent;
    this.sent = hands;
    const handOf = (side: Side): HandPlan | 'as-before' => (hands[side] === before?.[side] ? 'as-before' : hands[side]);
    return { ...plan, hands: { right: handOf('right'), left: handOf('left') } };
  }
}
