import {
  anyManifestSchema,
  ARCHIVE_VERSION,
  archivedFactsSchema,
  archivedPlanSchema,
  archivedVersionsSchema,
  archivePaths,
  ARCHIVED_RULES,
  ARCHIVED_STUDENTS,
  archivedStudentsSchema,
  MANIFEST,
  manifestSchema,
  rulesFileSchema,
  type ArchivedPiece,
  type ArchivedStudent,
  type Manifest,
  type RulesFile,
} from '@kettle-step/contract';
import { fail, MAX_DOCUMENT_BYTES, ok, type Result } from '@kettle-step/core';
import { strFromU8, unzipSync } from 'fflate';
import type { Schema } from '../http/schema';

/** Largest archive taken in, and largest sum of what it holds: a studio of some thousand pieces. */
export const MAX_ARCHIVE_BYTES = 128 * 1024 * 1024;
const MAX_UNPACKED_BYTES = 512 * 1024 * 1024;
const MAX_ENTRIES = 50_000;

/** Why an archive cannot be opened at all. Facts only; `explainArchiveError` words them. */
export type ArchiveError =
  | { readonly code: 'not-zip'; readonly detail: string }
  | { readonly code: 'not-archive' }
  | { readonly code: 'newer'; readonly version: number }
  | { readonly code: 'too-large' };

export const explainArchiveError = (error: ArchiveError): string => {
  switch (error.code) {
    case 'not-zip':
      return `This is not a whole .zip file (${error.detail}); fetch the archive again.`;
    case 'not-archive':
      return `This .zip holds no studio: it has no ${MANIFEST} of ours. Music files come in one by one on the shelf.`;
    case 'newer':
      return `The archive was made by a newer Kettle Step (version ${error.version}; this one knows ${ARCHIVE_VERSION}). Update, and open it then.`;
    case 'too-large':
      return 'Unpacked the archive would be larger than any studio; it was not opened.';
  }
};

/** A piece of an archive, or why it cannot be read. */
export type OpenedPiece =
  | { readonly kind: 'piece'; readonly title: string; readonly piece: ArchivedPiece }
  | { readonly kind: 'unreadable'; readonly title: string; readonly words: string };

export interface OpenedArchive {
  readonly manifest: Manifest;
  readonly rules: RulesFile;
  readonly students: readonly ArchivedStudent[];
  readonly pieces: readonly OpenedPiece[];
}

type Files = Readonly<Record<string, Uint8Array>>;

/** Entries are only ever looked up by names of ours, so what an entry calls itself leads nowhere. */
const unpack = (bytes: Uint8Array): Result<Files, ArchiveError> => {
  let [entries, total] = [0, 0];
  try {
    const files = unzipSync(bytes, {
      filter: ({ name, originalSize }) => {
        entries += 1;
        total += originalSize;
        if (entries > MAX_ENTRIES || total > MAX_UNPACKED_BYTES) throw new RangeError('too large');
        return (
          ([MANIFEST, ARCHIVED_STUDENTS, ARCHIVED_RULES].includes(name) || name.startsWith('pieces/')) &&
          originalSize <= MAX_DOCUMENT_BYTES * 4
        );
      },
    });
    return ok(files);
  } catch (cause) {
    if (cause instanceof RangeError) return fail({ code: 'too-large' });
    return fail({ code: 'not-zip', detail: cause instanceof Error ? cause.message.slice(0, 80) : 'damaged' });
  }
};

/** A file of ours that is missing or not as it should be. */
class Unreadable extends Error {}

const textOf = (files: Files, name: string): string | undefined => {
  const bytes = files[name];
  return bytes && strFromU8(bytes);
};

const jsonOf = <T>(files: Files, name: string, schema: Schema<T>, otherwise?: unknown): T => {
  const text = textOf(files, name);
  if (text === undefined && otherwise === undefined) throw new Unreadable(`${name} is missing.`);
  let content = otherwise;
  try {
    if (text !== undefined) content = JSON.parse(text);
  } catch {
    throw new Unreadable(`${name} is damaged.`);
  }
  const read = schema.safeParse(content);
  if (read.success) return read.data;
  const [issue] = read.error.issues;
  throw new Unreadable(`${name} is not as agreed: ${issue?.path.join('.')} ${issue?.message}.`);
};

const readPiece = (files: Files, id: string): ArchivedPiece => {
  const paths = archivePaths(id);
  const document = textOf(files, paths.document);
  if (document === undefined) throw new Unreadable(`${paths.document} is missing.`);
  const versions = jsonOf(files, paths.versions, archivedVersionsSchema, []).map((version) => {
    const music = version.ownMusic ? textOf(files, paths.versionDocument(version.id)) : null;
    if (music === undefined) throw new Unreadable(`the music of the version “${version.name}” is missing.`);
    return { ...version, document: music };
  });
  return {
    id,
    document,
    facts: jsonOf(files, paths.facts, archivedFactsSchema),
    plan: jsonOf(files, paths.plan, archivedPlanSchema),
    source: files[paths.source] ?? null,
    versions,
  };
};

const manifestOf = (files: Files): Result<Manifest, ArchiveError> => {
  let content: unknown;
  try {
    content = JSON.parse(textOf(files, MANIFEST) ?? '');
  } catch {
    return fail({ code: 'not-archive' });
  }
  const version = anyManifestSchema.safeParse(content).data?.version;
  if (version !== undefined && version > ARCHIVE_VERSION) return fail({ code: 'newer', version });
  const manifest = manifestSchema.safeParse(content);
  return manifest.success ? ok(manifest.data) : fail({ code: 'not-archive' });
};

/** Opens the bytes of an archive; a piece that cannot be read, or the students, do not keep the others back. */
export const openArchive = (bytes: Uint8Array): Result<OpenedArchive, ArchiveError> => {
  const files = unpack(bytes);
  if (files.kind === 'error') return files;
  const manifest = manifestOf(files.value);
  if (manifest.kind === 'error') return manifest;
  const read = <T>(part: () => T, unreadable: (words: string) => T): T => {
    try {
      return part();
    } catch (cause) {
      if (!(cause instanceof Unreadable)) throw cause;
      return unreadable(cause.message);
    }
  };
  const told: OpenedPiece[] = [];
  const students = read(
    (): readonly ArchivedStudent[] => jsonOf(files.value, ARCHIVED_STUDENTS, archivedStudentsSchema, []),
    (words) => {
      told.push({ kind: 'unreadable', title: 'Students', words });
      return [];
    },
  );
  const rules = read(
    (): RulesFile => jsonOf(files.value, ARCHIVED_RULES, rulesFileSchema, {}),
    (words) => {
      told.push({ kind: 'unreadable', title: 'House rules', words });
      return {};
    },
  );
  const pieces = manifest.value.pieces.map(({ id, title }) =>
    read(
      (): OpenedPiece => ({ kind: 'piece', title, piece: readPiece(files.value, id) }),
      (words): OpenedPiece => ({ kind: 'unreadable', title, words }),
    ),
  );
  return ok({ manifest: manifest.value, rules, students, pieces: [...told, ...pieces] });
};
