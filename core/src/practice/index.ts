export { STEP_KINDS_OF_PRACTICE, type PracticeKind, type PracticeStep } from './devices';
export { practiceSheet, type PracticeSheet } from './sheet';
export { type NamedNote } from './lines';
