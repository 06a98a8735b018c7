import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { parseArgs } from 'node:util';
import { runArchives } from './archives';
import { runFlatOut, runPaced } from './clients';
import { line } from './figures';
import { archiveOf, killRestores, killSaves } from './kills';
import { runPoison } from './poison';
import { startProgram } from './program';
import { makeStudio } from './studio';

/**
 * `npm run soak`: a large studio under load, under poison, and killed again and again. About five minutes; with `--pieces 5000`,
 * `--seconds 900`, `--kills 200` and `--restores 50` it takes half an hour. Figures differ between machines.
 */
const { values } = parseArgs({
  options: {
    pieces: { type: 'string', default: '2000' },
    requests: { type: 'string', default: '50000' },
    seconds: { type: 'string', default: '40' },
    kills: { type: 'string', default: '20' },
    restores: { type: 'string', default: '8' },
  },
});
const of = (name: keyof typeof values): number => Number(values[name]);

const folder = mkdtempSync(join(tmpdir(), 'kettle-step-soak-'));
const [large, small, empty] = ['large', 'small', 'empty'].map((name) => join(folder, `${name}.sqlite`)) as [
  string,
  string,
  string,
];
try {
  const start = performance.now();
  await makeStudio(large, of('pieces'));
  line(`${of('pieces')} pieces and 60 students, made`, `${((performance.now() - start) / 1000).toFixed(0)} s`);
  let program = await startProgram(large);
  const load = { pieces: of('pieces'), clients: 20, requests: of('requests'), seconds: of('seconds'), pauseMs: 1000 };
  await runPaced(program, { ...load, seconds: 40 });
  await runFlatOut(program, load);
  await runPoison(program, 20);
  await program.stop();
  program = await startProgram(large);
  const other = await startProgram(empty);
  await runArchives(program, other);
  await Promise.all([program.stop(), other.stop()]);

  await makeStudio(small, 40, 0);
  await killSaves(small, of('kills'));
  await killRestores(await archiveOf(small, 40), folder, of('restores'));
} finally {
  rmSync(folder, { recursive: true, force: true });
}
