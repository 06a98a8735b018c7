import { signal } from '@angular/core';
import { TestBed } from '@angular/core/testing';
import { NEW_DESK, type KeepVersion, type Version } from '@kettle-step/contract';
import { of, throwError } from 'rxjs';
import { testPiece } from '../../testing/piece';
import { PiecesService } from '../services/pieces.service';
import { Autosave, type SaveState } from './autosave';
import { BenchStore } from './bench.store';
import { VersionsStore } from './versions.store';

// The service starts a worker by its address, which only a bundler understands.
jest.mock('../services/engine.service', () => ({
  EngineService: class EngineService {
    readonly started = false;
  },
}));

const piece = testPiece('C4/1 D4 E4 F4 | G4/4');

const setUp = (failing = false) => {
  const kept: KeepVersion[] = [];
  const state = signal<SaveState>({ kind: 'saved' });
  const decided: unknown[] = [];
  const savedOver: number[] = [];
  const whole = (version: KeepVersion): Version => ({ ...version, id: 'v1', createdAt: '2026-01-05T10:00:00.000Z' });
  const other = piece.stored.plan.fingers.map((stored, index) =>
    index === 4 ? { ...stored, finger: 1 as const, decidedBy: 'teacher' as const } : stored,
  );
  const pieces = {
    get: () => of({ ...piece.stored, plan: { ...piece.stored.plan, revision: 7 } }),
    versions: () => of(kept.map(whole)),
    version: () => of(whole({ name: 'Before', kind: 'named', fingers: other, desk: NEW_DESK })),
    keepVersion: (_id: string, version: KeepVersion) => {
      if (failing) return throwError(() => new Error('cannot be reached'));
      kept.push(version);
      return of(whole(version));
    },
    removeVersion: () => of(kept.pop()),
  };
  const bench = {
    piece: () => piece.stored,
    score: () => piece.score,
    notes: () => piece.notes,
    content: () => ({ fingers: piece.stored.plan.fingers, desk: NEW_DESK }),
    decide: (decisions: unknown) => decided.push(decisions),
    saveOver: (revision: number) => savedOver.push(revision),
    open: jest.fn(),
  };
  TestBed.configureTestingModule({
    providers: [
      VersionsStore,
      { provide: PiecesService, useValue: pieces },
      { provide: BenchStore, useValue: bench },
      { provide: Autosave, useValue: { state } },
    ],
  });
  const store = TestBed.inject(VersionsStore);
  TestBed.tick();
  return { store, kept, state, decided, savedOver };
};

describe('versions of a plan', () => {
  it('are kept by name, without spaces around it and never without one', () => {
    const { store, kept } = setUp();
    store.keep('  Before the recital ');
    store.keep('   ');
    expect(kept.map(({ name, kind }) => [name, kind])).toEqual([['Before the recital', 'named']]);
    expect(store.list()).toHaveLength(1);
  });

  it('tell in which bars they differ, and come back as a decision', () => {
    const { store, decided } = setUp();
    store.keep('Before');
    const [version] = store.list()!;
    store.compare(version!);
    expect(store.compared()?.bars).toMatchObject([{ bar: 1, side: 'right', theirs: '1', ours: '5' }]);
    store.restore(version!);
    expect(decided).toMatchObject([{ locks: new Map([['n5', 1]]) }]);
  });

  it('take both sides of a conflict: this window’s at once, the other’s before it is written over', () => {
    const { store, kept, state, savedOver } = setUp();
    state.set({ kind: 'conflict', message: 'changed elsewhere' });
    TestBed.tick();
    expect(kept.map(({ kind }) => kind)).toEqual(['conflict']);
    store.keepMine();
    expect(kept.map(({ name }) => name.split(',')[0])).toEqual(['This window', 'The other window']);
    expect(savedOver).toEqual([7]);
  });

  it('say so when one could not be kept', () => {
    const { store } = setUp(true);
    store.keep('Before');
    expect(store.problem()).toBe('cannot be reached');
  });
});
