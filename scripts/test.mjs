// npm test: everything, from an empty machine. Ends with one line: N passed, N failed.
import { existsSync, mkdirSync, readFileSync, rmSync } from 'node:fs';
import { join } from 'node:path';
import { install, ROOT, run } from './workspace.mjs';
import { CHROMIUM_MISSING, ensureChromium } from './chromium.mjs';

const REPORTS = join(ROOT, 'test-results');
const UNIT_REPORT = join(REPORTS, 'unit.json');
const E2E_REPORT = join(REPORTS, 'e2e.json');

const read = (file) => (existsSync(file) ? JSON.parse(readFileSync(file, 'utf8')) : undefined);

/** One check that either holds or does not. */
const check = (command, args) => (run(command, args) ? { passed: 1, failed: 0 } : { passed: 0, failed: 1 });

/** A runner that counts for itself; a crash without a report, or with a clean one, is a failure of its own. */
const counted = (succeeded, counts) => {
  if (!counts) return { passed: 0, failed: 1 };
  return { passed: counts.passed, failed: succeeded ? counts.failed : Math.max(1, counts.failed) };
};

const unit = () => {
  const succeeded = run('npx', ['jest', '--json', `--outputFile=${UNIT_REPORT}`]);
  const report = read(UNIT_REPORT);
  return counted(
    succeeded,
    report && {
      passed: report.numPassedTests,
      failed: report.numFailedTests + report.numRuntimeErrorTestSuites,
    },
  );
};

const build = () => check('node', ['scripts/build.mjs']);

const e2e = () => {
  const chromium = ensureChromium();
  if (!chromium) {
    console.error(CHROMIUM_MISSING);
    return { passed: 0, failed: 1 };
  }
  const env = { ...process.env, CHROMIUM_PATH: chromium, PLAYWRIGHT_JSON_OUTPUT_NAME: E2E_REPORT };
  const args = ['playwright', 'test', '-c', 'e2e/playwright.config.ts', '--reporter=list,json'];
  const succeeded = run('npx', args, { env });
  const stats = read(E2E_REPORT)?.stats;
  return counted(succeeded, stats && { passed: stats.expected + stats.flaky, failed: stats.unexpected });
};

const STEPS = [
  ['Format', () => check('npx', ['prettier', '--check', '.'])],
  ['Lint', () => check('npx', ['eslint', '.', '--max-warnings', '0'])],
  ['Types', () => check('npm', ['run', '--silent', 'types'])],
  ['Unit tests', unit],
  ['Build', build],
  ['End to end', e2e],
];

install();
rmSync(REPORTS, { recursive: true, force: true });
mkdirSync(REPORTS, { recursive: true });
let passed = 0;
let failed = 0;
for (const [title, step] of STEPS) {
  console.log(`\n== ${title}`);
  const started = Date.now();
  const outcome = step();
  passed += outcome.passed;
  failed += outcome.failed;
  console.log(
    `${title}: ${outcome.passed} passed, ${outcome.failed} failed (${Math.round((Date.now() - started) / 1000)} s)`,
  );
}
console.log(`\n${passed} passed, ${failed} failed`);
process.exitCode = failed === 0 ? 0 : 1;
