import type { ProblemCode } from '@kettle-step/contract';
import type { ZodError } from 'zod';
import { issuesInWords } from './schema';

/** What a request is told when it is refused; every sentence of the server stands here, or comes from what read a file. */
export interface Refusal {
  readonly code: ProblemCode;
  readonly detail: string;
}

/** Ends a request with a problem. */
export class Refused extends Error {
  override readonly name = 'Refused';

  constructor(
    readonly refusal: Refusal,
    readonly currentRevision?: number,
  ) {
    super(refusal.detail);
  }
}

const refusal = (code: ProblemCode, detail: string): Refusal => ({ code, detail });

export const REFUSALS = {
  noSuchAddress: refusal('not-found', 'There is no such address.'),
  noSuchPage: refusal('not-found', 'There is no such page.'),
  noSuchPiece: refusal('not-found', 'This piece is no longer on the shelf.'),
  noSuchStudent: refusal('not-found', 'This student is no longer in the studio.'),
  noSuchCheck: refusal('not-found', 'This memory check is no longer kept.'),
  noSuchLink: refusal('not-found', 'This link no longer works. Ask your teacher for a new one.'),
  notInTrash: refusal('not-found', 'This piece is no longer in the bin.'),
  noSuchBackup: refusal('not-found', 'This backup is no longer there.'),
  damagedBackup: refusal('unreadable-file', 'This backup is damaged; nothing was changed. Take another one.'),
  noSuchLesson: refusal('not-found', 'This lesson is no longer in the book.'),
  noSuchVersion: refusal('not-found', 'This version of the plan is no longer kept.'),
  noSuchForm: refusal('not-found', 'A piece is not sent in this form.'),
  sourceNotKept: refusal('not-found', 'The file of this piece was not kept.'),
  badChoice: refusal('bad-request', 'The part or tune that is meant cannot be read.'),
  badBody: refusal('bad-request', 'The body of the request could not be read.'),
  changedElsewhere: refusal('conflict', 'This piece was changed in another window; nothing was overwritten.'),
  studentChangedElsewhere: refusal('conflict', 'This student was changed in another window; nothing was overwritten.'),
  lessonChangedElsewhere: refusal('conflict', 'This lesson was changed in another window; nothing was overwritten.'),
  rulesChangedElsewhere: refusal(
    'conflict',
    'The house rules were changed in another window; nothing was overwritten.',
  ),
  hasNoGeneral: refusal('bad-request', 'This is not a student’s own plan: there is no general one beside it.'),
  tooLarge: refusal('too-large', 'The file is too large to be read; bring in one movement at a time.'),
  locked: refusal('locked', 'Kettle Step is locked. Unlock it with the pass phrase.'),
  wrongPassPhrase: refusal('forbidden', 'That pass phrase is wrong.'),
  tooManyTries: refusal(
    'too-many',
    'Too many tries. Wait a quarter of an hour, or set a new pass phrase on the machine itself.',
  ),
  tooManyRequests: refusal('too-many', 'Too many requests. Wait a minute.'),
  needsPassPhrase: refusal(
    'forbidden',
    'This came through another server, and the studio has no pass phrase. Set one on the machine itself first.',
  ),
  foreignPage: refusal('forbidden', 'Only Kettle Step’s own pages change anything here.'),
  diskFull: refusal('storage-full', 'The disk of the studio is full. Make room on it; nothing was changed.'),
  arrivalUnderWay: refusal('unavailable', 'An archive is being brought in already. Wait until it is there.'),
  busy: refusal('unavailable', 'Too many files are being read at the moment. Try again in a minute.'),
  notNow: refusal(
    'unavailable',
    'The studio’s file cannot be used at the moment; nothing was changed. Try again soon.',
  ),
  damaged: refusal(
    'unavailable',
    'The studio’s file is damaged; nothing was changed. Put back the newest backup, at the foot of the shelf.',
  ),
  bug: refusal('internal', 'Nothing was changed. Please try again; if it keeps happening, report it.'),
} as const;

/** A file that cannot be read, in the words of what tried to. */
export const unreadable = (detail: string): Refusal => refusal('unreadable-file', detail);

/** A plan is of other music than the piece has. */
export const unknownNote = (noteId: string): Refusal =>
  refusal('bad-request', `The plan has a finger for a note that the music does not have: ${noteId}.`);

/** A request that does not have the shape it must have. */
export const unreadableRequest = (error: ZodError): Refusal =>
  refusal('bad-request', `The request could not be read: ${issuesInWords(error)}.`);

export const sentAs = (type: string): Refusal => refusal('wrong-type', `This is sent as ${type}.`);

export const calledWrongly = (name: string): Refusal =>
  refusal(
    'forbidden',
    `Kettle Step is not called “${name}” here. Open it as 127.0.0.1, or name it in KETTLE_STEP_NAMES.`,
  );
