import type { Press, Slice } from '../score/slices';
import type { Key, Score } from '../score/score';
import { blocksIn, type Block } from './blocks';
import { chromaticLinesIn } from './chromatic-lines';
import { octavesIn, type Octave } from './octaves';
import { rotationsIn, type Rotation } from './rotations';
import { scaleRunsIn, type ScaleRun } from './scale-runs';

/** What a teacher sees in one hand's part before fingering it. */
export interface Reading {
  readonly blocks: readonly Block[];
  readonly scaleRuns: readonly ScaleRun[];
  readonly chromaticLines: readonly (readonly Press[])[];
  readonly octaves: readonly Octave[];
  readonly rotations: readonly Rotation[];
}

/** `quickPerSecond`: from so many strokes a second on a repeated key is quick. */
export const readHand = (score: Score, slices: readonly Slice[], key: Key, quickPerSecond: number): Reading => ({
  blocks: blocksIn(score, slices),
  scaleRuns: scaleRunsIn(slices, key),
  chromaticLines: chromaticLinesIn(slices),
  octaves: octavesIn(slices),
  rotations: rotationsIn(slices, quickPerSecond),
});
