import { TestBed } from '@angular/core/testing';
import type { Created, FileSummary, ReadAnswer, ReadChoice } from '@kettle-step/contract';
import { NEVER, of, throwError, type Observable } from 'rxjs';
import { PiecesService } from '../services/pieces.service';
import { ServerProblem } from '../services/server-problem';
import { ReaderService } from '../services/reader.service';
import { ArrivalsStore } from './arrivals.store';

// The worker's address is written in a way that only the builder of the application understands.
jest.mock('../services/reader.service', () => ({
  ReaderService: class ReaderService {
    readonly started = false;
  },
}));

const summary = (more: Partial<FileSummary> = {}): FileSummary => ({
  format: 'abc',
  title: 'Walk',
  bars: 2,
  notes: 5,
  notices: [],
  parts: [],
  tunes: ['Walk'],
  ...more,
});

const setUp = (
  read: (name: string, choice: ReadChoice) => Observable<ReadAnswer>,
  send: (name: string, choice: ReadChoice) => Observable<Created> = (name) =>
    of({ id: name, title: name, notices: [] }),
) => {
  const sent: [string, ReadChoice][] = [];
  TestBed.configureTestingModule({
    providers: [
      ArrivalsStore,
      {
        provide: ReaderService,
        useValue: { read: (_file: Blob, name: string, choice: ReadChoice) => read(name, choice) },
      },
      {
        provide: PiecesService,
        useValue: {
          import: (_file: Blob, name: string, choice: ReadChoice) => {
            sent.push([name, choice]);
            return send(name, choice);
          },
        },
      },
    ],
  });
  const store = TestBed.inject(ArrivalsStore);
  const states = (): string[] => store.arrivals().map(({ state }) => state.kind);
  return { store, sent, states };
};

const file = (name: string, size = 1): File => new File(['x'.repeat(size)], name);
const readAs = (what: FileSummary): Observable<ReadAnswer> =>
  of({ kind: 'read', request: 1, summary: what, document: null });

describe('files on their way onto the shelf', () => {
  it('come in one after another, each with its own word', () => {
    const { store, sent, states } = setUp((name) =>
      name === 'letter.abc' ? of({ kind: 'refused', request: 1, message: 'No tune was found.' }) : readAs(summary()),
    );
    for (const name of ['one.abc', 'letter.abc', 'two.abc']) store.take(file(name));
    expect(states()).toEqual(['stored', 'refused', 'stored']);
    expect(sent.map(([name]) => name)).toEqual(['one.abc', 'two.abc']);
    expect(store.busy()).toBe(false);
  });

  it('wait for a word where a file holds several things, and take what is chosen', () => {
    const { store, sent, states } = setUp(() => readAs(summary({ tunes: ['One', 'Two'] })));
    store.take(file('book.abc'));
    expect(states()).toEqual(['asking']);
    store.choose(1, { parts: [], tune: 1 });
    expect(states()).toEqual(['asking']);
    expect(sent).toEqual([]);
    store.bringIn(1);
    expect(states()).toEqual(['stored']);
    expect(sent).toEqual([['book.abc', { parts: [], tune: 1 }]]);
  });

  it('do not stop the others when one is too large, cannot be read or cannot be sent', () => {
    const { store, states } = setUp(
      (name) => (name === 'odd.abc' ? throwError(() => new Error('the worker is gone')) : readAs(summary())),
      (name) =>
        name === 'away.abc'
          ? throwError(() => new ServerProblem(undefined, 'Kettle Step cannot be reached.'))
          : of({ id: name, title: name, notices: [] }),
    );
    store.take(file('huge.abc', 9 * 1024 * 1024));
    for (const name of ['odd.abc', 'away.abc', 'good.abc']) store.take(file(name));
    expect(states()).toEqual(['refused', 'refused', 'refused', 'stored']);
    expect(store.arrivals()[0]?.state).toMatchObject({ message: expect.stringContaining('9.0 MB') });
    expect(store.arrivals()[2]?.state).toMatchObject({ message: 'Kettle Step cannot be reached.' });
  });

  it('can be stopped: what is under way is left out, what comes later is not', () => {
    const { store, states } = setUp((name) => (name === 'slow.mid' ? NEVER : readAs(summary())));
    for (const name of ['first.abc', 'slow.mid', 'third.abc']) store.take(file(name));
    expect(states()).toEqual(['stored', 'reading', 'waiting']);
    store.cancel();
    expect(states()).toEqual(['stored', 'cancelled', 'cancelled']);
    store.take(file('later.abc'));
    expect(states()).toEqual(['stored', 'cancelled', 'cancelled', 'stored']);
    store.clear();
    expect(states()).toEqual([]);
  });
});
