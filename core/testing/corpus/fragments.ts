import { isFinger, type Finger, type Side } from '../../src/hand/hand';
import { ContractError } from '../../src/result';
import type { Score } from '../../src/score/score';
import { line } from '../line';
import corpus from './teaching-corpus.json';

/**
 * Fragments of teaching music with every fingering that is accepted for them. Source: teaching-corpus.json, which names its own
 * (common practice and memory; its `about` says how it was made).
 */
export interface Fragment {
  readonly id: string;
  readonly category: string;
  /** 1 the first months, 5 late intermediate. */
  readonly level: number;
  readonly side: Side;
  readonly score: Score;
  /** Complete fingerings, best first: a finger for each note of the score in order. */
  readonly accepted: readonly (readonly Finger[])[];
  /** Fingers that stand printed, by note id. */
  readonly given: ReadonlyMap<string, Finger>;
  /** Whether an earlier engine's fingering of it was refused. */
  readonly wasRefused: boolean;
}

interface Row {
  readonly id: string;
  readonly category: string;
  readonly hand: string;
  readonly level: number;
  readonly key: string;
  readonly beats: number;
  readonly beat_type: number;
  readonly tempo: number;
  readonly music: string;
  readonly music2?: string;
  readonly fingers: readonly string[];
  readonly given?: Readonly<Record<string, number>>;
  readonly refused?: readonly unknown[];
}

const fingersIn = (written: string, { notes }: Score): readonly Finger[] => {
  const fingers = written.split(' ').map(Number).filter(isFinger);
  if (fingers.length !== notes.length)
    throw new ContractError(`${fingers.length} fingers were given for ${notes.length} notes`);
  return fingers;
};

const fragmentOf = (row: Row): Fragment => {
  const side = row.hand as Side;
  const score = line(row.music, {
    side,
    key: row.key,
    beats: row.beats,
    beatType: row.beat_type,
    quartersPerMinute: row.tempo,
    ...(row.music2 ? { second: row.music2 } : {}),
  });
  return {
    id: row.id,
    category: row.category,
    level: row.level,
    side,
    score,
    accepted: row.fingers.map((written) => fingersIn(written, score)),
    given: new Map(
      Object.entries(row.given ?? {}).map(([at, finger]) => [score.notes[Number(at)]!.id, finger as Finger]),
    ),
    wasRefused: row.refused !== undefined,
  };
};

export const fragments = (): readonly Fragment[] => (corpus.cases as readonly Row[]).map(fragmentOf);
