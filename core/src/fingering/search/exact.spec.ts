import { finish } from '../../steps';
import fc from 'fast-check';
import { line } from '../../../testing/line';
import { DEFAULT_HAND, FINGERS, type Finger, type Side } from '../../hand/hand';
import type { Score } from '../../score/score';
import type { SolvedLattice } from '../alternatives/alternatives';
import { createLatticeBuilder, type Lattice } from './lattice';
import { allowedBy } from '../model/playable';
import { ledgerEffort } from './price';
import { pricingFor } from '../prices/pricing';
import { ledgerOf } from '../alternatives/reasons';
import { DEFAULT_RULES } from '../model/rules';
import { createHandSolver } from '../solve';
import { createWays } from '../ways';
import { bestOfWindow } from './windows';

const SEED = 20_26;
const KEYS = ['C4', 'C#4', 'D4', 'Eb4', 'E4', 'F4', 'F#4', 'G4', 'Ab4', 'A4', 'Bb4', 'B4', 'C5', 'D5', 'E5'];
const CHORDS = ['[C4 E4]', '[D4 F4]', '[C4 E4 G4]', '[E4 G4 C5]', '[F4 A4]', '[C4 A4]', '[B3 F4 G4]'];

/** Ties are a matter of their own; here every effort is what the terms say. */
const UNTIED = { ...DEFAULT_RULES, ties: 0 };
const ways = {
  right: createWays(createLatticeBuilder(pricingFor('right', DEFAULT_HAND, UNTIED))),
  left: createWays(createLatticeBuilder(pricingFor('left', DEFAULT_HAND, UNTIED))),
};

interface Window {
  readonly score: Score;
  readonly side: Side;
  readonly locks: ReadonlyMap<string, Finger>;
}

/** Three strokes at the most: single notes and chords, slurred or not, quick or slow, some held on, some locked. */
const windows: fc.Arbitrary<Window> = fc
  .record({
    names: fc.array(fc.oneof({ weight: 3, arbitrary: fc.constantFrom(...KEYS) }, fc.constantFrom(...CHORDS)), {
      minLength: 1,
      maxLength: 3,
    }),
    length: fc.constantFrom('/1', '/1/4', '/1/8', '/2'),
    slurred: fc.boolean(),
    held: fc.boolean(),
    side: fc.constantFrom<Side>('right', 'left'),
    lock: fc.option(fc.tuple(fc.nat(5), fc.constantFrom<Finger>(...FINGERS))),
  })
  .map(({ names, length, slurred, held, side, lock }) => {
    const written = names.map((name, at) => name + (at === 0 ? length : '')).join(' ');
    const drawn = line(slurred ? `( ${written} )` : written, { side });
    const [first, ...rest] = drawn.notes;
    const score = held ? { ...drawn, notes: [{ ...first!, durationTicks: 3 * first!.durationTicks }, ...rest] } : drawn;
    const locked = lock && score.notes[lock[0] % score.notes.length];
    return { score, side, locks: new Map(locked && lock ? [[locked.id, lock[1]] as const] : []) };
  });

interface Path {
  readonly effort: number;
  readonly postures: readonly number[];
}

/** Every way through a lattice with its effort, by plain walking: slow and obvious. */
const allPaths = (lattice: Lattice): readonly Path[] => {
  let paths: Path[] = Array.from(lattice.layers[0]!.effort, (effort, at) => ({ effort, postures: [at] }));
  for (let index = 1; index < lattice.layers.length; index += 1) {
    const { fromSize, effort } = lattice.steps[index]!;
    const own = [...lattice.layers[index]!.effort];
    paths = paths
      .filter((path) => Number.isFinite(path.effort))
      .flatMap((path) =>
        own.map((price, at) => ({
          effort: path.effort + effort[at * fromSize + path.postures[index - 1]!]! + price,
          postures: [...path.postures, at],
        })),
      );
  }
  return paths.filter((path) => Number.isFinite(path.effort));
};

const fingersAt = ({ lattice }: SolvedLattice, index: number, posture: number): readonly Finger[] =>
  lattice.layers[index]!.pattern.postures[posture]!.fingers;

const writtenAs = (solved: SolvedLattice, { postures }: Path): string =>
  postures.map((posture, index) => fingersAt(solved, index, posture).join('')).join(' ');

/** Cheapest effort of each fingering, cheapest first. */
const ranking = (solved: SolvedLattice, paths: readonly Path[]): readonly number[] => {
  const best = new Map<string, number>();
  for (const path of paths) {
    const fingers = writtenAs(solved, path);
    if (path.effort < (best.get(fingers) ?? Infinity)) best.set(fingers, path.effort);
  }
  return [...best.values()].sort((a, b) => a - b);
};

/** The least effort of all ways that have a finger on a key. */
const leastWith = (
  solved: SolvedLattice,
  paths: readonly Path[],
  index: number,
  key: number,
  finger: Finger,
): number => {
  let least = Infinity;
  for (const { effort, postures } of paths)
    if (effort < least && fingersAt(solved, index, postures[index]!)[key] === finger) least = effort;
  return least;
};

const solvedFor = ({ score, side, locks }: Window): SolvedLattice =>
  finish(ways[side].solve(score, { allowed: allowedBy(locks) }, 'windows'))!;

/** Paths that brute force can walk in a moment. */
const walkable = ({ lattice }: SolvedLattice): boolean =>
  lattice.layers.reduce((paths, { effort }) => paths * effort.length, 1) < 100_000;

describe('on 500 windows the search agrees with walking every way there is', () => {
  it('for the best, the k best, and the elbow room of every key', () => {
    let walked = 0;
    fc.assert(
      fc.property(windows, (window) => {
        const solved = solvedFor(window);
        fc.pre(walkable(solved));
        walked += 1;
        const paths = allPaths(solved.lattice);
        const ranked = ranking(solved, paths);
        expect(solved.effort).toBeCloseTo(ranked[0]!, 9);

        const found = bestOfWindow(solved, 0, solved.lattice.layers.length - 1, 6);
        expect(found).toHaveLength(Math.min(6, ranked.length));
        found.forEach(({ effort }, rank) => expect(effort).toBeCloseTo(ranked[rank]!, 6));

        if (window.locks.size > 0) return;
        const { slices } = createHandSolverOf(window.side).solve(window.score, { allowed: new Map(), alternatives: 0 });
        slices.forEach(({ room }, index) =>
          room.forEach((more, key) =>
            more.forEach((figure, at) => {
              const least = leastWith(solved, paths, index, key, (at + 1) as Finger) - solved.effort;
              if (Number.isFinite(least)) expect(figure).toBeCloseTo(least, 6);
              else expect(figure).toBe(Infinity);
            }),
          ),
        );
      }),
      { numRuns: 500, seed: SEED },
    );
    expect(walked).toBeGreaterThanOrEqual(500);
  });
});

const untiedSolvers = {
  right: createHandSolver('right', DEFAULT_HAND, UNTIED),
  left: createHandSolver('left', DEFAULT_HAND, UNTIED),
};
const createHandSolverOf = (side: Side) => untiedSolvers[side];

describe('longer passages', () => {
  it('have elbow room that is the effort more after locking, for every note and finger', () => {
    const names = fc.array(fc.constantFrom(...KEYS), { minLength: 1, maxLength: 6 });
    fc.assert(
      fc.property(names, fc.constantFrom<Side>('right', 'left'), (notes, side) => {
        const score = line(notes.join(' '), { side });
        const solve = (locks: ReadonlyMap<string, Finger>) =>
          createHandSolverOf(side).solve(score, { allowed: allowedBy(locks), alternatives: 0 });
        const free = solve(new Map());
        free.slices.forEach(({ playable, room }) =>
          FINGERS.forEach((finger) => {
            const locked = solve(new Map([[playable.presses[0]!.noteIds[0]!, finger]]));
            expect(room[0]![finger - 1]!).toBeCloseTo(locked.effort - free.effort, 6);
          }),
        );
      }),
      { numRuns: 25, seed: SEED },
    );
  });

  it('show for a fixed note what the other fingers would cost without that lock', () => {
    const score = line('C4/1 D4 E4 F4 | G4/4');
    const solve = (locks: ReadonlyMap<string, Finger>) =>
      createHandSolverOf('right').solve(score, { allowed: allowedBy(locks), alternatives: 0 });
    const free = solve(new Map());
    const locked = solve(new Map([['n3', 5]]));
    expect(locked.slices[2]!.room[0]![2]).toBeCloseTo(free.effort - locked.effort, 6);
    expect(locked.slices[2]!.room[0]![4]).toBeCloseTo(0, 6);
  });

  it('cost what their terms say, priced one by one: what is remembered by shape is not stale', () => {
    const strokes = fc.array(fc.constantFrom(...KEYS, ...CHORDS, 'C3', 'C6', 'Bb5'), { minLength: 2, maxLength: 12 });
    fc.assert(
      fc.property(strokes, fc.constantFrom<Side>('right', 'left'), fc.boolean(), (names, side, slurred) => {
        const score = line(slurred ? `( ${names.join(' ')} )` : names.join(' '), { side });
        const solved = finish(ways[side].solve(score, { allowed: new Map() }, 'way'))!;
        const ledger = ledgerOf(solved, { from: 0, postures: solved.postures }, undefined);
        expect(ledgerEffort(ledger, solved.pricing)).toBeCloseTo(solved.effort, 4);
      }),
      { numRuns: 120, seed: SEED },
    );
  });
});
