import { TestBed } from '@angular/core/testing';
import type { MemoryCheck, MemorySubject, NewMemoryCheck, Student } from '@kettle-step/contract';
import { of } from 'rxjs';
import { StudentsService } from '../services/students.service';
import { LessonMemoryStore } from './memory.store';

const words = (text: string): MemorySubject => ({ kind: 'words', words: text });
const check = (
  id: string,
  subject: MemorySubject,
  checkedOn: string,
  outcome: MemoryCheck['outcome'],
): MemoryCheck => ({
  id,
  subject,
  checkedOn,
  outcome,
  dueOn: null,
});

const setUp = (begin: readonly MemoryCheck[]) => {
  let checks = begin;
  let count = 0;
  const service = {
    get: () => of({ checks } as unknown as Student),
    addCheck: (_id: string, one: NewMemoryCheck) => {
      count += 1;
      checks = [...checks, { id: `new ${count}`, dueOn: null, ...one } as MemoryCheck];
      return of(undefined);
    },
    setDue: (_id: string, id: string, dueOn: string | null) => {
      checks = checks.map((one) => (one.id === id ? { ...one, dueOn } : one));
      return of(undefined);
    },
    removeCheck: (_id: string, id: string) => {
      checks = checks.filter((one) => one.id !== id);
      return of(undefined);
    },
  };
  TestBed.configureTestingModule({ providers: [LessonMemoryStore, { provide: StudentsService, useValue: service }] });
  const store = TestBed.inject(LessonMemoryStore);
  store.open({ studentId: 'pip', day: '2026-03-11' });
  const asked = (): readonly string[] =>
    store.asked().map(({ subject, standing }) => `${subject.kind === 'words' ? subject.words : ''} ${standing.state}`);
  return { store, asked, checks: () => checks };
};

describe('memory checks at a lesson', () => {
  const BEFORE = [
    check('a', words('C position'), '2026-03-04', 'passed'),
    check('b', words('Kite'), '2026-03-10', 'passed'),
  ];

  it('asks for what is due by the day of the lesson, and for nothing else', () => {
    const { store, asked } = setUp(BEFORE);
    expect(asked()).toEqual(['C position passed']);
    expect(store.later()).toHaveLength(1);
    store.open({ studentId: 'pip', day: '2026-04-11' });
    expect(asked()).toHaveLength(2);
  });

  it('passes by one press; a second takes it back, the other changes it', () => {
    const { store, asked, checks } = setUp(BEFORE);
    store.check(words('C position'), 'passed');
    // What was asked for at the lesson stays in sight.
    expect(asked()).toEqual(['C position passed']);
    expect(checks()).toHaveLength(3);
    store.check(words('C position'), 'not-yet');
    expect(asked()).toEqual(['C position lapsed']);
    expect(checks()).toHaveLength(3);
    store.check(words('C position'), 'not-yet');
    expect(checks()).toHaveLength(2);
  });

  it('takes what was never asked for before, and another day for what is next', () => {
    const { store, asked, checks } = setUp(BEFORE);
    store.check(words('G position'), 'not-yet');
    expect(asked()).toContain('G position not-yet');
    const [one] = store.asked().filter(({ subject }) => subject.kind === 'words' && subject.words === 'G position');
    store.setDue(one!.checks, '2026-03-25');
    expect(checks().at(-1)).toMatchObject({ dueOn: '2026-03-25' });
    store.setDue(one!.checks, '');
    expect(checks().at(-1)).toMatchObject({ dueOn: null });
  });
});
