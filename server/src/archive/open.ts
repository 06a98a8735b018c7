import {
  anyManifestSchema,
  ARCHIVE_VERSION,
  archivedFactsSchema,
  archivedPlanSchema,
  archivedStudentSchema,
  archivedVersionsSchema,
  archivePaths,
  ARCHIVED_RULES,
  ARCHIVED_STUDENTS,
  MANIFEST,
  manifestSchema,
  rulesFileSchema,
  type ArchivedFacts,
  type ArchivedPiece,
  type ArchivedStudent,
  type Manifest,
  type RulesFile,
} from '@kettle-step/contract';
import { fail, MAX_DOCUMENT_BYTES, ok, type Result } from '@kettle-step/core';
import { issuesInWords, type Schema } from '../http/schema';
import { pause } from '../database/pause';
import { openZip, ZipDamaged, ZipTooLarge, type Zip } from './zip';

/** Largest archive taken in, and largest sum of what it holds: a studio of some thousand pieces. */
export const MAX_ARCHIVE_BYTES = 128 * 1024 * 1024;
const MAX_UNPACKED_BYTES = 512 * 1024 * 1024;
const MAX_ENTRIES = 50_000;

/** Why an archive cannot be opened at all. Facts only; `explainArchiveError` words them. */
export type ArchiveError =
  | { readonly code: 'not-zip'; readonly detail: string }
  | { readonly code: 'not-archive' }
  | { readonly code: 'newer' | 'too-old'; readonly version: number }
  | { readonly code: 'too-large' };

export const explainArchiveError = (error: ArchiveError): string => {
  switch (error.code) {
    case 'not-zip':
      return `This is not a whole .zip file (${error.detail}); fetch the archive again.`;
    case 'not-archive':
      return `This .zip holds no studio: it has no ${MANIFEST} of ours. Music files come in one by one on the shelf.`;
    case 'newer':
      return `The archive was made by a newer Kettle Step (version ${error.version}; this one knows ${ARCHIVE_VERSION}). Update, and open it then.`;
    case 'too-old':
      return `The archive was made by a Kettle Step that is too old (version ${error.version}; this one opens ${ARCHIVE_VERSION}). Open it with that one, update, and fetch it again.`;
    case 'too-large':
      return 'Unpacked the archive would be larger than any studio; it was not opened.';
  }
};

/** Something of an archive, or why it cannot be read. */
export type Opened<T> =
  | { readonly kind: 'read'; readonly title: string; readonly content: T }
  | { readonly kind: 'unreadable'; readonly title: string; readonly words: string };

/** An archive of which each part is read when it is wanted: a large one is never in memory at once. */
export interface OpenedArchive {
  readonly manifest: Manifest;
  readonly rules: () => Promise<Opened<RulesFile>>;
  readonly students: () => AsyncIterable<Opened<ArchivedStudent>>;
  /** Students' own plans come after the general ones beside which they stand. */
  readonly pieces: () => AsyncIterable<Opened<ArchivedPiece>>;
  readonly close: () => void;
}

/** A file of ours that is missing or not as it should be. */
class Unreadable extends Error {}

const parsed = <T>(name: string, content: unknown, schema: Schema<T>): T => {
  const read = schema.safeParse(content);
  if (read.success) return read.data;
  throw new Unreadable(`${name} could not be read: ${issuesInWords(read.error)}.`);
};

const bytesOf = async (zip: Zip, name: string): Promise<Buffer | undefined> => {
  try {
    return await zip.read(name, MAX_DOCUMENT_BYTES * 4);
  } catch (cause) {
    if (cause instanceof ZipDamaged || cause instanceof ZipTooLarge) throw new Unreadable(`${name} is damaged.`);
    throw cause;
  }
};

const textOf = async (zip: Zip, name: string): Promise<string | undefined> => (await bytesOf(zip, name))?.toString();

const jsonIn = (name: string, text: string): unknown => {
  try {
    return JSON.parse(text);
  } catch {
    throw new Unreadable(`${name} is damaged.`);
  }
};

const jsonOf = async <T>(zip: Zip, name: string, schema: Schema<T>, otherwise?: unknown): Promise<T> => {
  const text = await textOf(zip, name);
  if (text === undefined && otherwise === undefined) throw new Unreadable(`${name} is missing.`);
  return parsed(name, text === undefined ? otherwise : jsonIn(name, text), schema);
};

const readPiece = async (zip: Zip, id: string, facts: ArchivedFacts): Promise<ArchivedPiece> => {
  const paths = archivePaths(id);
  const document = await textOf(zip, paths.document);
  if (document === undefined) throw new Unreadable(`${paths.document} is missing.`);
  const versions = [];
  for (const version of await jsonOf(zip, paths.versions, archivedVersionsSchema, [])) {
    const music = version.ownMusic ? await textOf(zip, paths.versionDocument(version.id)) : null;
    if (music === undefined) throw new Unreadable(`the music of the version “${version.name}” is missing.`);
    versions.push({ ...version, document: music });
  }
  return {
    id,
    document,
    facts,
    plan: await jsonOf(zip, paths.plan, archivedPlanSchema),
    source: (await bytesOf(zip, paths.source)) ?? null,
    versions,
  };
};

const opened = async <T>(title: string, read: () => Promise<T> | T): Promise<Opened<T>> => {
  try {
    return { kind: 'read', title, content: await read() };
  } catch (cause) {
    if (cause instanceof Unreadable) return { kind: 'unreadable', title, words: cause.message };
    throw cause;
  }
};

/** The students, each as JSON. `packArchive` writes one to a line, so that they are never all parsed at once; other programs may not. */
const studentTexts = (text: string): readonly string[] => {
  const lines = text.trim().split('\n');
  const inner = lines.slice(1, -1).map((line) => line.replace(/,$/, ''));
  const isOurs = lines[0] === '[' && lines.at(-1) === ']' && inner.every((line) => /^\{.*\}$/.test(line));
  if (isOurs) return inner;
  const all = jsonIn(ARCHIVED_STUDENTS, text);
  if (!Array.isArray(all)) throw new Unreadable(`${ARCHIVED_STUDENTS} is no list.`);
  return all.map((student) => JSON.stringify(student));
};

/** Each student by itself: one that cannot be read does not keep the others back, and requests are answered in between. */
const studentsOf = async function* (zip: Zip): AsyncGenerator<Opened<ArchivedStudent>> {
  const texts = await opened('Students', async () => studentTexts((await textOf(zip, ARCHIVED_STUDENTS)) ?? '[]'));
  if (texts.kind === 'unreadable') return yield texts;
  for (const [index, text] of texts.content.entries()) {
    const title = /"name":"([^"\\]{1,200})"/.exec(text)?.[1] ?? `Student ${index + 1}`;
    const student = await opened(title, () =>
      parsed(ARCHIVED_STUDENTS, jsonIn(ARCHIVED_STUDENTS, text), archivedStudentSchema),
    );
    // Reading years of lessons and putting them in each take their time.
    await pause();
    yield student;
    await pause();
  }
};

const piecesOf = async function* (zip: Zip, { pieces, unreadable }: Manifest): AsyncGenerator<Opened<ArchivedPiece>> {
  const later: (() => Promise<Opened<ArchivedPiece>>)[] = [];
  for (const { id, title } of pieces) {
    const facts = await opened(title, () => jsonOf(zip, archivePaths(id).facts, archivedFactsSchema));
    const whole = (): Promise<Opened<ArchivedPiece>> =>
      facts.kind === 'read' ? opened(title, () => readPiece(zip, id, facts.content)) : Promise.resolve(facts);
    if (facts.kind === 'read' && facts.content.generalId !== null) later.push(whole);
    else yield await whole();
  }
  for (const whole of later) yield await whole();
  for (const { title } of unreadable)
    yield { kind: 'unreadable', title, words: 'could not be read when the archive was made.' };
};

const manifestOf = async (zip: Zip): Promise<Result<Manifest, ArchiveError>> => {
  let content: unknown;
  try {
    content = JSON.parse((await textOf(zip, MANIFEST)) ?? '');
  } catch {
    return fail({ code: 'not-archive' });
  }
  const version = anyManifestSchema.safeParse(content).data?.version;
  if (version !== undefined && version !== ARCHIVE_VERSION)
    return fail({ code: version > ARCHIVE_VERSION ? 'newer' : 'too-old', version });
  const manifest = manifestSchema.safeParse(content);
  return manifest.success ? ok(manifest.data) : fail({ code: 'not-archive' });
};

/**
 * Opens an archive, a file or bytes. Entries are only ever looked up by names of ours, so what an entry calls itself leads
 * nowhere. What cannot be read does not keep the rest back.
 */
export const openArchive = async (place: string | Buffer): Promise<Result<OpenedArchive, ArchiveError>> => {
  try {
    const zip = await openZip(place, { entries: MAX_ENTRIES, bytes: MAX_UNPACKED_BYTES });
    const manifest = await manifestOf(zip);
    if (manifest.kind === 'error') {
      zip.close();
      return manifest;
    }
    return ok({
      manifest: manifest.value,
      rules: () => opened('House rules', () => jsonOf(zip, ARCHIVED_RULES, rulesFileSchema, {})),
      students: () => studentsOf(zip),
      pieces: () => piecesOf(zip, manifest.value),
      close: () => zip.close(),
    });
  } catch (cause) {
    if (cause instanceof ZipTooLarge) return fail({ code: 'too-large' });
    if (cause instanceof ZipDamaged) return fail({ code: 'not-zip', detail: cause.message });
    throw cause;
  }
};
