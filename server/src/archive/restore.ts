import { createHash } from 'node:crypto';
import type { ArchivedPiece, RestoreReport } from '@kettle-step/contract';
import { troubleIn } from '../database/trouble';
import { idsIn } from '../pieces/note-ids';
import type { PieceTasks } from '../pieces/tasks';
import type { Pooled } from '../worker-pool/pool';
import type { Opened, OpenedArchive } from './open';
import type { ArchiveStore } from './store';

type PieceReport = RestoreReport['pieces'][number];

/** The same text for the same decisions, in whichever order they were kept. */
const contentOf = ({ document, facts, plan: { fingers, desk } }: ArchivedPiece): string =>
  JSON.stringify([
    document,
    facts.student,
    [...fingers].sort((a, b) => (a.noteId < b.noteId ? -1 : 1)).map((one) => Object.entries(one).sort()),
    desk,
  ]);

/** A name of its own for a piece that stands beside the one in the studio: the same for the same content. */
const idBeside = (piece: ArchivedPiece): string =>
  `${piece.id.slice(0, 50)}-${createHash('sha256').update(contentOf(piece)).digest('hex').slice(0, 8)}`;

const same = async (
  store: ArchiveStore,
  id: string,
  { versions }: ArchivedPiece,
  title: string,
): Promise<PieceReport> => {
  const added = await store.addVersions(id, versions);
  const more = added === 0 ? '' : ` ${added} ${added === 1 ? 'version was' : 'versions were'} added to it.`;
  return { title, outcome: 'same', words: `The studio has it as the archive does.${more}` };
};

/** Fingers of notes that the music does not have belong to nothing. */
const withKnownNotes = (piece: ArchivedPiece): ArchivedPiece => {
  const ids = idsIn(piece.document);
  const fingers = piece.plan.fingers.filter(({ noteId }) => ids.has(noteId));
  return { ...piece, plan: { ...piece.plan, fingers } };
};

const restorePiece = async (
  store: ArchiveStore,
  tasks: Pooled<PieceTasks>,
  opened: Opened<ArchivedPiece>,
  from: string,
): Promise<PieceReport> => {
  const { title } = opened;
  if (opened.kind === 'unreadable') return { title, outcome: 'refused', words: opened.words };
  const piece = withKnownNotes(opened.content);
  const music = await tasks.correct(piece.document);
  if (music.kind === 'error') return { title, outcome: 'refused', words: music.error };
  const there = await store.get(piece.id);
  if (!there) {
    await store.put(piece, music.value);
    return { title, outcome: 'added', words: 'Came onto the shelf.' };
  }
  if (contentOf(there) === contentOf(piece)) return same(store, piece.id, piece, title);
  const id = idBeside(piece);
  if (await store.get(id)) return same(store, id, piece, title);
  const facts = { ...piece.facts, title: `${piece.facts.title} (archive of ${from})` };
  // Versions belong to one piece: the one that has them keeps them.
  const versions = piece.versions.filter((version) => !there.versions.some((kept) => kept.id === version.id));
  await store.put({ ...piece, id, facts, versions }, music.value);
  return {
    title,
    outcome: 'beside',
    words:
      'The studio’s own differs from it; it stands beside it under a name of its own, and nothing was overwritten.',
  };
};

/** One that cannot be put in does not keep the others back; trouble with the studio's file does. */
const reportOf = async (title: string, work: () => Promise<PieceReport>): Promise<PieceReport> => {
  try {
    return await work();
  } catch (cause) {
    if (troubleIn(cause) !== undefined) throw cause;
    console.error(cause);
    return { title, outcome: 'refused', words: 'It could not be put into the studio. Please report it.' };
  }
};

/**
 * Puts what an archive holds into a studio, empty or not. Nothing that is there is overwritten, so that it can be done again where
 * it was broken off: what came in before is found as it is.
 * @param progress - called after each piece
 * @param signal - breaks it off between two pieces
 */
export const restoreArchive = async (
  store: ArchiveStore,
  tasks: Pooled<PieceTasks>,
  archive: OpenedArchive,
  progress: (done: number, of: number) => void = () => undefined,
  signal?: AbortSignal,
): Promise<RestoreReport> => {
  const { createdAt, pieces } = archive.manifest;
  const reports: PieceReport[] = [];
  const refused = ({ title, words }: { readonly title: string; readonly words: string }): void =>
    void reports.push({ title, outcome: 'refused', words });
  const rules = await archive.rules();
  if (rules.kind === 'unreadable') refused(rules);
  else if (Object.keys(rules.content).length > 0) await store.putRules(rules.content);
  for await (const student of archive.students())
    if (student.kind === 'unreadable') refused(student);
    else await store.putStudent(student.content);
  let done = 0;
  for await (const piece of archive.pieces()) {
    reports.push(await reportOf(piece.title, () => restorePiece(store, tasks, piece, createdAt.slice(0, 10))));
    progress((done += 1), pieces.length);
    signal?.throwIfAborted();
  }
  return { createdAt, pieces: reports };
};
