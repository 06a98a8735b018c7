import { signal } from '@angular/core';
import { TestBed } from '@angular/core/testing';
import { NEW_DESK, type Decided, type KeepVersion, type Piece, type Version } from '@kettle-step/contract';
import { of, throwError } from 'rxjs';
import { testPiece } from '../../testing/piece';
import { EngineService } from '../services/engine.service';
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

const setUp = (failing = false, document: string | null = null) => {
  const kept: KeepVersion[] = [];
  const state = signal<SaveState>({ kind: 'saved' });
  const decided: unknown[] = [];
  const savedOver: number[] = [];
  const whole = (version: KeepVersion): Version => ({
    ...version,
    id: 'v1',
    createdAt: '2026-01-05T10:00:00.000Z',
    sameMusic: !version.document,
    document: version.document ?? null,
  });
  const other = piece.stored.plan.fingers.map((stored, index) =>
    index === 4 ? { ...stored, finger: 1 as const, decidedBy: 'teacher' as const } : stored,
  );
  const pieces = {
    get: () => of({ ...piece.stored, plan: { ...piece.stored.plan, revision: 7 } }),
    versions: () => of(kept.map(whole)),
    version: () =>
      of(whole({ name: 'Before', kind: 'named', fingers: other, desk: NEW_DESK, ...(document ? { document } : {}) })),
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
    document: () => piece.stored.document,
    decide: (decisions: unknown) => decided.push(decisions),
    saveOver: ({ plan }: Piece) => savedOver.push(plan.revision),
    open: jest.fn(),
  };
  const engine = {
    // Of what was decided only the first note's finger has a place now.
    carry: (_from: string, to: string, { locks, desk }: Decided) =>
      of({
        document: to,
        carried: {
          locks: new Map([...locks].slice(0, 1)),
          desk,
          kept: 1,
          lost: [{ kind: 'finger', side: 'right', bar: 2, pitch: 'G4', finger: 1 }],
        },
      }),
  };
  TestBed.configureTestingModule({
    providers: [
      VersionsStore,
      { provide: PiecesService, useValue: pieces },
      { provide: BenchStore, useValue: bench },
      { provide: Autosave, useValue: { state } },
      { provide: EngineService, useValue: engine },
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

  it('come back to music that was corrected since, with a word on what has no place in it', () => {
    const { store, decided } = setUp(false, '<score-partwise>before</score-partwise>');
    store.keep('Before');
    const [version] = store.list()!;
    store.restore(version!);
    expect(store.lost()).toEqual(['Bar 2, right hand: 1 on G4']);
    expect(decided).toHaveLength(1);
    store.compare(version!);
    expect(store.compared()?.bars.map(({ bar }) => bar)).toEqual([0, 1]);
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
