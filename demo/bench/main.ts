import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { startServer } from '@kettle-step/server';
import { loadYears } from '../src/years';

/** How fast a studio of five years and 60 students answers. Figures differ between machines. */

const UNTIL = '2026-06-26';
const RUNS = 9;
const TODAY = Array.from({ length: 8 }, (_, at) => `student-${at + 1}`).join();

const folder = mkdtempSync(join(tmpdir(), 'kettle-step-bench-'));
const began = performance.now();
const server = await startServer({
  database: join(folder, 'years.sqlite'),
  migrations: 'server/migrations',
  webFolder: 'no-such-folder',
  host: '127.0.0.1',
  port: 0,
  prepare: (studio) => loadYears(studio, { students: 60, years: 5, until: UNTIL, seed: 1 }),
});

const line = (what: string, figure: string): void => console.log(what.padEnd(58) + figure);
line('five years of 60 students, made', `${((performance.now() - began) / 1000).toFixed(1)} s`);

/** Median of several requests, ms, and what came in bytes. */
const timed = async (path: string): Promise<{ readonly ms: number; readonly kilobytes: number }> => {
  let bytes = 0;
  const times: number[] = [];
  for (let run = 0; run < RUNS; run += 1) {
    const start = performance.now();
    const answer = await fetch(new URL(path, server.address));
    bytes = (await answer.arrayBuffer()).byteLength;
    times.push(performance.now() - start);
    if (!answer.ok) throw new Error(`${path}: ${answer.status}`);
  }
  return { ms: times.sort((a, b) => a - b)[Math.floor(RUNS / 2)]!, kilobytes: bytes / 1024 };
};

for (const [what, path] of [
  ['lessons of a month (goal 300 ms)', 'api/lessons?from=2026-01-25&to=2026-03-07'],
  ['lessons of a student (goal 300 ms)', 'api/lessons?student=student-7'],
  ['search for a name (goal 200 ms)', 'api/lessons?words=greta%20cedar&latest=201'],
  ['search for words in every lesson (goal 200 ms)', 'api/lessons?words=bar&latest=201'],
  ['search for words in no lesson (goal 200 ms)', 'api/lessons?words=zither'],
  ['a student, with all memory checks (goal 300 ms)', 'api/students/student-7'],
  ['all students (goal 300 ms)', 'api/students'],
  ['what is due for eight who come today (goal 300 ms)', `api/due?on=${UNTIL}&students=${TODAY}`],
  ['answers of a student in the trainer (goal 300 ms)', 'api/students/student-7/trainer'],
] as const) {
  const { ms, kilobytes } = await timed(path);
  line(what, `${ms.toFixed(0)} ms, ${kilobytes.toFixed(0)} kB`);
}
await server.stop();
rmSync(folder, { recursive: true, force: true });
