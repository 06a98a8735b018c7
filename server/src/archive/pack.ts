import {
  ARCHIVE_FORMAT,
  ARCHIVE_VERSION,
  ARCHIVED_RULES,
  ARCHIVED_STUDENTS,
  archivePaths,
  MANIFEST,
  type ArchivedPiece,
  type Manifest,
} from '@kettle-step/contract';
import { strToU8, Zip, ZipDeflate } from 'fflate';
import { pause } from '../database/pause';
import type { ArchiveStore } from './store';

/** What an archive is made of. */
export type Packed = Pick<ArchiveStore, 'list' | 'get' | 'studentIds' | 'student' | 'rules'>;

/** A file of an archive, as the parts that make it up. */
interface File {
  readonly name: string;
  readonly parts: AsyncIterable<Uint8Array> | readonly Uint8Array[];
}

const json = (content: unknown): Uint8Array => strToU8(`${JSON.stringify(content, undefined, 1)}\n`);
const whole = (name: string, bytes: Uint8Array): File => ({ name, parts: [bytes] });

const filesOf = ({ id, facts, document, source, plan, versions }: ArchivedPiece): readonly File[] => {
  const paths = archivePaths(id);
  return [
    whole(paths.document, strToU8(document)),
    whole(paths.facts, json(facts)),
    whole(paths.plan, json(plan)),
    whole(
      paths.versions,
      json(versions.map(({ document: music, ...version }) => ({ ...version, ownMusic: music !== null }))),
    ),
    ...(source ? [whole(paths.source, source)] : []),
    ...versions.flatMap(({ id: version, document: music }) =>
      music === null ? [] : [whole(paths.versionDocument(version), strToU8(music))],
    ),
  ];
};

type Title = Manifest['unreadable'][number];

interface Skipping {
  readonly skipped: Title[];
  readonly signal: AbortSignal | undefined;
}

/** What cannot be read is left out; the archive names it, and so does the server's own output. */
const orSkip = async <T>(
  title: string,
  { skipped, signal }: Skipping,
  read: () => Promise<T | undefined>,
): Promise<T | undefined> => {
  try {
    return await read();
  } catch (cause) {
    signal?.throwIfAborted();
    console.error(`“${title}” cannot be read and is not in the archive.`, cause);
    skipped.push({ title });
    return undefined;
  }
};

const studentParts = async function* (store: Packed, skipping: Skipping): AsyncGenerator<Uint8Array> {
  let before = '[';
  for (const [index, id] of (await store.studentIds()).entries()) {
    const student = await orSkip(`Student ${index + 1}`, skipping, () => store.student(id));
    if (!student) continue;
    yield strToU8(`${before}\n${JSON.stringify(student)}`);
    before = ',';
    await pause();
  }
  yield strToU8(before === '[' ? '[]\n' : '\n]\n');
};

const files = async function* (store: Packed, now: Date, signal?: AbortSignal): AsyncGenerator<File> {
  const skipping: Skipping = { skipped: [], signal };
  const pieces = [];
  yield { name: ARCHIVED_STUDENTS, parts: studentParts(store, skipping) };
  const rules = await orSkip('House rules', skipping, () => store.rules());
  yield whole(ARCHIVED_RULES, json(rules ?? {}));
  for (const { id, title } of await store.list()) {
    await pause();
    signal?.throwIfAborted();
    const piece = await orSkip(title, skipping, () => store.get(id));
    if (!piece) continue;
    yield* filesOf(piece);
    pieces.push({ id, title });
  }
  const manifest: Manifest = {
    format: ARCHIVE_FORMAT,
    version: ARCHIVE_VERSION,
    createdAt: now.toISOString(),
    pieces,
    unreadable: skipping.skipped,
  };
  // Last: by then it is known what could be read.
  yield whole(MANIFEST, json(manifest));
};

/**
 * A studio as the bytes of an archive, part by part: never more than a piece of it is in memory.
 * @param signal - nobody wants the rest
 */
export const packArchive = async function* (
  store: Packed,
  now: Date,
  signal?: AbortSignal,
): AsyncGenerator<Uint8Array> {
  let made: Uint8Array[] = [];
  const zip = new Zip((problem, bytes) => {
    if (problem) throw problem;
    made.push(bytes);
  });
  const taken = (): readonly Uint8Array[] => {
    const bytes = made;
    made = [];
    return bytes;
  };
  for await (const { name, parts } of files(store, now, signal)) {
    const file = new ZipDeflate(name);
    file.mtime = now;
    zip.add(file);
    for await (const part of parts) {
      file.push(part);
      yield* taken();
    }
    file.push(new Uint8Array(), true);
    yield* taken();
  }
  zip.end();
  yield* taken();
};

/** One piece as an archive of its own. */
export const packPiece = async (piece: ArchivedPiece, now: Date): Promise<Buffer> => {
  const alone: Packed = {
    list: () => Promise.resolve([{ id: piece.id, title: piece.facts.title }]),
    get: () => Promise.resolve(piece),
    studentIds: () => Promise.resolve([]),
    student: () => Promise.resolve(undefined),
    rules: () => Promise.resolve({}),
  };
  const parts = [];
  for await (const part of packArchive(alone, now)) parts.push(part);
  return Buffer.concat(parts);
};
