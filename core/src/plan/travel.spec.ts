import { line } from '../../testing/line';
import { DEFAULT_HANDS } from '../hand/hand';
import { createPlanner } from './planner';
import type { Move } from '../moves/move';
import { aimedSeconds } from '../moves/travel';

const movesIn = (music: string, quartersPerMinute = 60): readonly Move[] =>
  createPlanner(DEFAULT_HANDS).plan(line(music, { quartersPerMinute }), { locks: new Map(), alternatives: 0 }).hands
    .right.moves;

describe('aimed jumps', () => {
  // Fitts 1954: time = a + b log2(2D / W), with a = 0.05 s and b = 0.1 s a bit (from memory).
  it('take time with the distance against the width of the key', () => {
    expect(aimedSeconds(47, false)).toBeCloseTo(0.05 + 0.1 * Math.log2(94 / 23.5));
    expect(aimedSeconds(47, false)).toBeCloseTo(0.25);
    expect(aimedSeconds(80, true)).toBeCloseTo(0.05 + 0.1 * 4);
    expect(aimedSeconds(5, false)).toBe(0.05);
  });

  it('are told of shifts only, with the millimetres that the hand travels', () => {
    const moves = movesIn('C4/1 D4 E4 R | C5/1 D5 E5/2');
    expect(moves.map(({ kind }) => kind)).toEqual(['shift']);
    expect(moves[0]?.travel?.mm).toBeCloseTo(7 * 23.5);
    expect(movesIn('( C4/1 D4 E4 F4 | G4 A4 B4 C5 )').every(({ travel }) => travel === null)).toBe(true);
  });

  it('have the time of the rest, and fit up to a tempo', () => {
    const [{ travel }] = movesIn('C4/1 D4 E4 R | C5/1 D5 E5/2') as [Move];
    expect(travel?.secondsAvailable).toBeCloseTo(1);
    expect(travel?.secondsNeeded).toBeCloseTo(0.05 + 0.1 * Math.log2(14));
    expect(travel?.fitsUpTo).toBeCloseTo(1 / (0.05 + 0.1 * Math.log2(14)));
    const [{ travel: twice }] = movesIn('C4/1 D4 E4 R | C5/1 D5 E5/2', 120) as [Move];
    expect(twice?.fitsUpTo).toBeCloseTo((travel?.fitsUpTo ?? 0) / 2);
  });
});

describe('what is prepared', () => {
  it('says which finger goes where while which one plays', () => {
    expect(movesIn('( C4/1 D4 E4 F4 | G4 A4 B4 C5 )')[0]?.prepare).toBe(
      'while 3 plays E4, bring the thumb under it to F4',
    );
    expect(movesIn('C4/1 D4 E4 R | C5/1 D5 E5/2')[0]?.prepare).toBe(
      'leave E4 as the rest begins and have 1 over C5 before it ends',
    );
    expect(movesIn('( C5/1 B4 A4 G4 | F4 E4 D4 C4 )')[0]?.prepare).toBe(
      'while the thumb plays F4, bring 3 over it to E4',
    );
  });
});
