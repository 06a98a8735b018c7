import { completeRules, givenNotesOf, writtenFingers, type StoredFinger, type StoredPlan } from '@kettle-step/contract';
import {
  ContractError,
  createPlanner,
  dropHouseMarks,
  parseMusicXml,
  readScore,
  serializeMusicXml,
  withHands,
  writeFingering,
  writtenNotes,
  type MusicXmlDocument,
} from '@kettle-step/core';

type Exported = Pick<StoredPlan, 'fingers' | 'desk'>;

/** The fingers that are written at the level the teacher chose. */
const chosenFingers = (document: MusicXmlDocument, { fingers, desk }: Exported): readonly StoredFinger[] => {
  if (desk.writing === 'every') return fingers;
  const read = readScore(document);
  if (read.kind === 'error') throw new ContractError(`a stored document no longer reads: ${read.error.code}`);
  const score = withHands(read.value, givenNotesOf(desk));
  // All stored fingers hold: the plan is read from them, not made anew.
  const locks = new Map(fingers.map(({ noteId, finger }) => [noteId, finger]));
  const { hand, rules } = desk.settings;
  const plan = createPlanner(hand, completeRules(rules)).plan(score, { locks, alternatives: 0 });
  const written = writtenNotes(score, plan, desk.writing);
  return fingers.filter(({ noteId }) => written.has(noteId));
};

/** The stored document with the plan's fingers written in, as it leaves the house. */
export const exportPiece = (document: string, plan: Exported): string => {
  const parsed = parseMusicXml(document);
  if (parsed.kind === 'error') throw new ContractError(`a stored document no longer reads: ${parsed.error.code}`);
  writeFingering(parsed.value, writtenFingers(chosenFingers(parsed.value, plan)));
  dropHouseMarks(parsed.value);
  return serializeMusicXml(parsed.value);
};
