import { ribbonOf, storedFingers, type RibbonCell, type StoredFinger } from '@kettle-step/contract';
import {
  andThen,
  createPlanner,
  DEFAULT_HAND,
  ok,
  openMusicXml,
  parseMusicXml,
  readScore,
  serializeMusicXml,
  type MusicXmlError,
  type Result,
} from '@kettle-step/core';
import { describe, type Description } from './describe';

/** A piece ready to be stored: the document with its note ids, and a first suggestion for every note. */
export interface ImportedPiece extends Description {
  readonly document: string;
  readonly fingers: readonly StoredFinger[];
  readonly ribbon: readonly RibbonCell[];
}

const planner = createPlanner(DEFAULT_HAND);

/** Reads a file's bytes. Nothing is stored when this fails. */
export const importPiece = (bytes: Uint8Array): Result<ImportedPiece, MusicXmlError> => {
  const document = andThen(openMusicXml(bytes), parseMusicXml);
  if (document.kind === 'error') return document;
  const score = readScore(document.value);
  if (score.kind === 'error') return score;
  const locks = new Map();
  const plan = planner.plan(score.value, { locks, alternatives: 0 });
  return ok({
    ...describe(score.value),
    document: serializeMusicXml(document.value),
    fingers: storedFingers(score.value, plan, locks),
    ribbon: ribbonOf(score.value, plan, locks),
  });
};
