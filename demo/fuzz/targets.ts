import {
  correctionSchema,
  manifestSchema,
  ARCHIVE_FORMAT,
  archivePaths,
  archivedFactsSchema,
  archivedPlanSchema,
  archivedStudentSchema,
  archivedVersionsSchema,
} from '@kettle-step/contract';
import {
  composeMusicXml,
  correctMusic,
  explainRefusal,
  parseMusicXml,
  readScore,
  serializeMusicXml,
  type Correction,
} from '@kettle-step/core';
import { openArchive } from '@kettle-step/server';
import fc from 'fast-check';
import { strToU8, zipSync } from 'fflate';
import { scores } from '../../core/testing/scores';
import { requests, startApi, type Sent } from './api';
import { files, FORMS, readOrRefuse, type Form } from './files';
import { bodies } from './from-schema';

/** Something that is tried with many inputs. */
export interface Target {
  readonly name: string;
  readonly property: fc.IAsyncProperty<unknown> | fc.IProperty<unknown>;
  /** How often what came of an input was this or that. */
  readonly outcomes: Map<string, number>;
}

const counting = () => {
  const outcomes = new Map<string, number>();
  return { outcomes, count: (what: string): void => void outcomes.set(what, (outcomes.get(what) ?? 0) + 1) };
};

const reader = (form: Form): Target => {
  const { outcomes, count } = counting();
  const property = fc.property(files(form), (bytes) => count(readOrRefuse(form, bytes)));
  return { name: `reader of ${form}`, property: property as Target['property'], outcomes };
};

/** A correction as the worker may be asked for it: of a note or bar that is there, or of none. */
const corrections = fc.tuple(scores({ plain: true }), bodies(correctionSchema), fc.nat(), fc.nat(12));

const corrected = (): Target => {
  const { outcomes, count } = counting();
  const property = fc.property(corrections, ([score, body, note, bar]) => {
    const asked = correctionSchema.safeParse(body);
    if (!asked.success) return count('not as agreed');
    const id = score.notes[note % score.notes.length]?.id ?? '';
    const named = 'noteId' in asked.data ? { noteId: id } : 'bar' in asked.data ? { bar } : {};
    const document = composeMusicXml(score);
    const before = serializeMusicXml(document);
    const made = correctMusic(document, { ...asked.data, ...named } as Correction);
    if (serializeMusicXml(document) !== before) throw new Error('the document that was given was changed');
    if (made.kind === 'error') {
      explainRefusal(made.error);
      return count('refused');
    }
    const again = parseMusicXml(serializeMusicXml(made.value.document));
    if (again.kind === 'error' || readScore(again.value).kind === 'error') throw new Error('reads no more');
    count('made');
  });
  return { name: 'corrections', property: property as Target['property'], outcomes };
};

const paths = archivePaths('piece');
/** Archives of the right files, of which each holds what it should or nearly. */
const archives = fc
  .tuple(
    bodies(manifestSchema),
    bodies(archivedFactsSchema),
    bodies(archivedPlanSchema),
    bodies(archivedVersionsSchema),
    fc.array(bodies(archivedStudentSchema), { maxLength: 2 }),
    fc.array(fc.tuple(fc.nat(), fc.nat(255)), { maxLength: 2 }),
  )
  .map(([manifest, facts, plan, versions, students, hits]) => {
    const json = (content: unknown): Uint8Array => strToU8(JSON.stringify(content) ?? '');
    const whole = {
      ...(manifest as object),
      format: ARCHIVE_FORMAT,
      version: 3,
      createdAt: '2026-01-05T10:00:00.000Z',
    };
    const bytes = zipSync({
      'manifest.json': json({ ...whole, pieces: [{ id: 'piece', title: 'Piece' }] }),
      'students.json': json(students),
      [paths.document]: strToU8('<score-partwise/>'),
      [paths.facts]: json(facts),
      [paths.plan]: json(plan),
      [paths.versions]: json(versions),
    });
    for (const [at, value] of hits) bytes[at % bytes.length] = value;
    return Buffer.from(bytes);
  });

const archive = (): Target => {
  const { outcomes, count } = counting();
  const property = fc.asyncProperty(archives, async (bytes) => {
    const opened = await openArchive(bytes);
    if (opened.kind === 'error') return count('refused');
    await opened.value.rules();
    for await (const { kind } of opened.value.students()) count(`student ${kind}`);
    for await (const { kind } of opened.value.pieces()) count(`piece ${kind}`);
    opened.value.close();
  });
  return { name: 'archive', property: property as Target['property'], outcomes };
};

const api = (send: (sent: Sent) => Promise<number>): Target => {
  const { outcomes, count } = counting();
  const property = fc.asyncProperty(requests, async (sent) => count(String(await send(sent))));
  return { name: 'HTTP API', property: property as Target['property'], outcomes };
};

/** All targets, and what ends the server that one of them needs. */
export const startTargets = async () => {
  const { send, stop } = await startApi();
  return { targets: [...FORMS.map(reader), corrected(), archive(), api(send)], stop };
};
