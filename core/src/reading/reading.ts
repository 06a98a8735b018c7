import type { Press, Slice } from '../score/slices';
import type { Key, Score } from '../score/score';
import { blocksIn, blockStartsIn, type Block } from './blocks';
import { brokenThirdsIn } from './broken-thirds';
import { chromaticLinesIn } from './chromatic-lines';
import { oneWayStretches } from './lines';
import { octavesIn, type Octave } from './octaves';
import { pairsIn, type Pair } from './pairs';
import { phraseStartsIn } from './phrases';
import { rotationsIn, type Rotation } from './rotations';
import { scaleRunsIn, type ScaleRun } from './scale-runs';

/** What a teacher sees in one hand's part before fingering it. */
export interface Reading {
  /** Strokes at which the hand lifts although nothing is written: where a phrase begins, and where one block follows another. */
  readonly lifts: ReadonlySet<Slice>;
  readonly blocks: readonly Block[];
  readonly scaleRuns: readonly ScaleRun[];
  readonly chromaticLines: readonly (readonly Press[])[];
  readonly octaves: readonly Octave[];
  /** Two notes at once, and broken thirds. */
  readonly pairs: readonly Pair[];
  readonly rotations: readonly Rotation[];
}

/** `quickPerSecond`: from so many strokes a second on a repeated key is quick. */
export const readHand = (score: Score, slices: readonly Slice[], key: Key, quickPerSecond: number): Reading => {
  const lines = oneWayStretches(slices);
  const blocks = blocksIn(score, slices, lines);
  return {
    lifts: new Set([...phraseStartsIn(slices), ...blockStartsIn(blocks, slices)]),
    blocks,
    scaleRuns: scaleRunsIn(lines, key),
    chromaticLines: chromaticLinesIn(lines),
    octaves: octavesIn(slices),
    pairs: [...pairsIn(slices), ...brokenThirdsIn(slices)],
    rotations: rotationsIn(slices, quickPerSecond),
  };
};
