import { TestBed } from '@angular/core/testing';
import { rulesAtLevel, LEVELS, type PieceSummary, type StudentSummary } from '@kettle-step/contract';
import type { AskingPiece } from '@kettle-step/core';
import { of, throwError } from 'rxjs';
import { testPiece } from '../../testing/piece';
import { openSession } from '../../testing/session';
import { StudentsService } from '../services/students.service';
import { PieceSession } from '../session/piece-session';
import { NEXT, NOW } from './shelf-order';
import { ShelfStore } from './shelf.store';

const PIECE = testPiece('C4/4');

const summary = (id: string, title: string, more: Partial<PieceSummary> = {}): PieceSummary => ({
  ...PIECE.stored,
  id,
  title,
  ...more,
});

/** Has been taught what the first level has, and nothing that goes beyond it. */
const PIP: StudentSummary = {
  id: 'pip',
  name: 'Pip',
  remarks: '',
  since: null,
  rules: rulesAtLevel({}, LEVELS[0]!),
  pieces: 0,
  hands: null,
};

const ASKING: readonly AskingPiece[] = [
  { id: 'waltz', title: 'Waltz', studentId: 'pip', moves: [{ kind: 'thumb-under', bars: [3, 7] }] },
  { id: 'march', title: 'March', studentId: null, moves: [] },
];

const open = () => {
  let onShelf = [summary('waltz', 'Waltz', { student: 'Pip' }), summary('march', 'March', { key: 'G major' })];
  const given: unknown[] = [];
  let problem: Error | undefined;
  const unlessBroken = <T>(work: () => T) => (problem ? throwError(() => problem) : of(work()));
  const { pieces, session } = openSession(PIECE, new Map(), [
    {
      provide: StudentsService,
      useValue: {
        list: () => unlessBroken(() => [PIP]),
        asked: () => unlessBroken(() => ASKING),
        givePiece: (...asked: unknown[]) => unlessBroken(() => given.push(asked)),
      },
    },
  ]);
  Object.assign(pieces, {
    list: () => unlessBroken(() => onShelf),
    remove: (id: string) => unlessBroken(() => (onShelf = onShelf.filter((piece) => piece.id !== id))),
  });
  const store = TestBed.inject(ShelfStore);
  const titles = () => store.arranged().map(({ title }) => title);
  return { store, titles, given, session, fail: (words?: string) => (problem = words ? new Error(words) : undefined) };
};

describe('the shelf', () => {
  it('shows the pieces, or says why it cannot, and can be asked again', () => {
    const { store, titles, fail } = open();
    expect(store.shown().kind).toBe('loading');
    fail('Kettle Step cannot be reached.');
    store.load();
    expect(store.shown()).toEqual({ kind: 'failed', message: 'Kettle Step cannot be reached.' });
    expect(titles()).toEqual([]);
    fail();
    store.load();
    expect(titles()).toEqual(['March', 'Waltz']);
    expect([store.students(), store.keys()]).toEqual([['Pip'], ['C major', 'G major']]);
  });

  it('shows the pieces though nobody can say who the students are', () => {
    const { store, titles } = open();
    jest.spyOn(TestBed.inject(StudentsService), 'list').mockReturnValue(throwError(() => new Error('broken')));
    store.load();
    expect(titles()).toEqual(['March', 'Waltz']);
    expect([store.people(), store.refusal()]).toEqual([[], '']);
  });

  it('keeps what is looked for, until all is to be seen; the order stays', () => {
    const { store, titles } = open();
    store.load();
    store.wish({ order: 'student' });
    expect(store.isChosen()).toBe(false);
    store.wish({ search: 'march', key: 'G major' });
    expect([store.isChosen(), titles()]).toEqual([true, ['March']]);
    store.showAll();
    expect([store.isChosen(), store.wishes().order, titles()]).toEqual([false, 'student', ['Waltz', 'March']]);
  });

  it('tells what suits a student now, and what would be new in the rest', () => {
    const { store, titles } = open();
    store.load();
    const [waltz, march] = store.pieces();
    expect(store.newIn(waltz!)).toBeUndefined();
    store.wish({ suits: NOW + PIP.id });
    expect(titles()).toEqual(['March']);
    store.wish({ suits: NEXT + PIP.id });
    expect(titles()).toEqual(['March', 'Waltz']);
    expect([march!, waltz!].map((piece) => store.newIn(piece))).toEqual([
      'nothing new',
      'new: thumb under (bars 3 and 7)',
    ]);
  });

  it('says why nobody can tell what suits', () => {
    const { store, titles, fail } = open();
    store.load();
    fail('Kettle Step cannot be reached.');
    store.wish({ suits: NOW + PIP.id });
    expect(store.refusal()).toBe('Kettle Step cannot be reached.');
    expect(titles()).toEqual(['March', 'Waltz']);
  });

  it('gives a piece to somebody, or says of which piece it could not', () => {
    const { store, given, fail } = open();
    store.load();
    store.give(store.pieces()[1]!, 'pip');
    expect(given).toEqual([['march', 'pip']]);
    fail('Somebody else changed it.');
    store.give(store.pieces()[1]!, null);
    expect(store.refusal()).toBe('March: Somebody else changed it.');
  });

  it('takes a piece off, and closes it where it is open', () => {
    const { store, titles, session, fail } = open();
    TestBed.inject(PieceSession);
    store.load();
    store.remove(summary('waltz', 'Waltz'));
    expect([titles(), store.takenOff(), session.piece()?.id]).toEqual([['March'], 1, 'piece']);
    store.remove(summary('piece', 'A line'));
    expect([store.takenOff(), session.piece()]).toEqual([2, undefined]);
    fail('It is in use.');
    store.remove(summary('march', 'March'));
    expect([titles(), store.refusal()]).toEqual([['March'], 'March: It is in use.']);
  });
});
