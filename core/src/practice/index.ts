export { STEP_KINDS_OF_PRACTICE, type PracticeKind, type PracticeStep } from './step';
export { practiceSheet, type PracticeSheet, type SheetWish } from './sheet';
export {
  ladderOf,
  tempoLimitOf,
  firstTempo,
  DEFAULT_DAYS,
  DEFAULT_WEEKS,
  type Ladder,
  type LadderWish,
  type Rung,
  type TempoLimit,
} from './ladder';
export { type NamedNote } from './lines';
export { strokesScore } from './step-music';
export { blocksOf, type Block } from './blocks';
export { byDay, memoryStanding, MEMORY_OUTCOMES, type MemoryStanding } from './memory';
export { passageKind, PASSAGE_KINDS, type PassageKind } from './passage-kind';
