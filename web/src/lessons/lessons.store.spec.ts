import { TestBed } from '@angular/core/testing';
import { heardSchema, lessonItemSchema, type Lesson } from '@kettle-step/contract';
import { Subject } from 'rxjs';
import { FakeLessons, lessonAt, lessonItem } from '../../testing/lesson-book';
import { LessonsService } from '../services/lessons.service';
import { LessonsStore } from './lessons.store';

const lesson = lessonAt;
const item = lessonItem;

describe('the lesson book', () => {
  beforeEach(() => jest.useFakeTimers());
  afterEach(() => jest.useRealTimers());

  const open = () => {
    const book = new FakeLessons([
      lesson('a', '2026-11-17T16:00', {
        state: 'held',
        items: [item('1', 'scales', 'done'), item('2', 'bars 5 to 8', 'again'), item('3', 'sing', 'open')],
      }),
      lesson('b', '2026-11-24T16:00'),
    ]);
    TestBed.configureTestingModule({ providers: [{ provide: LessonsService, useValue: book }] });
    const store = TestBed.inject(LessonsStore);
    store.calendar.load();
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
    expect(store.saving.state()).toBe('saving');
    rest();
    expect(book.saved).toHaveLength(1);
    expect(book.saved[0]).toMatchObject({ id: 'b', heard: 'Bar 6', baseRevision: 1 });
    expect(book.saved[0]!.items).toHaveLength(2);
    expect(store.saving.state()).toBe('saved');
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
    expect(store.saving.problem()).toBe('Not saved yet. Nobody answers.');
    book.problem = '';
    store.change({ decisions: 'two' }, 'decisions');
    rest();
    expect(book.saved[0]).toMatchObject({ heard: 'one', decisions: 'two' });
    expect(store.saving.problem()).toBe('');
  });

  it('has what was kept with it from elsewhere when one comes back, and goes on from there', () => {
    const { store, book, rest } = open();
    const heard = heardSchema.parse({ id: '1', pieceId: 'kite', title: 'Kite', tempo: 58, expected: 12, right: 12, slips: {}, stumbled: [] }); // prettier-ignore
    // A playing is kept with the open lesson, from the place where it was listened to.
    book.write('b', { hearings: [heard] });
    store.refresh();
    expect(store.lesson()!.hearings).toEqual([heard]);
    // The list that wrote itself is written again.
    expect(store.lesson()!.items).toHaveLength(2);
    store.change({ heard: 'well' }, 'heard');
    rest();
    expect(book.saved.at(-1)).toMatchObject({ heard: 'well', baseRevision: 2, hearings: [heard] });
    expect(store.saving.state()).toBe('saved');
  });

  it('keeps what is not saved yet when lists come anew', () => {
    const { store, book } = open();
    book.problem = 'Nobody answers.';
    store.change({ heard: 'one' }, 'heard');
    store.calendar.load();
    store.refresh();
    expect(store.lesson()!.heard).toBe('one');
    expect(store.calendar.list()!.find(({ id }) => id === 'b')!.heard).toBe('one');
    store.open(store.calendar.list()!.find(({ id }) => id === 'b')!);
    expect(store.lesson()!.heard).toBe('one');
  });

  const inConflict = () => {
    const opened = open();
    const { store, book, rest } = opened;
    book.write('b', { heard: 'elsewhere' });
    store.change({ heard: 'here' }, 'heard');
    rest();
    const [mine] = store.saving.conflicts();
    return { ...opened, mine: mine! };
  };

  it('puts what is here in the place of what was changed elsewhere when told to, and can take that back', () => {
    const { store, book, rest, mine } = inConflict();
    store.keepMine(mine);
    rest();
    expect(book.lessons[1]!.heard).toBe('here');
    store.undo();
    expect(store.lesson()!.heard).toBe('elsewhere');
    rest();
    expect([book.lessons[1]!.heard, store.saving.state()]).toEqual(['elsewhere', 'saved']);
  });

  it('takes what was changed elsewhere when told to, and can take that back', () => {
    const { store, book, rest, mine } = inConflict();
    store.takeTheirs(mine);
    expect([store.lesson()!.heard, store.saving.state()]).toEqual(['elsewhere', 'saved']);
    store.undo();
    rest();
    expect([store.lesson()!.heard, book.lessons[1]!.heard]).toEqual(['here', 'here']);
  });

  it('shows what was looked for last, whichever comes last', () => {
    const { store, book } = open();
    const answers: Subject<readonly Lesson[]>[] = [];
    jest.spyOn(book, 'list').mockImplementation(() => {
      const answer = new Subject<readonly Lesson[]>();
      answers.push(answer);
      return answer;
    });
    store.calendar.search('f');
    store.calendar.search('family');
    answers[1]!.next([book.lessons[0]!]);
    answers[0]!.next(book.lessons);
    expect(store.calendar.list()).toHaveLength(1);
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
    store.calendar.load();
    store.calendar.look('2026-11-25');
    const shown = (): readonly string[] => store.calendar.shown().map(({ id }) => id);
    expect(shown()).toEqual(['wednesday']);
    store.calendar.span.set('week');
    expect(shown()).toEqual(['monday', 'wednesday', 'late']);
    store.calendar.look('2026-11-22');
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
