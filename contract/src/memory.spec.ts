import { dueSubjects, memoryMonths, patternWish, standingSubjects, subjectInWords } from '@kettle-step/core';
import { dueQuerySchema, type MemoryCheck, type MemorySubject } from './memory';

const scale: MemorySubject = { kind: 'pattern', wish: patternWish({ tonic: 'Bb', kind: 'major', octaves: 2 }) };
const position: MemorySubject = { kind: 'words', words: 'C position' };

let count = 0;
const check = (subject: MemorySubject, checkedOn: string, outcome: MemoryCheck['outcome']): MemoryCheck => ({
  id: `00000000-0000-4000-8000-${String((count += 1)).padStart(12, '0')}`,
  subject,
  checkedOn,
  outcome,
  dueOn: null,
});

const CHECKS = [
  check(scale, '2026-01-10', 'passed'),
  check(position, '2026-01-10', 'not-yet'),
  check(scale, '2026-02-14', 'not-yet'),
  check(position, '2026-01-17', 'passed'),
];

describe('what is asked of a day', () => {
  it('is a day of the calendar (RFC 3339, full-date), for all students or for some', () => {
    expect(dueQuerySchema.parse({ on: '2028-02-29' })).toEqual({ on: '2028-02-29' });
    expect(dueQuerySchema.parse({ on: '2026-01-10', students: 'pip-hallow,juno-marsh' }).students).toEqual([
      'pip-hallow',
      'juno-marsh',
    ]);
    for (const on of ['2026-02-29', '10 January', '2026-1-10', '', undefined, ['2026-01-10']])
      expect(dueQuerySchema.safeParse({ on }).success).toBe(false);
  });
});

describe('what a student plays from memory', () => {
  it('is named as a teacher names it', () => {
    expect(subjectInWords(scale)).toBe('B flat major scale, 2 octaves');
    expect(subjectInWords(position)).toBe('C position');
  });

  it('stands by its own checks, what is due first first', () => {
    const standing = standingSubjects(CHECKS);
    expect(standing.map(({ subject, standing: { state } }) => [subjectInWords(subject), state])).toEqual([
      ['C position', 'passed'],
      [subjectInWords(scale), 'lapsed'],
    ]);
    expect(dueSubjects(CHECKS, '2026-01-18')).toEqual([]);
    expect(dueSubjects(CHECKS, '2027-01-01')).toHaveLength(2);
  });

  it('is counted month by month', () => {
    expect(memoryMonths(CHECKS)).toEqual([
      { month: '2026-01', passed: 2, notYet: 1, lapsed: 0 },
      { month: '2026-02', passed: 0, notYet: 0, lapsed: 1 },
    ]);
    expect(memoryMonths([])).toEqual([]);
  });
});
