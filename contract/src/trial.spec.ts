import { tendenciesOf, trialInWords, type Finger, type MoveKind, type WayName } from '@kettle-step/core';
import { trialSchema, type StudentTrial } from './trial';

const way = (name: WayName, fingers: readonly Finger[], moves: readonly MoveKind[] = []) => ({
  name,
  fingers: fingers.map((finger, at) => [`n${at}`, finger]),
  moves,
});

const trial = (change: object, title = 'Lantern Waltz'): StudentTrial => ({
  pieceId: 'lantern-waltz',
  title,
  trial: trialSchema.parse({
    id: '1',
    side: 'left',
    bars: [0, 1],
    numbers: [1, 2],
    passage: 'arpeggio',
    setOn: '2026-03-04',
    ways: [way('A', [5, 3, 1]), way('B', [5, 4, 1])],
    ...change,
  }),
});

const chose = (name: WayName) => ({ choice: { name, reason: 'lies better', on: '2026-03-11' } });

describe('a trial', () => {
  it('is told in one line', () => {
    expect(trialInWords(trial({}))).toBe('Trial: Lantern Waltz, bars 1 to 2, left hand: A 5 3 1, or B 5 4 1');
  });

  it('has two ways or three', () => {
    expect(trialSchema.safeParse({ ...trial({}).trial, ways: [way('A', [1])] }).success).toBe(false);
  });
});

describe('what suits a student', () => {
  it('is offered when it was chosen often enough: 4 inside broken chords of the left hand', () => {
    expect(tendenciesOf([trial(chose('B'))])).toEqual([]);
    const twice = [trial(chose('B')), trial({ ...chose('B'), numbers: [5, 5] }, 'Mill Wheel')];
    expect(tendenciesOf(twice)).toEqual([
      {
        words: '4 rather than 3 inside broken chords of the left hand',
        times: 2,
        of: 2,
        from: ['Lantern Waltz, bars 1 to 2', 'Mill Wheel, bar 5'],
        rules: { arpeggioInner: 4 },
      },
    ]);
    expect(tendenciesOf([...twice, trial(chose('A')), trial(chose('A'))])).toEqual([]);
  });

  it('does not count trials that are still tried, nor chords', () => {
    expect(tendenciesOf([trial({}), trial({})])).toEqual([]);
    const chords = { passage: 'chords', ...chose('B') };
    expect(tendenciesOf([trial(chords), trial(chords)])).toEqual([]);
  });

  it('counts moves that are chosen or avoided where the ways differ in them', () => {
    const ways = [way('A', [1, 3, 5], ['silent-substitution', 'shift']), way('B', [1, 2, 5], ['shift'])];
    const [only, ...more] = tendenciesOf([
      trial({ passage: 'melody', ways, ...chose('B') }),
      trial({ passage: 'melody', ways, ...chose('B') }),
    ]);
    expect(only).toMatchObject({ times: 2, rules: { moves: { 'silent-substitution': 1.5 } } });
    expect(only!.words).toBe('no silent substitution where there is a choice');
    expect(more).toEqual([]);
  });
});
