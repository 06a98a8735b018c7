import { computed, inject, Injectable, signal } from '@angular/core';
import { takeUntilDestroyed, toObservable } from '@angular/core/rxjs-interop';
import {
  cardsOf,
  deckOf,
  isRightAnswer,
  nextQuestion,
  roundResult,
  SIDES,
  withAnswer,
  type Cards,
  type DeckWish,
  type Question,
  type QuestionKind,
  type Side,
  type TrainerAnswer,
} from '@kettle-step/core';
import { EMPTY, switchMap, timer } from 'rxjs';
import { PieceSession } from '../session/piece-session';
import { AnswerLog } from './answer-log';

/** A round lasts so long; the last question may be answered after it. */
export const ROUND_MS = 180_000;
/** A right answer is told for so long; a wrong one until one goes on, ms. Our choice. */
const TOLD_MS = 700;
/** Keys of positions and scales, from the easiest on. */
export const TONICS = ['C', 'G', 'F', 'D', 'Bb', 'A', 'Eb', 'E', 'Ab', 'B', 'Db'] as const;

export type RoundState =
  | { readonly kind: 'before' }
  | { readonly kind: 'asking'; readonly question: Question; readonly since: number }
  /** What came of the last answer, until one goes on. */
  | { readonly kind: 'told'; readonly question: Question; readonly isRight: boolean; readonly ms: number }
  | { readonly kind: 'over' };

/** A round of questions. Answers are kept one by one. */
@Injectable()
export class TrainerStore {
  private readonly log = inject(AnswerLog);
  private readonly session = inject(PieceSession);

  readonly kinds = signal<readonly QuestionKind[]>(['calls', 'keys']);
  readonly sides = signal<readonly Side[]>(SIDES);
  /** So many of the keys, from the easiest on. */
  readonly tonics = signal(3);
  readonly state = signal<RoundState>({ kind: 'before' });
  /** Answers of this round. */
  readonly round = signal<readonly TrainerAnswer[]>([]);
  readonly result = computed(() => roundResult(this.round()));
  /** What has been chosen of the present question. */
  readonly given = signal<readonly number[]>([]);

  private readonly wish = computed((): DeckWish => {
    const [score, solved] = [this.session.score(), this.session.solved()];
    return {
      kinds: this.kinds(),
      sides: this.sides(),
      tonics: TONICS.slice(0, this.tonics()),
      piece: score && solved && { score, plan: solved.plan },
    };
  });
  readonly deck = computed(() => deckOf(this.wish()));

  private readonly asked = new Map<string, Question>();
  private cards: Cards = new Map();
  private began = 0;
  private seed = 0;
  private last: string | undefined;

  constructor() {
    toObservable(this.state)
      .pipe(
        switchMap((state) => (state.kind === 'told' && state.isRight ? timer(TOLD_MS) : EMPTY)),
        takeUntilDestroyed(),
      )
      .subscribe(() => this.goOn());
  }

  begin(): void {
    this.cards = cardsOf(this.log.answers());
    this.round.set([]);
    this.asked.clear();
    this.began = performance.now();
    this.seed = Math.floor(this.began);
    this.ask();
  }

  /** The part of the round that is over, 0 to 1. */
  timeSpent(): number {
    return Math.min(1, (performance.now() - this.began) / ROUND_MS);
  }

  /** Chooses a finger, a key or a note. What is complete is answered at once; notes wait for `done`. */
  give(one: number): void {
    const state = this.state();
    if (state.kind !== 'asking') return;
    const { question } = state;
    const before = this.given();
    if (question.answer === 'notes') {
      this.given.set(before.includes(one) ? before.filter((other) => other !== one) : [...before, one]);
      return;
    }
    const given = before.includes(one) ? before : [...before, one];
    this.given.set(given);
    const enough = question.answer === 'keys' ? question.midis.length : 1;
    // A wrong key is told at once.
    const isWrong = question.answer === 'keys' && !question.midis.includes(one);
    if (isWrong || given.length >= enough) this.answer(question, given, state.since);
  }

  /** That is all. */
  done(): void {
    const state = this.state();
    if (state.kind === 'asking') this.answer(state.question, this.given(), state.since);
  }

  /** Goes on with the next question, or ends a round whose time is over. */
  goOn(): void {
    if (this.state().kind !== 'told') return;
    if (this.timeSpent() >= 1) this.state.set({ kind: 'over' });
    else this.ask();
  }

  stop(): void {
    this.state.set(this.round().length > 0 ? { kind: 'over' } : { kind: 'before' });
  }

  /** Questions that were missed in the round, as they were asked. */
  readonly missed = computed(() =>
    this.result().missed.flatMap((key) => {
      const question = this.asked.get(key);
      return question ? [`${question.place}: ${question.words}`] : [];
    }),
  );

  private ask(): void {
    const { cards, last } = this;
    this.seed += 1;
    const question = nextQuestion(this.deck(), { cards, now: new Date(), last, seed: this.seed });
    this.given.set([]);
    this.state.set(question ? { kind: 'asking', question, since: performance.now() } : { kind: 'before' });
  }

  private answer(question: Question, given: readonly number[], since: number): void {
    const ms = Math.round(performance.now() - since);
    const isRight = isRightAnswer(question, given);
    const answer = { key: question.key, answeredAt: new Date().toISOString(), isRight, ms };
    this.last = question.key;
    this.asked.set(question.key, question);
    this.cards = withAnswer(this.cards, answer);
    this.round.update((round) => [...round, answer]);
    this.log.add(answer);
    this.state.set({ kind: 'told', question, isRight, ms });
  }
}
