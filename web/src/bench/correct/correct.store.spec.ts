import { TestBed } from '@angular/core/testing';
import { NEW_DESK, type FileSummary, type LostDecision, type ReadAnswer } from '@kettle-step/contract';
import { of, Subject, take, throwError, type Observable } from 'rxjs';
import { ReaderService } from '../../services/reader.service';
import { BenchStore } from '../bench.store';
import { CorrectStore } from './correct.store';
import { valueNameOf, VALUES } from './values';
import { line } from '../../../../core/testing/line';

// The services start workers by their address, which only a bundler understands.
jest.mock('../../services/engine.service', () => ({
  EngineService: class EngineService {
    readonly started = false;
  },
}));
jest.mock('../../services/reader.service', () => ({
  ReaderService: class ReaderService {
    readonly started = false;
  },
}));

const LOST: LostDecision = { kind: 'finger', side: 'left', bar: 3, pitch: 'C3', finger: 5 };
const changed = { document: '<new/>', carried: { locks: new Map(), desk: NEW_DESK, lost: [LOST], kept: 7 } };
const summary: FileSummary = {
  format: 'abc',
  title: 'New',
  bars: 1,
  notes: 1,
  notices: ['As heard.'],
  parts: [],
  tunes: [],
};

const setUp = (answer: Observable<unknown> = of(changed), read?: ReadAnswer) => {
  const taken: unknown[] = [];
  const bench = {
    changing: () => false,
    correct: () => answer,
    carriedTo: () => of(changed),
    take: (what: unknown) => taken.push(what),
  };
  const reader = { read: () => of(read ?? { kind: 'read', request: 1, summary, document: '<new/>' }) };
  TestBed.configureTestingModule({
    providers: [CorrectStore, { provide: BenchStore, useValue: bench }, { provide: ReaderService, useValue: reader }],
  });
  return { store: TestBed.inject(CorrectStore), taken };
};

describe('mending the music', () => {
  it('says what is no longer set', () => {
    const { store } = setUp();
    store.correct(() => ({ kind: 'delete', noteId: 'n1' }));
    expect(store.lost()).toEqual(['Bar 3, left hand: 5 on C3']);
    expect(store.refusal()).toBe('');
  });

  it('says why it cannot be done', () => {
    const { store } = setUp(throwError(() => new Error('Only 1 quarter is left')));
    store.correct(() => ({ kind: 'delete', noteId: 'n1' }));
    expect(store.refusal()).toBe('Only 1 quarter is left');
  });

  it('makes quick wishes wait for one another, each in its turn', () => {
    const answers = new Subject<unknown>();
    const { store } = setUp(answers.pipe(take(1)));
    const asked: string[] = [];
    for (const noteId of ['n1', 'n2'])
      store.correct(() => {
        asked.push(noteId);
        return { kind: 'delete', noteId };
      });
    expect(asked).toEqual(['n1']);
    answers.next(changed);
    expect(asked).toEqual(['n1', 'n2']);
    store.correct(() => undefined);
    expect(store.refusal()).toBe('');
  });

  it('shows what a newer file would keep and lose before anything is changed', () => {
    const { store, taken } = setUp();
    store.look(new File(['X:1'], 'newer.abc'));
    expect(store.newer()).toMatchObject({ name: 'newer.abc', kept: 7, notices: ['As heard.'] });
    expect(taken).toEqual([]);
    store.take();
    expect(taken).toEqual([changed]);
    expect(store.newer()).toBeUndefined();
  });

  it('leaves the music as it is, also after a file that cannot be read', () => {
    const { store, taken } = setUp(of(changed), { kind: 'refused', request: 1, message: 'No tune was found.' });
    store.look(new File(['?'], 'letter.abc'));
    expect(store.refusal()).toBe('No tune was found.');
    expect(store.newer()).toBeUndefined();
    store.leave();
    expect(taken).toEqual([]);
  });
});

describe('lengths by name', () => {
  it('are told of a note, and of none that is tied', () => {
    const score = line('C4/1 D4/0.5 E4/1.5 F4/1 | G4/4');
    expect(score.notes.map((note) => valueNameOf(score, note))).toEqual([
      'quarter',
      'eighth',
      'dotted quarter',
      'quarter',
      'whole',
    ]);
    expect(valueNameOf(score, { ...score.notes[0]!, tiedIds: ['x'] })).toBe('');
    expect(new Set(VALUES.map(({ name }) => name)).size).toBe(VALUES.length);
  });
});
