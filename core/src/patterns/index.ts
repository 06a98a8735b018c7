/** Scales, arpeggios, chords and exercises in every key, with the fingers the handbook gives and what a hand learns from them. */
export {
  DIRECTIONS,
  DISTANCES,
  explainPatternError,
  keyOfTonic,
  modeOf,
  mostOctavesOf,
  MOTIONS,
  patternWish,
  readTonic,
  tonicsOf,
  type Direction,
  type Distance,
  type Motion,
  type PatternError,
  type PatternWish,
} from './wish';
export { KIND_GROUPS, KINDS, PATTERN_KINDS, type PatternKind } from './kinds';
export { makePattern, noteIdAt, patternOf, type Pattern } from './pattern';
export { handbookFingering, type HandbookFingering } from './fingering';
export { fingerPattern, type FingeredPattern, type PatternSource, type WantedSource } from './fingered';
export { togetherOf, type Thumbs, type TogetherMoment } from './together';
export { distinctTonics, familiesOf, type Families } from './families';
export { countedInner, learnedOf, type Crossing, type Learned } from './learned';
export {
  drillOf,
  patternMusic,
  patternReading,
  type PatternDifference,
  type PatternMusic,
  type PatternReading,
  type PatternWay,
  type PlannedDrill,
} from './sheet';
export { drillsOf, type Drill, type DrillMusic, type Refinger } from './drills';
