import { chdir, cwd } from 'node:process';
import { join } from 'node:path';
import fc from 'fast-check';
import regressions from './regressions.json';
import { startTargets } from './targets';

const before = cwd();
let started: Awaited<ReturnType<typeof startTargets>>;
beforeAll(async () => {
  chdir(join(__dirname, '../..'));
  started = await startTargets();
}, 60_000);
afterAll(async () => {
  await started.stop();
  chdir(before);
});

/** Fewer than `npm run fuzz` takes in a second: that the inputs are of use is what is tested here. */
const RUNS = 60;

describe('made-up inputs', () => {
  it('break nothing, and are neither all taken nor all refused', async () => {
    for (const { name, property, outcomes } of started.targets) {
      const result = await fc.check(property, { seed: 1, numRuns: RUNS });
      expect([name, result.failed ? fc.defaultReportMessage(result) : '']).toEqual([name, '']);
      expect([name, outcomes.size > 1]).toEqual([name, true]);
    }
  }, 120_000);

  it('that broke something once break it no more', async () => {
    for (const { target, seed, path } of regressions as { target: string; seed: number; path: string }[]) {
      const { property } = started.targets.find(({ name }) => name === target)!;
      const result = await fc.check(property, { seed, path });
      expect([target, seed, result.failed]).toEqual([target, seed, false]);
    }
  }, 120_000);
});
