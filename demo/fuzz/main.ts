import { parseArgs } from 'node:util';
import fc from 'fast-check';
import { startTargets } from './targets';

/** `npm run fuzz -- --minutes N [--seed N] [--only NAME]`: readers, corrections, archive and HTTP API with made-up inputs. */
const { values } = parseArgs({
  options: {
    minutes: { type: 'string', default: '5' },
    seed: { type: 'string' },
    only: { type: 'string', default: '' },
  },
});
/** Inputs of one target before the next has its turn. */
const TURN = 200;

const seed = Number(values.seed ?? Date.now() % 1_000_000);
const until = Date.now() + Number(values.minutes) * 60_000;
console.log(`seed ${seed}`);
const { targets, stop } = await startTargets();
const chosen = targets.filter(({ name }) => name.includes(values.only));
const inputs = new Map(chosen.map(({ name }) => [name, 0]));
let failed = 0;
for (let turn = 0; Date.now() < until && failed === 0; turn += 1)
  for (const { name, property } of chosen) {
    const result = await fc.check(property, { seed: seed + turn, numRuns: TURN, endOnFailure: false });
    inputs.set(name, (inputs.get(name) ?? 0) + result.numRuns);
    if (!result.failed) continue;
    failed += 1;
    console.log(`\n${name}: put this into demo/fuzz/regressions.json, and mend it.`);
    console.log(JSON.stringify({ target: name, seed: result.seed, path: result.counterexamplePath }));
    console.log(fc.defaultReportMessage(result));
  }
for (const { name, outcomes } of chosen)
  console.log(
    `${name.padEnd(22)} ${String(inputs.get(name)).padStart(7)} inputs: ${[...outcomes].map(([what, count]) => `${what} ${count}`).join(', ')}`,
  );
await stop();
process.exitCode = failed === 0 ? 0 : 1;
