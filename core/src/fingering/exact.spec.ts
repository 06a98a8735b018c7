import fc from 'fast-check';
import { fingersById, solve } from '../../testing/fingers';
import { line } from '../../testing/line';
import { DEFAULT_HAND, FINGERS, handOfSpan, type Finger, type Side } from '../hand/hand';
import { pitchName } from '../keyboard/pitch';
import type { Score } from '../score/score';
import { slicesOf } from '../score/slices';
import { createLatticeBuilder, type Lattice } from './lattice';
import { playableSlices } from './playable';
import { priceStep, stateEffort } from './terms';
import { backward, bestOfWindow, bestPath, forward } from './search';
import { keyView, linkView, type SliceView } from './view';
import { createHandSolver } from './solve';

const SEED = 20_26;
const WHITE_AND_BLACK = ['C4', 'C#4', 'D4', 'Eb4', 'E4', 'F4', 'F#4', 'G4', 'Ab4', 'A4', 'Bb4', 'B4', 'C5', 'D5', 'E5'];
const CHORDS = ['[C4 E4]', '[D4 F4]', '[C4 E4 G4]', '[E4 G4 C5]', '[F4 A4]', '[C4 A4]', '[B3 F4 G4]'];

const notesOf = (count: number) => fc.array(fc.constantFrom(...WHITE_AND_BLACK), { minLength: 1, maxLength: count });
const mixed = fc.array(fc.constantFrom(...WHITE_AND_BLACK.slice(0, 9), ...CHORDS), { minLength: 1, maxLength: 3 });
const sides = fc.constantFrom<Side>('right', 'left');
const lengths = fc.constantFrom('/1', '/1/4', '/1/8');

const latticeOf = (score: Score, side: Side, locks: ReadonlyMap<string, Finger> = new Map()): Lattice =>
  createLatticeBuilder(side, DEFAULT_HAND).build(
    playableSlices(slicesOf(score, side), side, DEFAULT_HAND, locks),
    score.bars[0]!.key,
  );

/** Every way through a lattice with its effort, by plain walking: slow and obvious. */
const allPaths = (lattice: Lattice): { readonly effort: number; readonly fingers: string }[] => {
  let paths = Array.from(lattice.layers[0]!.effort, (effort, at) => ({
    effort,
    at,
    fingers: [fingersAt(lattice, 0, at)],
  }));
  for (let index = 1; index < lattice.layers.length; index += 1) {
    const { fromSize, effort } = lattice.steps[index]!;
    const own = lattice.layers[index]!.effort;
    paths = paths.flatMap((path) =>
      Array.from(own, (price, at) => ({
        effort: path.effort + effort[at * fromSize + path.at]! + price,
        at,
        fingers: [...path.fingers, fingersAt(lattice, index, at)],
      })).filter((next) => Number.isFinite(next.effort)),
    );
  }
  return paths
    .filter((path) => Number.isFinite(path.effort))
    .map(({ effort, fingers }) => ({ effort, fingers: fingers.join(' ') }));
};

const fingersAt = (lattice: Lattice, index: number, at: number): string =>
  lattice.layers[index]!.pattern.postures[at]!.fingers.join('');

/** Cheapest effort of each fingering, cheapest first. */
const ranking = (lattice: Lattice): (readonly [string, number])[] => {
  const best = new Map<string, number>();
  for (const { effort, fingers } of allPaths(lattice))
    best.set(fingers, Math.min(effort, best.get(fingers) ?? Infinity));
  return [...best].sort((a, b) => a[1] - b[1]);
};

// Brute force on short windows: the paths are counted in the hundred thousands beyond three notes.
describe('the search is exact', () => {
  const windows = fc.record({ names: notesOf(3), length: lengths, side: sides });

  it('finds the least effort of all fingerings', () => {
    fc.assert(
      fc.property(windows, ({ names, length, side }) => {
        const lattice = latticeOf(line(names.map((name, at) => name + (at ? '' : length)).join(' '), { side }), side);
        const [best] = ranking(lattice);
        expect(bestPath(lattice, forward(lattice)).effort).toBeCloseTo(best![1], 9);
      }),
      { numRuns: 120, seed: SEED },
    );
  });

  it('lists the k cheapest fingerings in their order', () => {
    fc.assert(
      fc.property(
        fc.oneof(
          windows.map(({ names }) => names),
          mixed.filter((names) => names.length < 3),
        ),
        (names) => {
          const lattice = latticeOf(line(names.join(' ')), 'right');
          const found = bestOfWindow(lattice, forward(lattice), backward(lattice), 0, lattice.layers.length - 1, 6);
          const wanted = ranking(lattice).slice(0, 6);
          expect(found.map(({ effort }) => effort.toFixed(8))).toEqual(wanted.map(([, effort]) => effort.toFixed(8)));
        },
      ),
      { numRuns: 60, seed: SEED },
    );
  });

  it('takes chords and locks into account just as exactly', () => {
    fc.assert(
      fc.property(mixed, sides, fc.constantFrom<Finger>(...FINGERS), (names, side, locked) => {
        const score = line(names.join(' '), { side });
        const single = score.notes.find(
          (note) => score.notes.filter((other) => other.onsetTicks === note.onsetTicks).length === 1,
        );
        const locks = new Map(single ? [[single.id, locked] as const] : []);
        const lattice = latticeOf(score, side, locks);
        const path = bestPath(lattice, forward(lattice));
        expect(path.effort).toBeCloseTo(Math.min(...allPaths(lattice).map(({ effort }) => effort)), 9);
      }),
      { numRuns: 40, seed: SEED },
    );
  });

  it('prices each step as the terms do, in the real octave: what is remembered is not stale', () => {
    fc.assert(
      fc.property(notesOf(6), sides, (names, side) => {
        const score = line(names.map((name) => name.replace('4', '5')).join(' '), { side });
        const solution = solve(score, side);
        const view = (midi: number, slow: boolean): SliceView => ({
          keys: [keyView(midi, side, false)],
          rolled: false,
          slow,
        });
        solution.slices.forEach(({ posture, effort, playable }, index) => {
          const before = solution.slices[index - 1];
          if (!before) return;
          const [from, to] = [before, solution.slices[index]!].map((slice) =>
            view(slice.playable.presses[0]!.midi, slice.playable.slice.sinceSeconds >= 0.45),
          );
          const { link, sinceSeconds } = playable.slice;
          const step = { ...linkView(from!, to!, link, sinceSeconds < 0.25), a: before.posture, b: posture };
          const expected = priceStep(step, DEFAULT_HAND)!.effort + stateEffort(to!, posture, DEFAULT_HAND);
          expect(effort).toBeCloseTo(expected, 4);
        });
      }),
      { numRuns: 60, seed: SEED },
    );
  });
});

describe('elbow room', () => {
  it('is the effort more after locking, for every note and finger', () => {
    fc.assert(
      fc.property(notesOf(6), sides, (names, side) => {
        const score = line(names.join(' '), { side });
        const free = solve(score, side);
        free.slices.forEach(({ playable, room }) =>
          FINGERS.forEach((finger) => {
            const id = playable.presses[0]!.noteIds[0]!;
            const locked = solve(score, side, new Map([[id, finger]]));
            expect(room[0]![finger - 1]!).toBeCloseTo(locked.effort - free.effort, 6);
          }),
        );
      }),
      { numRuns: 25, seed: SEED },
    );
  });

  it('of a fixed note shows what the other fingers would cost without that lock', () => {
    const score = line('C4/1 D4 E4 F4 | G4/4');
    const free = solve(score);
    const locked = solve(score, 'right', new Map([['n3', 5]]));
    expect(locked.slices[2]!.room[0]![2]).toBeCloseTo(free.effort - locked.effort, 6);
    expect(locked.slices[2]!.room[0]![4]).toBeCloseTo(0, 6);
  });
});

describe('laws', () => {
  const music = fc.array(fc.constantFrom(...WHITE_AND_BLACK, ...CHORDS), { minLength: 1, maxLength: 10 });

  it('no finger twice at once, and no reach beyond the hand', () => {
    fc.assert(
      fc.property(music, sides, (names, side) => {
        for (const { posture, playable } of solve(line(names.join(' '), { side }), side).slices) {
          expect(new Set(posture.fingers).size).toBe(posture.fingers.length);
          expect(playable.compromises).toEqual([]);
        }
      }),
      { numRuns: 60, seed: SEED },
    );
  });

  it('locks are kept', () => {
    fc.assert(
      fc.property(notesOf(8), fc.array(fc.constantFrom<Finger>(...FINGERS), { maxLength: 4 }), (names, wanted) => {
        const score = line(names.join(' '));
        const locks = new Map(
          wanted.flatMap((finger, index) =>
            score.notes[index * 2] ? [[score.notes[index * 2]!.id, finger] as const] : [],
          ),
        );
        const fingers = fingersById(solve(score, 'right', locks));
        for (const [id, finger] of locks) expect(fingers.get(id)).toBe(finger);
      }),
      { numRuns: 60, seed: SEED },
    );
  });

  it('moving the music an octave changes nothing', () => {
    fc.assert(
      fc.property(notesOf(8), sides, (names, side) => {
        const written = names.join(' ');
        const higher = written.replace(/\d/g, (octave) => String(Number(octave) + 1));
        const [here, there] = [written, higher].map((music) => solve(line(music, { side }), side));
        expect([...fingersById(there!).values()]).toEqual([...fingersById(here!).values()]);
        expect(there!.effort).toBeCloseTo(here!.effort, 9);
      }),
      { numRuns: 60, seed: SEED },
    );
  });

  it('music mirrored about D, where the keyboard is its own mirror image, is fingered by the other hand alike', () => {
    const mirrored = (score: Score): Score => ({
      ...score,
      notes: score.notes.map((note) => ({ ...note, side: 'left' as const, midi: 2 * 62 - note.midi })),
    });
    fc.assert(
      fc.property(notesOf(8), (names) => {
        const score = line(names.join(' '));
        const [right, left] = [solve(score), solve(mirrored(score), 'left')];
        // The start on the tonic is the one thing that is not mirrored; it is the same for every finger of the first key.
        expect(Math.abs(left.effort - right.effort)).toBeLessThanOrEqual(1.1 + 1e-6);
      }),
      { numRuns: 40, seed: SEED },
    );
  });

  it('a larger hand never has it harder', () => {
    fc.assert(
      fc.property(music, fc.integer({ min: 160, max: 220 }), (names, span) => {
        const score = line(names.join(' '));
        const effort = (hand: number): number =>
          createHandSolver('right', handOfSpan(hand)).solve(score, { locks: new Map(), alternatives: 0 }).effort;
        const compromised = (hand: number): boolean =>
          createHandSolver('right', handOfSpan(hand))
            .solve(score, { locks: new Map(), alternatives: 0 })
            .slices.some(({ playable }) => playable.compromises.length > 0);
        if (!compromised(span)) expect(effort(span + 15)).toBeLessThanOrEqual(effort(span) + 1e-6);
      }),
      { numRuns: 15, seed: SEED },
    );
  });

  it('the same music gives the same plan, to the last figure', () => {
    const score = line('C4/1 E4 G4 C5 [E4 G4 C5] B4 A4 F4 D4 Eb4');
    const plans = [1, 2].map(() => solve(score, 'right', new Map(), handOfSpan(200)));
    expect(JSON.stringify(plans[0])).toBe(JSON.stringify(plans[1]));
    expect(score.notes.map((note) => pitchName(note.pitch))[0]).toBe('C4');
  });
});
