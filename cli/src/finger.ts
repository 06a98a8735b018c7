import {
  andThen,
  createPlanner,
  dropGivenIds,
  explainMusicXmlError,
  fail,
  ok,
  openMusicXml,
  parseMusicXml,
  readScore,
  serializeMusicXml,
  writeFingering,
  type Result,
} from '@kettle-step/core';
import { planDocument, writtenFingers, type PlanDocument } from '@kettle-step/contract';
import type { FingerRequest } from './arguments';

export interface Fingered {
  readonly plan: PlanDocument;
  /** The piece with the fingering written in. */
  readonly musicXml: string;
}

/** Fingers one file's bytes; an error is one sentence for the user. */
export const fingerFile = (bytes: Uint8Array, request: FingerRequest): Result<Fingered, string> => {
  const document = andThen(openMusicXml(bytes), parseMusicXml);
  if (document.kind === 'error') return fail(explainMusicXmlError(document.error));
  const score = readScore(document.value);
  if (score.kind === 'error') return fail(explainMusicXmlError(score.error));
  const ids = new Set(score.value.notes.map((note) => note.id));
  for (const id of request.locks.keys())
    if (!ids.has(id)) return fail(`--lock names the note "${id}", which is not in this piece.`);

  const plan = createPlanner(request.hand).plan(score.value, request);
  const fingers = request.sides
    .flatMap((side) => plan.hands[side].notes)
    .flatMap(({ id, finger, substitute }) => (finger === null ? [] : [{ noteId: id, finger, substitute }]));
  writeFingering(document.value, writtenFingers(fingers));
  dropGivenIds(document.value);
  return ok({
    plan: planDocument(score.value, plan, { sides: request.sides, alternatives: request.alternatives > 0 }),
    musicXml: serializeMusicXml(document.value),
  });
};
