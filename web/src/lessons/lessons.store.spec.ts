import { TestBed } from '@angular/core/testing';
import { heardSchema, lessonItemSchema, lessonSchema, type Lesson, type SaveLesson } from '@kettle-step/contract';
import { of, throwError, type Observable } from 'rxjs';
import { LessonsService } from '../services/lessons.service';
import { LessonsStore } from './lessons.store';

const lesson = (id: string, startsAt: string, more: Partial<Lesson> = {}): Lesson =>
  lessonSchema.parse({ id, studentId: 'pip', student: 'Pip Hallow', revision: 1, startsAt, ...more });

const item = (id: string, words: string, state: 'open' | 'again' | 'done') =>
  lessonItemSchema.parse({ id, words, state });

/** A book of two lessons that keeps what is saved. */
class FakeBook {
  lessons: readonly Lesson[] = [
    lesson('a', '2026-11-17T16:00', {
      state: 'held',
      items: [item('1', 'scales', 'done'), item('2', 'bars 5 to 8', 'again'), item('3', 'sing', 'open')],
    }),
    lesson('b', '2026-11-24T16:00'),
  ];
  readonly saved: (SaveLesson & { readonly id: string })[] = [];
  problem = '';

  list(): Observable<readonly Lesson[]> {
    return of(this.lessons);
  }

  save(id: string, facts: SaveLesson): Observable<number> {
    if (this.problem) return throwError(() => new Error(this.problem));
    this.saved.push({ id, ...facts });
    return of(facts.baseRevision + 1);
  }
}

describe('the lesson book', () => {
  beforeEach(() => jest.useFakeTimers());
  afterEach(() => jest.useRealTimers());

  const open = () => {
    const book = new FakeBook();
    TestBed.configureTestingModule({ providers: [{ provide: LessonsService, useValue: book }] });
    const store = TestBed.inject(LessonsStore);
    store.load();
    store.open(book.lessons[1]!);
    const rest = (): void => void jest.advanceTimersByTime(500);
    return { book, store, rest };
  };

  it('writes the next list from what is unfinished of the last', () => {
    const { store, book, rest } = open();
    expect(store.before()!.id).toBe('a');
    expect(store.lesson()!.items.map(({ words }) => words)).toEqual(['bars 5 to 8', 'sing']);
    rest();
    expect(book.saved).toEqual([]);
    store.bringOver();
    rest();
    expect(book.saved).toEqual([]);
  });

  it('saves what is typed a moment later, once, from the newest revision', () => {
    const { store, book, rest } = open();
    store.change({ heard: 'Bar' }, 'heard');
    store.change({ heard: 'Bar 6' }, 'heard');
    expect(store.saving()).toBe(true);
    rest();
    expect(book.saved).toHaveLength(1);
    expect(book.saved[0]).toMatchObject({ id: 'b', heard: 'Bar 6', baseRevision: 1 });
    expect(book.saved[0]!.items).toHaveLength(2);
    expect(store.saving()).toBe(false);
    store.addItem({ words: 'C major', tempo: 60 });
    rest();
    expect(book.saved[1]).toMatchObject({ baseRevision: 2 });
    expect(store.lesson()!.items.at(-1)).toMatchObject({ id: '3', words: 'C major', tempo: 60 });
  });

  it('keeps what was heard with the lesson at which it was set', () => {
    const { store, book, rest } = open();
    store.hear('2', { state: 'done', steady: 52 });
    store.change({ heard: 'good' }, 'heard');
    rest();
    rest();
    expect(book.saved.map(({ id }) => id).sort()).toEqual(['a', 'b']);
    expect(book.saved.find(({ id }) => id === 'a')!.items![1]).toMatchObject({ state: 'done', steady: 52 });
  });

  it('takes back a change at a time, what was typed into a field as one', () => {
    const { store, rest, book } = open();
    store.change({ heard: 'B' }, 'heard');
    store.change({ heard: 'Ba' }, 'heard');
    store.changeItem('1', { tempo: 50 });
    store.undo();
    expect(store.lesson()!.items[0]!.tempo).toBeNull();
    store.undo();
    expect(store.lesson()!.heard).toBe('');
    expect(store.canUndo()).toBe(false);
    rest();
    expect(book.saved.at(-1)).toMatchObject({ heard: '' });
  });

  it('says what is not saved, and saves it with the next change', () => {
    const { store, book, rest } = open();
    book.problem = 'Nobody answers.';
    store.change({ heard: 'one' }, 'heard');
    rest();
    expect(store.problem()).toBe('Not saved yet. Nobody answers.');
    book.problem = '';
    store.change({ decisions: 'two' }, 'decisions');
    rest();
    expect(book.saved[0]).toMatchObject({ heard: 'one', decisions: 'two' });
    expect(store.problem()).toBe('');
  });

  it('lists a day, or its week from Monday to Sunday', () => {
    const { book, store } = open();
    const at = (id: string, startsAt: string) => lesson(id, startsAt);
    // 2026-11-23 is a Monday.
    book.lessons = [
      at('sunday', '2026-11-22T16:00'),
      at('monday', '2026-11-23T16:00'),
      at('wednesday', '2026-11-25T16:00'),
      at('late', '2026-11-29T23:30'),
      at('next', '2026-11-30T08:00'),
    ];
    store.load();
    store.look('2026-11-25');
    const shown = (): readonly string[] => store.shown().map(({ id }) => id);
    expect(shown()).toEqual(['wednesday']);
    store.span.set('week');
    expect(shown()).toEqual(['monday', 'wednesday', 'late']);
    store.look('2026-11-22');
    expect(shown()).toEqual(['sunday']);
  });

  it('begins the next list with what was promised', () => {
    const { book, store } = open();
    book.lessons = [
      lesson('a', '2026-11-17T16:00', { promised: 'a duet\n\n the black-key tune ' }),
      lesson('b', '2026-11-24T16:00'),
    ];
    store.open(book.lessons[1]!);
    expect(store.lesson()!.items.map(({ words }) => words)).toEqual(['a duet', 'the black-key tune']);
    store.bringOver();
    expect(store.lesson()!.items).toHaveLength(2);
  });

  it('takes tempo and bars of a playing over into what was heard of its piece', () => {
    const { book, store, rest } = open();
    const heard = heardSchema.parse({
      id: '1',
      pieceId: 'kite',
      title: 'Kite',
      tempo: 58,
      expected: 12,
      right: 11,
      slips: {},
      stumbled: [3, 6],
    });
    book.lessons = [
      lesson('a', '2026-11-17T16:00', {
        items: [lessonItemSchema.parse({ id: '1', pieceId: 'kite', words: 'apart' })],
      }),
      lesson('b', '2026-11-24T16:00', { hearings: [heard] }),
    ];
    store.open(book.lessons[1]!);
    store.takeOver(heard);
    expect(store.before()!.items[0]).toMatchObject({ steady: 58, stumbled: '3, 6' });
    expect(store.setBefore({ ...heard, pieceId: 'millrace' })).toBeUndefined();
    store.removeHearing('1');
    expect(store.lesson()!.hearings).toEqual([]);
    store.undo();
    expect(store.lesson()!.hearings).toHaveLength(1);
    rest();
  });
});
