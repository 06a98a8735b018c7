export { isRightAnswer, QUESTION_KINDS, type Question, type QuestionKind, type ShownNote } from './question';
export { offeredName } from './five-fingers';
export { deckOf, type DeckWish } from './deck';
export {
  cardsOf,
  nextQuestion,
  roundResult,
  withAnswer,
  type Cards,
  type RoundResult,
  type TrainerAnswer,
} from './memory';
