import { createHash } from 'node:crypto';
import type { ArchivedPiece, RestoreReport } from '@kettle-step/contract';
import { explainMusicXmlError } from '@kettle-step/core';
import { readCorrected } from '../pieces/import';
import type { OpenedArchive, OpenedPiece } from './open';
import type { ArchiveStore } from './store';

type Told = RestoreReport['pieces'][number];

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

const same = async (store: ArchiveStore, id: string, { versions }: ArchivedPiece, title: string): Promise<Told> => {
  const added = await store.addVersions(id, versions);
  const more = added === 0 ? '' : ` ${added} ${added === 1 ? 'version was' : 'versions were'} added to it.`;
  return { title, outcome: 'same', words: `Stands in the studio as it is in the archive.${more}` };
};

const restorePiece = async (store: ArchiveStore, opened: OpenedPiece, from: string): Promise<Told> => {
  const { title } = opened;
  if (opened.kind === 'unreadable') return { title, outcome: 'refused', words: opened.words };
  const { piece } = opened;
  const music = readCorrected(piece.document);
  if (music.kind === 'error') return { title, outcome: 'refused', words: explainMusicXmlError(music.error) };
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

const isOwn = (opened: OpenedPiece): boolean => opened.kind === 'piece' && opened.piece.facts.generalId !== null;

/** Puts the pieces of an archive into a studio, empty or not. Nothing that is there is overwritten. */
export const restoreArchive = async (
  store: ArchiveStore,
  { manifest, rules, students, pieces }: OpenedArchive,
): Promise<RestoreReport> => {
  const from = manifest.createdAt.slice(0, 10);
  if (Object.keys(rules).length > 0) await store.putRules(rules);
  await store.putStudents(students);
  const told: Told[] = [];
  // A student's own plan comes after the general one beside which it stands.
  for (const piece of [...pieces].sort((a, b) => Number(isOwn(a)) - Number(isOwn(b))))
    told.push(await restorePiece(store, piece, from));
  return { createdAt: manifest.createdAt, pieces: told };
};
