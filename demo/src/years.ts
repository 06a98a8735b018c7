import { archivedLessonSchema, type ArchivedLesson, type MemoryCheck, type MemorySubject } from '@kettle-step/contract';
import { Dice, patternWish, type TrainerAnswer, daysLater } from '@kettle-step/core';
import type { Studio } from '@kettle-step/server';

/** Years of lessons of a whole studio, made up by the throw of seeded dice: for measuring, not for looking at. */

export interface Years {
  readonly students: number;
  readonly years: number;
  /** The last day. */
  readonly until: string;
  readonly seed: number;
}

const DAYS_A_YEAR = 365;
const WEEK = 7;
/** Nobody comes in the holidays: so many weeks a year. */
const HOLIDAYS = 12;
const WEEKS = 52;
const CHECKED_EVERY = 3;
const ANSWERS_A_MONTH = 30;

const FIRST = ['Ada', 'Ben', 'Cleo', 'Dov', 'Edda', 'Finn', 'Greta', 'Hal', 'Imke', 'Jory'] as const;
const LAST = ['Ash', 'Birch', 'Cedar', 'Dogwood', 'Elder', 'Fir'] as const;
const WORDS = [
  'hands apart',
  'slowly, counting aloud',
  'as blocks',
  'from memory',
  'the link first',
  'together',
] as const;
const HEARD = [
  'Left hand late in bar 3.',
  'Steady.',
  'The jump is looked for.',
  'Reads numbers as notes.',
  'Sang along.',
] as const;
const TONICS = ['C', 'G', 'D', 'A', 'E', 'F', 'Bb', 'Eb', 'Ab'] as const;

/** A name of version 4's shape, the same for the same numbers. */
const idOf = (kind: number, student: number, at: number): string =>
  `${String(kind).padStart(8, '0')}-0000-4000-8000-${String(student * 100_000 + at).padStart(12, '0')}`;

const lessonsOf = (dice: Dice, student: number, { years, until }: Years): readonly ArchivedLesson[] => {
  const weekday = student % WEEK;
  const time = `${String(13 + (student % 6)).padStart(2, '0')}:${student % 2 === 0 ? '00' : '30'}`;
  return Array.from({ length: years * WEEKS }, (_, week) => week)
    .filter((week) => week % WEEKS < WEEKS - HOLIDAYS)
    .map((week) =>
      archivedLessonSchema.parse({
        id: idOf(1, student, week),
        startsAt: `${daysLater(until, weekday - years * DAYS_A_YEAR + WEEK * week)}T${time}`,
        minutes: 30,
        state: 'held',
        heard: dice.one(HEARD),
        decisions: dice.whole(0, 4) === 0 ? 'Bar 6 stays with 2.' : '',
        items: Array.from({ length: dice.whole(2, 5) }, (__, item) => ({
          id: String(item + 1),
          bars: `${1 + 4 * item}–${4 + 4 * item}`,
          words: dice.one(WORDS),
          tempo: dice.whole(40, 96),
          state: dice.one(['done', 'again', 'done']),
          remark: dice.one(HEARD),
        })),
      }),
    );
};

const checksOf = (dice: Dice, student: number, lessons: readonly ArchivedLesson[]): readonly MemoryCheck[] =>
  lessons.flatMap(({ startsAt }, at): readonly MemoryCheck[] => {
    if (at % CHECKED_EVERY !== 0) return [];
    const subject: MemorySubject = {
      kind: 'pattern',
      wish: patternWish({ tonic: dice.one(TONICS), kind: dice.one(['major', 'harmonic-minor']) }),
    };
    const outcome = dice.whole(0, 3) === 0 ? 'not-yet' : 'passed';
    return [{ id: idOf(2, student, at), subject, checkedOn: startsAt.slice(0, 10), outcome, dueOn: null }];
  });

const answersOf = (dice: Dice, { years, until }: Years): readonly TrainerAnswer[] =>
  Array.from({ length: years * 12 * ANSWERS_A_MONTH }, (_, at) => ({
    key: `call ${dice.one(['right', 'left'])} ${dice.whole(1, 5)}`,
    answeredAt: `${daysLater(until, -Math.floor(at / 2))}T15:00:${String(at % 60).padStart(2, '0')}.000Z`,
    isRight: dice.whole(0, 4) > 0,
    ms: dice.whole(500, 4000),
  }));

/** Fills a studio. The same seed fills it the same. */
export const loadYears = async ({ students, lessons, memory, trainer }: Studio, years: Years): Promise<void> => {
  const dice = new Dice(years.seed);
  for (let student = 0; student < years.students; student += 1) {
    const id = `student-${student + 1}`;
    const name = `${FIRST[student % FIRST.length]} ${LAST[Math.floor(student / FIRST.length) % LAST.length]}`;
    await students.put({ id, name, remarks: '', since: null, rules: {}, left: null, measures: [] });
    const book = lessonsOf(dice, student, years);
    await lessons.put(id, book);
    await memory.put(id, checksOf(dice, student, book));
    await trainer.add(id, answersOf(dice, years));
  }
};
