import { signal } from '@angular/core';
import { TestBed } from '@angular/core/testing';
import type { Decided } from '@kettle-step/contract';
import { createPlanner, DEFAULT_HAND, type Finger, type Locks } from '@kettle-step/core';
import { of } from 'rxjs';
import { line } from '../../../core/testing/line';
import { testPiece } from '../../testing/piece';
import { EngineService } from '../services/engine.service';
import { PiecesService } from '../services/pieces.service';
import { Autosave, type SaveState } from './autosave';
import { BenchStore } from './bench.store';
import { freeFinger, setFinger } from './decisions';

// The service starts a worker by its address, which only a bundler understands.
jest.mock('../services/engine.service', () => ({
  EngineService: class EngineService {
    readonly started = false;
  },
}));

const piece = testPiece('C4/1 D4 E4 F4 | G4/4');
const planner = createPlanner(DEFAULT_HAND);

/** The same piece with a note more in its second bar. */
const MENDED = '<score-partwise>mended</score-partwise>';
const mended = line('C4/1 D4 E4 F4 | G4/2 A4');

const setUp = () => {
  const kept: unknown[] = [];
  const autosave = {
    state: signal<SaveState>({ kind: 'saved' }),
    begin: jest.fn(),
    expect: jest.fn(),
    failed: jest.fn(),
    keep: (content: unknown) => kept.push(content),
  };
  const musicOf = (document: string) => (document === MENDED ? mended : piece.score);
  let open = piece.score;
  const engine = {
    open: (document: string) => {
      open = musicOf(document);
      return of({ score: open, engravable: document });
    },
    plan: ({ locks }: { readonly locks: Locks }) => of(planner.plan(open, { locks, alternatives: 0 })),
    correct: (_document: string, _correction: unknown, { locks, desk }: Decided) =>
      of({ document: MENDED, carried: { locks, desk, lost: [], kept: locks.size } }),
  };
  TestBed.configureTestingModule({
    providers: [
      BenchStore,
      { provide: Autosave, useValue: autosave },
      { provide: EngineService, useValue: engine },
      { provide: PiecesService, useValue: { get: () => of(piece.stored) } },
    ],
  });
  const store = TestBed.inject(BenchStore);
  store.open('piece');
  const fingerOf = (id: string) => store.notes().get(id)?.planned.finger;
  const set = (finger: Finger) => store.decide(setFinger(store.decisions(), store.chosenId()!, finger));
  const free = () => store.decide(freeFinger(store.decisions(), store.chosenId()!));
  return { store, kept, autosave, fingerOf, set, free };
};

describe('the bench', () => {
  it('opens a piece with a finger on every note and its first note chosen', () => {
    const { store, fingerOf } = setUp();
    expect(store.state().kind).toBe('ready');
    expect(['n1', 'n2', 'n3', 'n4', 'n5'].map(fingerOf)).toEqual([1, 2, 3, 4, 5]);
    expect(store.chosenId()).toBe('n1');
    expect(store.ribbon()).toHaveLength(4);
  });

  it('holds the teacher’s finger, works the rest out round it, and keeps it', () => {
    const { store, kept, fingerOf, set } = setUp();
    store.choose('n3');
    set(1);
    expect(fingerOf('n3')).toBe(1);
    expect(store.chosen()?.decidedBy).toBe('teacher');
    expect(kept).toHaveLength(1);
  });

  it('takes back and does again, as far as one likes', () => {
    const { store, fingerOf, set } = setUp();
    store.choose('n2');
    set(3);
    set(4);
    store.undo();
    expect(fingerOf('n2')).toBe(3);
    store.undo();
    expect(fingerOf('n2')).toBe(2);
    expect(store.canUndo()).toBe(false);
    store.redo();
    store.redo();
    expect(fingerOf('n2')).toBe(4);
    expect(store.canRedo()).toBe(false);
  });

  it('lets a finger go again, and forgets what was taken back once something new is set', () => {
    const { store, fingerOf, set, free } = setUp();
    store.choose('n2');
    set(3);
    free();
    expect(fingerOf('n2')).toBe(2);
    store.undo();
    set(5);
    expect(store.canRedo()).toBe(false);
  });

  it('goes on from the revision that stands on the server, after a conflict', () => {
    const { store, autosave, kept, set } = setUp();
    set(2);
    store.saveOver(piece.stored);
    expect(autosave.begin).toHaveBeenLastCalledWith('piece', 1, piece.stored.document);
    expect(kept).toHaveLength(2);
  });

  it('goes on with corrected music, keeps it with the plan, and takes it back like any decision', () => {
    const { store, kept, set } = setUp();
    set(3);
    store.correct({ kind: 'delete', noteId: 'n9' }).subscribe();
    expect(store.score()?.notes).toHaveLength(6);
    expect(store.chosenId()).toBe('n6');
    expect(store.decisions().locks.get('n1')).toBe(3);
    expect(kept.at(-1)).toMatchObject({ document: MENDED });
    store.undo();
    expect(store.score()?.notes).toHaveLength(5);
    expect(kept.at(-1)).toMatchObject({ document: piece.stored.document });
    expect(store.decisions().locks.get('n1')).toBe(3);
    expect(store.chosen()?.note.id).toBe('n5');
    store.redo();
    expect(store.score()?.notes).toHaveLength(6);
  });

  it('does not choose what is not there', () => {
    const { store } = setUp();
    store.choose('nowhere');
    expect(store.chosenId()).toBe('n1');
  });
});
