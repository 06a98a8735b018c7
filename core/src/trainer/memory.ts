import { createEmptyCard, fsrs, generatorParameters, Rating, type Card } from 'ts-fsrs';
import { Dice } from '../dice';
import type { Question } from './question';

/**
 * What is remembered of each question, and which comes next: what was missed comes back within the round, what was known after days
 * (FSRS by the package ts-fsrs, with its own parameters and steps of minutes).
 */

/** An answer as it is kept. */
export interface TrainerAnswer {
  /** Of its question. */
  readonly key: string;
  /** In universal time, ISO 8601. */
  readonly answeredAt: string;
  readonly isRight: boolean;
  /** From the call to the answer. */
  readonly ms: number;
}

/** A right answer that took longer was hard. Our choice. */
const SLOW_MS = 4000;
/** New questions are drawn from so many that come first. */
const AT_HAND = 4;

const scheduler = fsrs(generatorParameters({ enable_fuzz: false }));

/** What is remembered, by the keys of questions. */
export type Cards = ReadonlyMap<string, Card>;

const ratingOf = ({ isRight, ms }: TrainerAnswer): Rating.Again | Rating.Hard | Rating.Good => {
  if (!isRight) return Rating.Again;
  return ms > SLOW_MS ? Rating.Hard : Rating.Good;
};

const remembered = (before: Card | undefined, answer: TrainerAnswer): Card => {
  const at = new Date(answer.answeredAt);
  return scheduler.next(before ?? createEmptyCard(at), at, ratingOf(answer)).card;
};

/** What is remembered after one more answer. */
export const withAnswer = (cards: Cards, answer: TrainerAnswer): Cards =>
  new Map(cards).set(answer.key, remembered(cards.get(answer.key), answer));

/** What is remembered after answers of any number of rounds. */
export const cardsOf = (answers: readonly TrainerAnswer[]): Cards => {
  const cards = new Map<string, Card>();
  const inOrder = [...answers].sort((a, b) => (a.answeredAt < b.answeredAt ? -1 : a.answeredAt > b.answeredAt ? 1 : 0));
  for (const answer of inOrder) cards.set(answer.key, remembered(cards.get(answer.key), answer));
  return cards;
};

interface Asking {
  readonly cards: Cards;
  readonly now: Date;
  /** The key of the question before: none comes twice running while there is another. */
  readonly last: string | undefined;
  /** Counts up from question to question. */
  readonly seed: number;
}

/** The question that comes next: what is due, the longest first; then what is new; then what will be due soonest. */
export const nextQuestion = (deck: readonly Question[], { cards, now, last, seed }: Asking): Question | undefined => {
  const others = deck.length > 1 ? deck.filter(({ key }) => key !== last) : deck;
  const dueOf = ({ key }: Question): number => cards.get(key)?.due.getTime() ?? Infinity;
  const seen = others.filter(({ key }) => cards.has(key)).sort((a, b) => dueOf(a) - dueOf(b));
  const [soonest] = seen;
  if (soonest && dueOf(soonest) <= now.getTime()) return soonest;
  const fresh = others.filter(({ key }) => !cards.has(key)).slice(0, AT_HAND);
  if (fresh.length === 0) return soonest;
  return new Dice(seed).one(fresh);
};

/** What came of a round. */
export interface RoundResult {
  readonly asked: number;
  readonly right: number;
  /** Of the right answers; null where there are none. */
  readonly medianMs: number | null;
  /** Keys of questions that were missed, each once, in order. */
  readonly missed: readonly string[];
}

export const roundResult = (answers: readonly TrainerAnswer[]): RoundResult => {
  const right = answers
    .filter(({ isRight }) => isRight)
    .map(({ ms }) => ms)
    .sort((a, b) => a - b);
  return {
    asked: answers.length,
    right: right.length,
    medianMs: right.length === 0 ? null : right[Math.floor(right.length / 2)]!,
    missed: [...new Set(answers.filter(({ isRight }) => !isRight).map(({ key }) => key))],
  };
};
