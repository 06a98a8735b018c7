import { openedBy, suitedTo, type AskingPiece, type MoveKind } from '@kettle-step/core';
import { LEVELS, rulesAtLevel } from './desk';

const piece = (id: string, moves: Partial<Record<MoveKind, readonly number[]>>): AskingPiece => ({
  id,
  title: id,
  studentId: null,
  moves: (Object.entries(moves) as [MoveKind, number[]][]).map(([kind, bars]) => ({ kind, bars })),
});

const PIECES = [
  piece('run', { 'thumb-under': [3, 7], 'finger-over-thumb': [4] }),
  piece('turn', { 'thumb-under': [2] }),
  piece('climb', { 'thumb-under': [1, 2, 3] }),
  piece('still', {}),
  piece('reach', { extension: [5], 'silent-substitution': [6] }),
];

describe('what suits a student next', () => {
  it('is what asks for the fewest new moves, and for them least often', () => {
    const order = (level: number) =>
      suitedTo(PIECES, rulesAtLevel({}, LEVELS[level]!)).map(
        ({ piece: { id }, untaught }) => `${id} ${untaught.length}`,
      );
    expect(order(1)).toEqual(['still 0', 'turn 1', 'reach 1', 'climb 1', 'run 2']);
    expect(order(3)).toEqual(['still 0', 'turn 0', 'reach 0', 'run 0', 'climb 0']);
  });

  it('says how many pieces a new move would open', () => {
    expect(openedBy(suitedTo(PIECES, rulesAtLevel({}, LEVELS[1]!)))).toEqual([
      { kind: 'thumb-under', pieces: 2 },
      { kind: 'silent-substitution', pieces: 1 },
    ]);
    expect(openedBy(suitedTo(PIECES, {}))).toEqual([]);
  });
});
