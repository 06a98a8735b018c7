import type { Finger } from '../hand/hand';
import type { Pitch } from '../keyboard/pitch';

/** What the finger trainer asks, and what a right answer is. */

export const QUESTION_KINDS = ['calls', 'keys', 'next', 'thumbs', 'own'] as const;
export type QuestionKind = (typeof QUESTION_KINDS)[number];

/** A note with its finger, as it is shown before the question. */
export interface ShownNote {
  readonly name: string;
  readonly finger: Finger;
}

export type Question = {
  /** The same for the same question whenever it is asked: what is remembered of it hangs on this. */
  readonly key: string;
  readonly kind: QuestionKind;
  /** Where the hands are, said first. @example 'Right hand, G position' */
  readonly place: string;
  /** What is called. @example 'Three.' */
  readonly words: string;
} & (
  | {
      /** Keys to strike, in whichever order. */
      readonly answer: 'keys';
      readonly midis: readonly number[];
      /** Keys that are offered, low to high. */
      readonly among: readonly Pitch[];
    }
  | { readonly answer: 'finger'; readonly finger: Finger; readonly shows: readonly ShownNote[] }
  /** Notes to choose, by their places in `among`. */
  | { readonly answer: 'notes'; readonly right: readonly number[]; readonly among: readonly string[] }
);

/** Numbers as they are called. */
export const FINGER_WORDS = ['', 'one', 'two', 'three', 'four', 'five'] as const;

const sorted = (figures: readonly number[]): string => [...figures].sort((a, b) => a - b).join();

/** Whether an answer is right: a finger, or all the keys or notes and no other. */
export const isRightAnswer = (question: Question, given: readonly number[]): boolean => {
  switch (question.answer) {
    case 'keys':
      return sorted(question.midis) === sorted(given);
    case 'finger':
      return given.length === 1 && given[0] === question.finger;
    case 'notes':
      return sorted(question.right) === sorted(given);
  }
};
