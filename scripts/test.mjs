// npm test: everything, from an empty machine. Ends with one line: N passed, N failed.
import { spawn } from 'node:child_process';
import { existsSync, mkdirSync, readFileSync, rmSync } from 'node:fs';
import { join } from 'node:path';
import { install, ROOT } from './workspace.mjs';
import { CHROMIUM_MISSING, ensureChromium } from './chromium.mjs';

const REPORTS = join(ROOT, 'test-results');
const E2E_REPORT = join(REPORTS, 'e2e.json');

const read = (file) => (existsSync(file) ? JSON.parse(readFileSync(file, 'utf8')) : undefined);

/** Runs a command from the root; what it says is kept, and shown whole when it has ended. */
const run = (command, args, env = process.env) =>
  new Promise((resolve) => {
    const child = spawn(command, args, { cwd: ROOT, env, stdio: ['ignore', 'pipe', 'pipe'] });
    let said = '';
    for (const stream of [child.stdout, child.stderr]) stream.on('data', (text) => (said += text));
    child.once('error', (cause) => resolve({ succeeded: false, said: String(cause) }));
    child.once('close', (status) => resolve({ succeeded: status === 0, said }));
  });

/** One check that either holds or does not. */
const check = async (command, args) => {
  const { succeeded, said } = await run(command, args);
  return { said, passed: Number(succeeded), failed: Number(!succeeded) };
};

/** A runner that counts for itself; a crash without a report, or with a clean one, is a failure of its own. */
const counted = ({ succeeded, said }, counts) => {
  if (!counts) return { said, passed: 0, failed: 1 };
  return { said, passed: counts.passed, failed: succeeded ? counts.failed : Math.max(1, counts.failed) };
};

/**
 * Parts into which the unit tests of each of Jest's projects are cut: a lane takes one after another, so that both lanes end at
 * about one time.
 */
const CUT_INTO = { web: 5, rooms: 11 };
const toDo = Object.entries(CUT_INTO).flatMap(([project, parts]) =>
  Array.from({ length: parts }, (_, at) => ({ project, shard: `${at + 1}/${parts}` })),
);

/** Unit tests, for as long as there are parts that nobody has begun. */
const unit = async () => {
  const outcomes = [];
  for (let next = toDo.shift(); next; next = toDo.shift()) {
    const { project, shard } = next;
    const file = join(REPORTS, `unit-${project}-${shard.replace('/', '-of-')}.json`);
    const args = ['jest', `--selectProjects=${project}`, `--shard=${shard}`, '--json', `--outputFile=${file}`];
    const outcome = await run('npx', args);
    const report = read(file);
    outcomes.push(
      counted(
        outcome,
        report && {
          passed: report.numPassedTests,
          failed: report.numFailedTests + report.numRuntimeErrorTestSuites,
        },
      ),
    );
  }
  return {
    said: outcomes.map(({ said }) => said.trim()).join('\n'),
    passed: outcomes.reduce((sum, { passed }) => sum + passed, 0),
    failed: outcomes.reduce((sum, { failed }) => sum + failed, 0),
  };
};

const e2e = async () => {
  const chromium = ensureChromium();
  if (!chromium) return { said: CHROMIUM_MISSING, passed: 0, failed: 1 };
  const env = { ...process.env, CHROMIUM_PATH: chromium, PLAYWRIGHT_JSON_OUTPUT_NAME: E2E_REPORT };
  const args = ['playwright', 'test', '-c', 'e2e/playwright.config.ts', '--project=stories', '--reporter=list,json'];
  const outcome = await run('npx', args, env);
  const stats = read(E2E_REPORT)?.stats;
  return counted(outcome, stats && { passed: stats.expected + stats.flaky, failed: stats.unexpected });
};

const parts = [];
/** Runs one part, says what it said, and remembers what it came to. */
const part = async (title, work) => {
  const started = Date.now();
  const { said, passed, failed } = await work();
  const seconds = Math.round((Date.now() - started) / 1000);
  parts.push({ title, passed, failed, seconds });
  console.log(`\n== ${title}\n${said.trim()}\n${title}: ${passed} passed, ${failed} failed (${seconds} s)`);
};

install();
rmSync(REPORTS, { recursive: true, force: true });
mkdirSync(REPORTS, { recursive: true });
const started = Date.now();
// Two things at a time, for machines of two cores: the one lane builds while the other tests, and then takes the last of the tests.
await Promise.all([
  (async () => {
    await part('Build', () => check('node', ['scripts/build.mjs']));
    await part('Types', () => check('npm', ['run', '--silent', 'types']));
    await part('Lint', () => check('npx', ['eslint', '.', '--max-warnings', '0']));
    await part('Format', () => check('npx', ['prettier', '--check', '.']));
    await part('Unit tests 2', unit);
  })(),
  part('Unit tests 1', unit),
]);
await part('End to end', e2e);

console.log('');
for (const { title, passed, failed, seconds } of parts)
  console.log(`${title.padEnd(12)} ${String(seconds).padStart(4)} s  ${passed} passed, ${failed} failed`);
console.log(`${'All'.padEnd(12)} ${String(Math.round((Date.now() - started) / 1000)).padStart(4)} s`);
const sum = (of) => parts.reduce((total, one) => total + of(one), 0);
const [passed, failed] = [sum((one) => one.passed), sum((one) => one.failed)];
console.log(`\n${passed} passed, ${failed} failed`);
process.exitCode = failed === 0 ? 0 : 1;
