import {
  ARCHIVE_FORMAT,
  ARCHIVE_VERSION,
  ARCHIVED_RULES,
  ARCHIVED_STUDENTS,
  archivePaths,
  MANIFEST,
  type ArchivedPiece,
  type ArchivedStudent,
  type Manifest,
  type RulesFile,
} from '@kettle-step/contract';
import { strToU8, zipSync, type Zippable } from 'fflate';

const json = (content: unknown): Uint8Array => strToU8(`${JSON.stringify(content, undefined, 1)}\n`);

const filesOf = ({ id, facts, document, source, plan, versions }: ArchivedPiece): Zippable => {
  const paths = archivePaths(id);
  const files: Zippable = {
    [paths.document]: strToU8(document),
    [paths.facts]: json(facts),
    [paths.plan]: json(plan),
    [paths.versions]: json(
      versions.map(({ document: music, ...version }) => ({ ...version, ownMusic: music !== null })),
    ),
  };
  if (source) files[paths.source] = source;
  for (const version of versions)
    if (version.document !== null) files[paths.versionDocument(version.id)] = strToU8(version.document);
  return files;
};

/** Packs a studio into the bytes of an archive. */
export const packArchive = (
  {
    pieces,
    students,
    rules,
  }: {
    readonly pieces: readonly ArchivedPiece[];
    readonly students: readonly ArchivedStudent[];
    readonly rules: RulesFile;
  },
  now: Date,
): Uint8Array<ArrayBuffer> => {
  const manifest: Manifest = {
    format: ARCHIVE_FORMAT,
    version: ARCHIVE_VERSION,
    createdAt: now.toISOString(),
    pieces: pieces.map(({ id, facts }) => ({ id, title: facts.title })),
  };
  return zipSync(
    Object.assign(
      { [MANIFEST]: json(manifest), [ARCHIVED_STUDENTS]: json(students), [ARCHIVED_RULES]: json(rules) },
      ...pieces.map(filesOf),
    ) as Zippable,
    { mtime: now },
  );
};
