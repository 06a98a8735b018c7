import { completeRules, givenNotesOf, planCsv, writtenFingers, type StoredPlan } from '@kettle-step/contract';
import {
  ContractError,
  createPlanner,
  parseMusicXml,
  readScore,
  withHands,
  writtenNotes,
  type MusicXmlDocument,
  type PianoPlan,
  type Score,
} from '@kettle-step/core';
import { MEDIA_TYPES, SENT_FORMS, sendMusic, type SentForm } from '@kettle-step/core/formats';

/** Forms of a download: the piece with its fingers, or its plan as a table. */
export const DOWNLOADS = [...SENT_FORMS, 'csv'] as const;
export type Download = SentForm | 'csv';

export const DOWNLOAD_TYPES: Readonly<Record<Download, string>> = {
  ...MEDIA_TYPES,
  csv: 'text/csv; charset=utf-8',
};

type Exported = Pick<StoredPlan, 'fingers' | 'desk'>;

interface Opened {
  readonly document: MusicXmlDocument;
  /** With notes in the hands that play them. */
  readonly score: Score;
}

const open = (stored: string, { desk }: Exported): Opened => {
  const document = parseMusicXml(stored);
  const score = document.kind === 'ok' ? readScore(document.value) : document;
  if (document.kind === 'error' || score.kind === 'error') throw new ContractError('a stored document no longer reads');
  return { document: document.value, score: withHands(score.value, givenNotesOf(desk)) };
};

/** All stored fingers hold: the plan is read from them, not made anew. */
const planOf = (score: Score, { fingers, desk }: Exported): PianoPlan => {
  const locks = new Map(fingers.map(({ noteId, finger }) => [noteId, finger]));
  const { hand, rules } = desk.settings;
  return createPlanner(hand, completeRules(rules)).plan(score, { locks, alternatives: 0 });
};

/** The fingers that are written at the level the teacher chose. */
const chosenFingers = (score: Score, exported: Exported): Exported['fingers'] => {
  const { fingers, desk } = exported;
  if (desk.writing === 'every') return fingers;
  const written = writtenNotes(score, planOf(score, exported), desk.writing);
  return fingers.filter(({ noteId }) => written.has(noteId));
};

/** A stored piece as a file, as it leaves the house. */
export const exportPiece = (stored: string, exported: Exported, form: Download): Uint8Array => {
  const opened = open(stored, exported);
  if (form === 'csv')
    return new TextEncoder().encode(planCsv(opened.score, planOf(opened.score, exported), exported.desk));
  return sendMusic(form, opened, writtenFingers(chosenFingers(opened.score, exported)));
};
