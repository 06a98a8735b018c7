import type { ProblemCode } from '@kettle-step/contract';
import type { Issue } from './schema';

/** What a request is told when it is refused; every sentence of the server stands here, or comes from what read a file. */
export interface Refusal {
  readonly code: ProblemCode;
  readonly detail: string;
}

const told = (code: ProblemCode, detail: string): Refusal => ({ code, detail });

export const REFUSALS = {
  noSuchAddress: told('not-found', 'There is no such address.'),
  noSuchPage: told('not-found', 'There is no such page.'),
  noSuchPiece: told('not-found', 'This piece is no longer on the shelf.'),
  noSuchStudent: told('not-found', 'This student is no longer in the studio.'),
  noSuchCheck: told('not-found', 'This memory check is no longer kept.'),
  noSuchLink: told('not-found', 'This link is not good any more. Ask your teacher for a new one.'),
  notInBin: told('not-found', 'This piece is no longer in the bin.'),
  noSuchBackup: told('not-found', 'This backup is no longer there.'),
  damagedBackup: told('unreadable-file', 'This backup is damaged; nothing was changed. Take another one.'),
  noSuchLesson: told('not-found', 'This lesson is no longer in the book.'),
  noSuchVersion: told('not-found', 'This version of the plan is no longer kept.'),
  noSuchForm: told('not-found', 'A piece is not sent in this form.'),
  sourceNotKept: told('not-found', 'The file of this piece was not kept.'),
  badChoice: told('bad-request', 'The part or tune that is meant cannot be read.'),
  badBody: told('bad-request', 'The body of the request could not be read.'),
  changedElsewhere: told('conflict', 'This piece was changed in another window; nothing was overwritten.'),
  studentChangedElsewhere: told('conflict', 'This student was changed in another window; nothing was overwritten.'),
  lessonChangedElsewhere: told('conflict', 'This lesson was changed in another window; nothing was overwritten.'),
  rulesChangedElsewhere: told('conflict', 'The house rules were changed in another window; nothing was overwritten.'),
  hasNoGeneral: told('bad-request', 'This is not a student’s own plan: there is no general one beside it.'),
  tooLarge: told('too-large', 'The file is too large to be read; bring in one movement at a time.'),
  locked: told('locked', 'Kettle Step is locked. Unlock it with the pass phrase.'),
  wrongPassPhrase: told('forbidden', 'This is not the pass phrase.'),
  tooManyTries: told(
    'too-many',
    'Too many tries. Wait a quarter of an hour, or set a new pass phrase on the machine itself.',
  ),
  tooManyRequests: told('too-many', 'Too much was asked at once. Wait a minute.'),
  needsPassPhrase: told(
    'forbidden',
    'This came through another server, and the studio has no pass phrase. Set one on the machine itself first.',
  ),
  foreignPage: told('forbidden', 'Only Kettle Step’s own pages change anything here.'),
  diskFull: told('storage-full', 'The disk of the studio is full. Make room on it; nothing was changed.'),
  arrivalUnderWay: told('unavailable', 'An archive is being brought in already. Wait until it is there.'),
  busy: told('unavailable', 'Too many files are being read at the moment. Try again in a minute.'),
  notNow: told('unavailable', 'The studio’s file cannot be used at the moment; nothing was changed. Try again soon.'),
  damaged: told(
    'unavailable',
    'The studio’s file is damaged; nothing was changed. Put back the newest backup, at the foot of the shelf.',
  ),
  bug: told('internal', 'Nothing was changed. Please try again; if it stays so, report it.'),
} as const;

/** A file that cannot be read, in the words of what tried to. */
export const unreadable = (detail: string): Refusal => told('unreadable-file', detail);

/** A plan is of other music than the piece has. */
export const unknownNote = (noteId: string): Refusal =>
  told('bad-request', `The plan has a finger for a note that the music does not have: ${noteId}.`);

/** The first place where a body is not as the contract has it. */
export const notAsAgreed = (
  what: 'plan' | 'pass phrase' | 'student' | 'piece' | 'lesson' | 'day' | 'set of house rules',
  issue: Issue | undefined,
): Refusal => told('bad-request', `The ${what} is not as agreed: ${issue?.path.join('.')} ${issue?.message}`);

export const sentAs = (type: string): Refusal => told('wrong-type', `This is sent as ${type}.`);

export const calledWrongly = (name: string): Refusal =>
  told('forbidden', `Kettle Step is not called “${name}” here. Open it as 127.0.0.1, or name it in KETTLE_STEP_NAMES.`);
