import { type MemoryCheck, type MemorySubject } from '@kettle-step/contract';
import { patternWish, daysLater } from '@kettle-step/core';

/** Memory checks of the demo students, counted in days before the day the demo is loaded. */

interface Tried {
  readonly subject: MemorySubject;
  /** Days ago, with what came of it. */
  readonly tries: readonly (readonly [number, MemoryCheck['outcome']])[];
}

const major = (tonic: string): MemorySubject => ({ kind: 'pattern', wish: patternWish({ tonic, kind: 'major' }) });

const TRIED: Readonly<Record<string, readonly Tried[]>> = {
  'pip-hallow': [
    { subject: { kind: 'words', words: 'C position, both hands' }, tries: [[36, 'not-yet'], [29, 'passed'], [15, 'passed']] },
    { subject: { kind: 'words', words: 'G position, both hands' }, tries: [[8, 'not-yet']] },
    { subject: { kind: 'words', words: 'Kite on a String' }, tries: [[8, 'passed']] },
  ],
  'juno-marsh': [
    { subject: major('C'), tries: [[160, 'passed'], [130, 'passed'], [20, 'passed']] },
    { subject: major('G'), tries: [[150, 'passed'], [120, 'passed'], [20, 'passed']] },
    { subject: major('D'), tries: [[110, 'passed'], [96, 'passed'], [13, 'not-yet']] },
    { subject: major('Bb'), tries: [[41, 'not-yet'], [34, 'passed'], [13, 'passed']] },
    { subject: major('Eb'), tries: [[6, 'not-yet']] },
  ],
}; // prettier-ignore

const idOf = (student: number, subject: number, at: number): string =>
  `00000000-0000-4000-9000-${String(student * 10_000 + subject * 100 + at).padStart(12, '0')}`;

/** What a demo student played from memory in the last months. */
export const demoChecks = (studentId: string, now: Date): readonly MemoryCheck[] => {
  const student = Object.keys(TRIED).indexOf(studentId);
  return (TRIED[studentId] ?? []).flatMap(({ subject, tries }, which) =>
    tries.map(([ago, outcome], at) => ({
      id: idOf(student, which, at),
      subject,
      checkedOn: daysLater(now.toISOString().slice(0, 10), -ago),
      outcome,
      dueOn: null,
    })),
  );
};
