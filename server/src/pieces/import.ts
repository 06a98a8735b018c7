import { ribbonOf, storedFingers, type RibbonCell, type StoredFinger } from '@kettle-step/contract';
import {
  andThen,
  createPlanner,
  DEFAULT_HANDS,
  fail,
  ok,
  parseMusicXml,
  readScore,
  repeatedNoteId,
  serializeMusicXml,
  type MusicXmlError,
  type Result,
} from '@kettle-step/core';
import { readMusic, type MusicChoice, type MusicError } from '@kettle-step/core/formats';
import { describe, type Description } from './describe';

/** A piece ready to be stored: the document with its note ids, and a first suggestion for every note. */
export interface ImportedPiece extends Description {
  readonly document: string;
  readonly source: Uint8Array;
  readonly sourceName: string;
  readonly fingers: readonly StoredFinger[];
  readonly ribbon: readonly RibbonCell[];
}

export interface Imported {
  readonly piece: ImportedPiece;
  /** What was read around, derived or guessed, in sentences. */
  readonly notices: readonly string[];
}

const planner = createPlanner(DEFAULT_HANDS);

/** Reads a file's bytes, MusicXML, ABC or MIDI. Nothing is stored when this fails. */
export const importPiece = (
  bytes: Uint8Array,
  name: string,
  choice: MusicChoice = {},
): Result<Imported, MusicError> => {
  const read = readMusic(bytes, name, choice);
  if (read.kind === 'error') return read;
  const { document, score, notices } = read.value;
  const locks = new Map();
  const plan = planner.plan(score, { locks, alternatives: 0 });
  const piece = {
    ...describe(score),
    document: serializeMusicXml(document),
    source: bytes,
    sourceName: name,
    fingers: storedFingers(score, plan, locks),
    ribbon: ribbonOf(score, plan, locks),
  };
  return ok({ piece, notices });
};

/** A document that was corrected here, with what the shelf says of it. */
export interface Corrected extends Description {
  readonly document: string;
}

/**
 * Reads a document that was corrected here; it is kept as it came. Notes must have ids of their own: reading would give a
 * repeated one a new id, and the fingers of the plan would miss it.
 */
export const readCorrected = (document: string): Result<Corrected, MusicXmlError> =>
  andThen(parseMusicXml(document), (dom) => {
    const id = repeatedNoteId(dom);
    if (id !== undefined) return fail({ code: 'repeated-id', id });
    return andThen(readScore(dom), (score) => ok({ ...describe(score), document }));
  });
