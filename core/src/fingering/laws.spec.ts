import fc from 'fast-check';
import { solve, strikingFingers } from '../../testing/fingers';
import { line } from '../../testing/line';
import { DEFAULT_HAND, FINGERS, handOfSpan, type Finger, type Side } from '../hand/hand';
import type { Score } from '../score/score';
import { MOVE_KINDS } from './model/moves';
import { SHIPPED_WEIGHTS, weightsOf, type Weights } from './prices/prices';
import { DEFAULT_RULES, MOVES_AS_USUAL, type Rules } from './model/rules';
import { allowedBy } from './model/playable';
import { createHandSolver } from './solve';

const SEED = 20_26;
const WHITE_AND_BLACK = ['C4', 'C#4', 'D4', 'Eb4', 'E4', 'F4', 'F#4', 'G4', 'Ab4', 'A4', 'Bb4', 'B4', 'C5', 'D5', 'E5'];
const CHORDS = ['[C4 E4]', '[D4 F4]', '[C4 E4 G4]', '[E4 G4 C5]', '[F4 A4]', '[C4 A4]', '[B3 F4 G4]'];

const notesOf = (count: number) => fc.array(fc.constantFrom(...WHITE_AND_BLACK), { minLength: 1, maxLength: count });
const sides = fc.constantFrom<Side>('right', 'left');

const UNTIED: Rules = { ...DEFAULT_RULES, ties: 0 };

/** Prices of single notes and steps alone: nothing is drawn to what is read in the music, which changes with the rhythm. */
const UNREAD = weightsOf({
  ...SHIPPED_WEIGHTS,
  scaleGroups: 0,
  chromaticFingers: 0,
  blockShape: 0,
  brokenBlock: 0,
  octaveFingers: 0,
  pairFingers: 0,
  rotation: 0,
});

const effortWith = (score: Score, rules: Rules, side: Side = 'right', weights?: Weights): number =>
  createHandSolver(side, DEFAULT_HAND, rules, weights).solve(score, {
    allowed: new Map(),
    alternatives: 0,
    room: false,
  }).effort;

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
        const fingers = strikingFingers(solve(score, 'right', locks));
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
        expect([...strikingFingers(there!).values()]).toEqual([...strikingFingers(here!).values()]);
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
        expect(Math.abs(left.effort - right.effort)).toBeLessThanOrEqual(SHIPPED_WEIGHTS.startElsewhere + 1e-6);
      }),
      { numRuns: 40, seed: SEED },
    );
  });

  it('a larger hand never has it harder', () => {
    fc.assert(
      fc.property(music, fc.integer({ min: 160, max: 220 }), (names, span) => {
        const score = line(names.join(' '));
        const solved = (mm: number) =>
          createHandSolver('right', handOfSpan(mm), UNTIED).solve(score, { allowed: new Map(), alternatives: 0 });
        const smaller = solved(span);
        if (smaller.slices.some(({ playable }) => playable.compromises.length > 0)) return;
        expect(solved(span + 15).effort).toBeLessThanOrEqual(smaller.effort + 1e-6);
      }),
      { numRuns: 25, seed: SEED },
    );
  });

  it('a move that may be made, or costs less, never makes it harder', () => {
    fc.assert(
      fc.property(notesOf(7), sides, fc.constantFrom(...MOVE_KINDS), (names, side, kind) => {
        const score = line(`( ${names.join(' ')} )`, { side });
        const priced = (share: number | 'untaught') => ({ ...UNTIED, moves: { ...MOVES_AS_USUAL, [kind]: share } });
        const [half, usual, untaught] = [0.5, 1, 'untaught' as const].map((share) =>
          effortWith(score, priced(share), side),
        );
        expect(half!).toBeLessThanOrEqual(usual! + 1e-6);
        expect(usual!).toBeLessThanOrEqual(untaught! + 1e-6);
      }),
      { numRuns: 30, seed: SEED },
    );
  });

  it('a longer rest between two halves never makes it harder', () => {
    fc.assert(
      fc.property(notesOf(4), notesOf(4), (before, after) => {
        const withRest = (quarters: string): number =>
          effortWith(
            line(`${before.join(' ')} ${quarters}${after.map((name) => `${name}/1`).join(' ')}`),
            UNTIED,
            'right',
            UNREAD,
          );
        const [joined, short, long] = ['', 'R/1 ', 'R/4 '].map(withRest);
        expect(short!).toBeLessThanOrEqual(joined! + 1e-6);
        expect(long!).toBeLessThanOrEqual(short! + 1e-6);
      }),
      { numRuns: 30, seed: SEED },
    );
  });

  it('ties only ever add to the effort, and hard ones make repeated bars the same', () => {
    const bars = 'C4/1 E4 G4 E4 | G4/1/2 A4 B4 C5 D5/1 B4 | C4/1 E4 G4 E4 | C4/4';
    const score = line(bars);
    expect(effortWith(score, { ...DEFAULT_RULES, ties: 1 })).toBeGreaterThanOrEqual(effortWith(score, UNTIED) - 1e-6);
    const solver = createHandSolver('right', DEFAULT_HAND, { ...DEFAULT_RULES, ties: 'hard' });
    const fingers = [...strikingFingers(solver.solve(score, { allowed: new Map(), alternatives: 0 })).values()];
    expect(fingers.slice(10, 14)).toEqual(fingers.slice(0, 4));
  });

  it('a lock in one bar speaks for the same note of the bars like it', () => {
    const score = line('C4/1 E4 G4 E4 | G4/2 D4/2 | C4/1 E4 G4 E4 | C4/4');
    const fingers = strikingFingers(solve(score, 'right', new Map<string, Finger>([['n2', 2]])));
    expect(fingers.get('n8')).toBe(2);
  });

  it('solving again after a change gives what solving afresh gives: only what it can affect is solved again', () => {
    const bars = fc.array(fc.array(fc.constantFrom(...WHITE_AND_BLACK, ...CHORDS), { minLength: 4, maxLength: 4 }), {
      minLength: 3,
      maxLength: 8,
    });
    const changes = fc.array(fc.tuple(fc.nat(60), fc.constantFrom<Finger | 0>(0, ...FINGERS)), { maxLength: 5 });
    fc.assert(
      fc.property(bars, changes, sides, (written, steps, side) => {
        // The first bar comes again at the end, so that ties are at work as well.
        const score = line([...written, written[0]!].map((names) => names.join(' ')).join(' | '), { side });
        const solver = createHandSolver(side, DEFAULT_HAND);
        const locks = new Map<string, Finger>();
        for (const [at, finger] of [[0, 0] as const, ...steps]) {
          const { id } = score.notes[at % score.notes.length]!;
          if (finger === 0) locks.delete(id);
          else locks.set(id, finger);
          const options = { allowed: allowedBy(locks), alternatives: 0 };
          const again = solver.solve(score, options);
          const afresh = createHandSolver(side, DEFAULT_HAND).solve(score, options);
          expect([...strikingFingers(again)]).toEqual([...strikingFingers(afresh)]);
          expect(again.effort).toBeCloseTo(afresh.effort, 6);
          again.slices.forEach(({ room, step, posture }, index) => {
            expect({ step, posture }).toEqual({
              step: afresh.slices[index]!.step,
              posture: afresh.slices[index]!.posture,
            });
            room.forEach((figures, key) =>
              figures.forEach((figure, f) => {
                const expected = afresh.slices[index]!.room[key]![f]!;
                if (Number.isFinite(expected)) expect(figure).toBeCloseTo(expected, 6);
                else expect(figure).toBe(Infinity);
              }),
            );
          });
        }
      }),
      { numRuns: 20, seed: SEED },
    );
  });

  it('the same music gives the same plan, to the last figure', () => {
    const score = line('C4/1 E4 G4 C5 [E4 G4 C5] B4 A4 F4 D4 Eb4');
    const plans = [1, 2].map(() => solve(score, 'right', new Map(), handOfSpan(200)));
    expect(JSON.stringify(plans[0])).toBe(JSON.stringify(plans[1]));
  });
});
