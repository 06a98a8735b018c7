import { TestBed } from '@angular/core/testing';
import { Subject } from 'rxjs';
import { FakeLessons, lessonAt } from '../../testing/lesson-book';
import { LessonsService } from '../services/lessons.service';
import { ServerProblem } from '../services/server-problem';
import { LessonSaving } from './lesson-saving';

const A = lessonAt('a', '2026-11-17T16:00');
const B = lessonAt('b', '2026-11-24T16:00', { student: 'Juno Marsh' });

describe('lessons that are not saved yet', () => {
  beforeEach(() => jest.useFakeTimers());
  afterEach(() => jest.useRealTimers());

  const open = () => {
    const book = new FakeLessons([A, B]);
    TestBed.configureTestingModule({ providers: [{ provide: LessonsService, useValue: book }] });
    const saving = TestBed.inject(LessonSaving);
    const told: unknown[] = [];
    saving.saved.subscribe((one) => told.push(one));
    const rest = (ms = 500): void => void jest.advanceTimersByTime(ms);
    const ids = (): readonly string[] => book.saved.map(({ id }) => id);
    return { book, saving, told, rest, ids };
  };

  it('are saved one after another, a moment after they were changed', () => {
    const { saving, book, told, rest, ids } = open();
    expect(saving.state()).toBe('saved');
    saving.keep({ ...A, heard: 'on' });
    saving.keep({ ...A, heard: 'one' });
    saving.keep({ ...B, heard: 'two' });
    expect([saving.state(), ids()]).toEqual(['saving', []]);
    rest();
    rest();
    expect(book.saved.map(({ id, heard }) => [id, heard])).toEqual([
      ['a', 'one'],
      ['b', 'two'],
    ]);
    expect(told).toEqual([
      { id: 'a', revision: 2 },
      { id: 'b', revision: 2 },
    ]);
    expect(saving.state()).toBe('saved');
  });

  it('are tried again by themselves, and do not hold up one another', () => {
    const { saving, book, rest, ids } = open();
    book.problem = 'Nobody answers.';
    saving.keep({ ...A, heard: 'one' });
    saving.keep({ ...B, heard: 'two' });
    rest();
    expect([saving.state(), saving.problem()]).toEqual(['failed', 'Not saved yet. Nobody answers.']);
    book.problem = '';
    rest(6000);
    expect([ids(), saving.state(), saving.problem()]).toEqual([['b', 'a'], 'saved', '']);
    // What was promised to be tried again finds nothing left to do.
    rest(6000);
    expect(ids()).toHaveLength(2);
  });

  it('are tried again although nothing more is written', () => {
    const { saving, book, rest, ids } = open();
    book.problem = 'Nobody answers.';
    saving.keep({ ...A, heard: 'one' });
    rest();
    book.problem = '';
    rest(6000);
    expect([ids(), saving.state()]).toEqual([['a'], 'saved']);
  });

  it('wait where they were changed elsewhere, and let the others through', () => {
    const { saving, book, rest, ids } = open();
    book.write('a', { heard: 'elsewhere' });
    saving.keep({ ...A, heard: 'here' });
    rest();
    expect(saving.conflicts()).toMatchObject([{ id: 'a', heard: 'here' }]);
    saving.keep({ ...B, heard: 'two' });
    rest();
    expect([ids(), saving.state()]).toEqual([['b'], 'held']);
    // What is typed meanwhile is not sent, and not forgotten.
    saving.keep({ ...A, heard: 'here too' });
    rest(10_000);
    expect(ids()).toEqual(['b']);
    expect(saving.latest(A).heard).toBe('here too');
    saving.release('a');
    saving.keep({ ...saving.latest(A), revision: 2 });
    rest();
    expect([book.saved.at(-1)!.heard, saving.conflicts(), saving.state()]).toEqual(['here too', [], 'saved']);
  });

  it('are let go where the lesson was taken out of the book, which is said', () => {
    const { saving, book, rest } = open();
    book.takeOut('b');
    saving.keep({ ...B, heard: 'two' });
    rest();
    expect(saving.lost()).toBe('This lesson is no longer in the book. What you wrote about Juno Marsh is not kept.');
    expect(saving.state()).toBe('saved');
  });

  it('are no matter any more once the lesson was taken out here', () => {
    const { saving, book, rest } = open();
    const answer = new Subject<number>();
    jest.spyOn(book, 'save').mockReturnValue(answer);
    saving.keep({ ...B, heard: 'two' });
    rest();
    saving.drop('b');
    answer.error(new ServerProblem({ type: '', title: '', status: 404, detail: 'Gone.', code: 'not-found' }, 'Gone.'));
    expect([saving.lost(), saving.problem(), saving.state()]).toEqual(['', '', 'saved']);
  });

  it('keep the window from closing unasked', () => {
    const { saving, rest } = open();
    const leave = (): boolean => window.dispatchEvent(new Event('beforeunload', { cancelable: true }));
    expect(leave()).toBe(true);
    saving.keep({ ...A, heard: 'one' });
    expect(leave()).toBe(false);
    rest();
    expect(leave()).toBe(true);
  });
});
