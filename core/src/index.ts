/** The computation of Kettle Step: scores in, fingerings out. Runs in a worker, on a server and on a command line alike. */
export * from './result';
export * from './keyboard/pitch';
export * from './keyboard/geometry';
export * from './hand/hand';
export * from './hand/reach';
export * from './score/score';
export { secondsAt } from './score/tempo';
export * from './formats/musicxml';
export type { Locks } from './fingering/playable';
export { MOVE_KINDS, type MoveKind } from './fingering/terms';
export { REST_PLACES, type Shape } from './fingering/posture';
export type { BarAlternative } from './fingering/solve';
export { MOVE_WORDS, type Move } from './moves/move';
export { positionLabel, rangeLabel, restingKeys, type Position } from './moves/position';
export * from './plan/plan';
export type { Reach } from './plan/reaches';
export type { PlanWarning } from './plan/warnings';
