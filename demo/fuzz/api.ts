import {
  changePassPhraseSchema,
  dueOnSchema,
  keepVersionSchema,
  newAnswersSchema,
  newLessonSchema,
  newLinkSchema,
  newMeasureSchema,
  newMemoryCheckSchema,
  newStudentSchema,
  ownPlanForSchema,
  pieceForSchema,
  problemSchema,
  saveHouseRulesSchema,
  saveLessonSchema,
  savePlanSchema,
  saveStudentSchema,
  seenFingersSchema,
  unlockSchema,
} from '@kettle-step/contract';
import { startServer, type RunningServer } from '@kettle-step/server';
import fc from 'fast-check';
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { loadDemoStudio } from '../src/load';
import { bodies } from './from-schema';

/** What can be sent, and what a body should be like. */
const BODIES = [
  ['PUT', 'api/pieces/:piece/plan', savePlanSchema],
  ['PUT', 'api/pieces/:piece/student', pieceForSchema],
  ['POST', 'api/pieces/:piece/own', ownPlanForSchema],
  ['PUT', 'api/pieces/:piece/seen', seenFingersSchema],
  ['POST', 'api/pieces/:piece/versions', keepVersionSchema],
  ['POST', 'api/students', newStudentSchema],
  ['PUT', 'api/students/:student', saveStudentSchema],
  ['POST', 'api/students/:student/measures', newMeasureSchema],
  ['POST', 'api/students/:student/checks', newMemoryCheckSchema],
  ['PUT', 'api/students/:student/checks/:any', dueOnSchema],
  ['POST', 'api/students/:student/trainer', newAnswersSchema],
  ['POST', 'api/students/:student/links', newLinkSchema],
  ['POST', 'api/lessons', newLessonSchema],
  ['PUT', 'api/lessons/:any', saveLessonSchema],
  ['PUT', 'api/house-rules', saveHouseRulesSchema],
  ['POST', 'api/access', unlockSchema],
] as const;
// A pass phrase that is set would end the run: only bodies that cannot be one.
const NO_PHRASE = bodies(changePassPhraseSchema).map((body) => ({ ...(body as object), passPhrase: 'short' }));

const GETS = [
  'api/pieces/:any',
  'api/pieces/:piece',
  'api/pieces/:piece/export.:any',
  'api/pieces/:piece/export.csv?numbers=:any',
  'api/pieces/:piece/versions/:any',
  'api/pieces/:any/source',
  'api/students/:any',
  'api/lessons?words=:any&latest=:any',
  'api/lessons?from=:any&to=:any',
  'api/due?on=:any&students=:any',
  'api/mine/:any',
  'api/mine/:any/pieces/:piece',
  'api/trash',
  'api/backups',
  'api/moves',
  'api/house-rules',
  'api/:any',
] as const;

const ODD = fc.oneof(
  fc.constantFrom(
    'millrace',
    'student-1',
    '2026-01-05',
    '%00',
    '%ff',
    '..%2f..',
    '-1',
    '1e9',
    "'",
    '%27%20OR%201=1',
    'a'.repeat(300),
  ),
  fc.string({ maxLength: 10 }).map((text) => encodeURIComponent(text.replace(/[\ud800-\udfff]/g, '?'))),
);

const filled = (path: string, piece: string, student: string, any: string): string =>
  path.replaceAll(':piece', piece).replaceAll(':student', student).replaceAll(':any', any);

export interface Sent {
  readonly method: string;
  readonly path: string;
  readonly body: unknown;
}

const paths = fc.tuple(
  fc.constantFrom('millrace', 'kite-on-a-string', 'nowhere'),
  fc.constantFrom('pip-hallow', 'student-1', 'nobody'),
  ODD,
);

export const requests: fc.Arbitrary<Sent> = fc.oneof(
  ...BODIES.map(([method, path, schema]) =>
    fc.tuple(paths, bodies(schema)).map(([names, body]) => ({ method, path: filled(path, ...names), body })),
  ),
  NO_PHRASE.map((body) => ({ method: 'PUT', path: 'api/access/pass-phrase', body })),
  fc
    .tuple(fc.constantFrom(...GETS), paths)
    .map(([path, names]) => ({ method: 'GET', path: filled(path, ...names), body: undefined })),
);

/** A demo studio that answers, and what it must never answer. */
export const startApi = async () => {
  const folder = mkdtempSync(join(tmpdir(), 'kettle-step-fuzz-'));
  const server: RunningServer = await startServer({
    database: join(folder, 'studio.sqlite'),
    migrations: 'server/migrations',
    webFolder: 'no-such-folder',
    host: '127.0.0.1',
    port: 0,
    prepare: (studio) => loadDemoStudio(studio, 'demo/pieces', new Date('2026-01-05T10:00:00.000Z')),
  });
  const headers = { Origin: new URL(server.address).origin, 'Content-Type': 'application/json' };
  return {
    /** Each request is answered; what is refused is told in words, and nothing is a fault of ours. Gives the status. */
    send: async ({ method, path, body }: Sent): Promise<number> => {
      const init = body === undefined ? { method, headers } : { method, headers, body: JSON.stringify(body) };
      const answer = await fetch(new URL(path, server.address), init);
      const text = await answer.text();
      if (answer.status >= 500 && answer.status !== 503) throw new Error(`${answer.status}: ${text}`);
      if (answer.status >= 400) problemSchema.parse(JSON.parse(text));
      return answer.status;
    },
    stop: async () => {
      await server.stop();
      rmSync(folder, { recursive: true, force: true });
    },
  };
};
