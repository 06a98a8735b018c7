import { readMusic, SENT_FORMS, sendMusic } from '../src/formats';
import { composeMusicXml } from '../src/formats/musicxml';
import { finish } from '../src/steps';
import { createLatticeBuilder } from '../src/fingering/search/lattice';
import { playableSlices } from '../src/fingering/model/playable';
import { pricingFor } from '../src/fingering/prices/pricing';
import { DEFAULT_RULES } from '../src/fingering/model/rules';
import { createHandSolver } from '../src/fingering/solve';
import { DEFAULT_HAND, DEFAULT_HANDS, SIDES, type Finger } from '../src/hand/hand';
import { createPlanner } from '../src/plan/planner';
import { listen, simulatePlaying } from '../src/listening';
import { practiceSheet } from '../src/practice';
import { handsTogether, spotsOf } from '../src/together';
import type { Score } from '../src/score/score';
import { slicesOf } from '../src/score/slices';
import { longPiece } from './music';

/** Times of the engine, and ratios within one run: absolute figures differ between machines, ratios hardly. */

const RUNS = 15;
const WARM_UP = 12;

/** Median of several runs after some that warm up, ms. */
const median = (task: () => unknown, { runs, warmUp } = { runs: RUNS, warmUp: WARM_UP }): number => {
  for (let run = 0; run < warmUp; run += 1) task();
  const times = Array.from({ length: runs }, () => {
    const start = performance.now();
    task();
    return performance.now() - start;
  });
  return times.sort((a, b) => a - b)[Math.floor(runs / 2)] ?? 0;
};

const NO_LOCKS = new Map();
const solvers = SIDES.map((side) => createHandSolver(side, DEFAULT_HAND));
const planner = createPlanner(DEFAULT_HANDS);

/** A copy is a piece not seen before: nothing that was worked out for it is known, only its shapes are. */
const solve = (score: Score, room: boolean): void =>
  solvers.forEach((solver) => void solver.solve({ ...score }, { allowed: NO_LOCKS, alternatives: 0, room }));

/** Entries of all step tables of both hands. */
const transitions = (score: Score): number =>
  SIDES.reduce((sum, side) => {
    const slices = playableSlices(slicesOf(score, side), side, DEFAULT_HAND, NO_LOCKS);
    const { steps } = finish(
      createLatticeBuilder(pricingFor(side, DEFAULT_HAND)).build(slices, { fifths: 0, mode: 'major' }),
    );
    return sum + steps.reduce((all, { effort }) => all + effort.length, 0);
  }, 0);

/** States of a single note in the bare loop: what a layer has on average. */
const BARE_STATES = 32;

/** The least that any such search must do: one addition and one comparison for each transition. */
const bareLoop = (count: number): (() => number) => {
  const table = Float64Array.from({ length: BARE_STATES * BARE_STATES }, (_, index) => (index * 7919) % 101);
  return () => {
    let before = new Float64Array(BARE_STATES);
    for (let done = 0; done < count; done += table.length) {
      const after = new Float64Array(BARE_STATES);
      for (let b = 0, at = 0; b < BARE_STATES; b += 1) {
        let least = Infinity;
        for (let a = 0; a < BARE_STATES; a += 1, at += 1) {
          const sum = before[a]! + table[at]!;
          if (sum < least) least = sum;
        }
        after[b] = least;
      }
      before = after;
    }
    return before[0] ?? 0;
  };
};

const line = (what: string, figure: string): void => console.log(what.padEnd(58) + figure);
const ms = (time: number): string => `${time.toFixed(1)} ms`;
const ratio = (a: number, b: number): string => (a / b).toFixed(2);

const short = longPiece(64);
const long = longPiece(512);
const count = short.notes.length;
const perNote = (time: number): string => `${((1000 * time) / count).toFixed(1)} µs`;

const alternatives = (score: Score): void =>
  solvers.forEach((solver) => void solver.solve({ ...score }, { allowed: NO_LOCKS, alternatives: 8, room: false }));

/** One finger after another is fixed, as on the bench: each time only that hand is solved again. */
let turn = 0;
const changeOneFinger = (): void => {
  turn += 1;
  const note = short.notes[(turn * 37) % count]!;
  const finger = (1 + (turn % 5)) as Finger;
  planner.plan(short, { locks: new Map([[note.id, finger]]), alternatives: 0 });
};

const solved = median(() => solve(short, false));
const withRoom = median(() => solve(short, true));
const withAlternatives = median(() => alternatives(short));
const planned = median(() => planner.plan({ ...short }, { locks: NO_LOCKS, alternatives: 0 }));
// Each change is another task, some light and some heavy: a median needs more of them.
const changed = median(changeOneFinger, { runs: 100, warmUp: 100 });
const cold = median(() => createPlanner(DEFAULT_HANDS).plan(short, { locks: NO_LOCKS, alternatives: 0 }));
const shortPlan = planner.plan(short, { locks: NO_LOCKS, alternatives: 0 });
const bothHands = median(() => spotsOf(short, shortPlan, handsTogether(short, shortPlan)));
const sheet = median(() => practiceSheet(short, shortPlan));
const eightTimes = median(() => solve(long, false));
const untied = SIDES.map((side) => createHandSolver(side, DEFAULT_HAND, { ...DEFAULT_RULES, ties: 0 }));
const solveUntied = (score: Score): void =>
  untied.forEach((solver) => void solver.solve({ ...score }, { allowed: NO_LOCKS, alternatives: 0, room: false }));
const [shortUntied, longUntied] = [short, long].map((score) => median(() => solveUntied(score))) as [number, number];
const steps = transitions(short);
const bare = median(bareLoop(steps));

line(`64 bars, two hands: ${count} notes, transitions`, String(steps));
line('solve (goal 40 ms)', `${ms(solved)}, ${perNote(solved)} a note`);
line('solve with elbow room (goal 80 ms)', `${ms(withRoom)}, ${perNote(withRoom)} a note`);
line('8 alternatives for every bar (goal 150 ms)', ms(withAlternatives));
line('whole plan (positions, moves, reaches)', ms(planned));
line('whole plan after one changed finger (goal 8 ms)', ms(changed));
line('whole plan for a hand not seen before', ms(cold));
line('both hands together, with trouble spots (goal 50 ms)', ms(bothHands));
line('practice sheet (goal 500 ms)', ms(sheet));
const tenMinutes = longPiece(240);
const playing = simulatePlaying(tenMinutes, {
  ways: ['wrong-notes', 'hesitating'],
  seed: 1,
  extent: 'whole',
  tempo: 1,
});
const heard = median(() => listen(tenMinutes, 'whole', playing.performance), { runs: 5, warmUp: 2 });
const lasted = (playing.performance[playing.performance.length - 1]!.offMs / 60_000).toFixed(1);

line(`listening to ${lasted} minutes of playing (goal 1000 ms)`, ms(heard));
line('solve with ties off', ms(shortUntied));
line('eight times as long, ties off: time over time (goal 9)', ratio(longUntied, shortUntied));
line('eight times as long, four times each bar: with ties', ratio(eightTimes, solved));
line('solve, ties off, over a bare loop of as many transitions', ratio(shortUntied, bare));

/** How long one solve takes, seconds. */
const secondsOf = (run: () => void): string => {
  const start = performance.now();
  run();
  return `${((performance.now() - start) / 1000).toFixed(2)} s`;
};

const before = process.memoryUsage().heapUsed;
const many = longPiece(9_760);
const start = performance.now();
solve(many, false);
const took = performance.now() - start;
const megabytes = (process.memoryUsage().heapUsed - before) / 1024 / 1024;
line(`${many.notes.length} notes (goal 2 s, 300 MB)`, `${(took / 1000).toFixed(2)} s, ${megabytes.toFixed(0)} MB`);
line(
  'the same with ties off',
  secondsOf(() => solveUntied(many)),
);
line('time a note, 100,000 notes over 64 bars (goal 1.2)', ratio(took / many.notes.length, solved / count));

const thousand = longPiece(1_000);
for (const [name, goal, bytes] of [
  ['MusicXML', '0.5 s', sendMusic('musicxml', { document: composeMusicXml(thousand), score: thousand }, new Map())],
  ['ABC', '0.8 s', sendMusic('abc', { document: composeMusicXml(thousand), score: thousand }, new Map())],
  ['MIDI', '0.5 s', sendMusic('mid', { document: composeMusicXml(thousand), score: thousand }, new Map())],
] as const)
  line(
    `reading ${thousand.bars.length} bars of ${name} (goal ${goal})`,
    secondsOf(() => void readMusic(bytes, 'piece')),
  );
const twoThousand = composeMusicXml(longPiece(2_000));
line(
  'opening, fingering and sending 2,000 bars (goal 4 s)',
  secondsOf(() => {
    const read = readMusic(sendMusic('musicxml', { document: twoThousand, score: thousand }, new Map()), 'piece.xml');
    if (read.kind === 'error') throw new Error(read.error.format);
    planner.plan(read.value.score, { locks: NO_LOCKS, alternatives: 0 });
    for (const form of SENT_FORMS) sendMusic(form, read.value, new Map());
  }),
);
