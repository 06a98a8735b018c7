import papaparse from 'papaparse';
import { FORMULA } from '../plan/plan-csv';
import { heardInWords, type HeardFigures } from './heard';
import { setInWords, type SetItem, type Titles } from './lists';

/** What of a lesson goes into a table. */
export interface LessonRow {
  readonly startsAt: string;
  readonly minutes: number;
  readonly student: string;
  readonly state: string;
  readonly items: readonly SetItem[];
  readonly heard: string;
  readonly hearings: readonly HeardFigures[];
  readonly decisions: string;
}

/** Columns of the lesson book as a table; one row for each lesson, in the order of their days. */
export const LESSON_COLUMNS = ['day', 'time', 'minutes', 'student', 'state', 'set', 'heard', 'decided'] as const;

/** The lesson book as a table (RFC 4180). */
export const lessonsCsv = (lessons: readonly LessonRow[], titles: Titles): string =>
  papaparse.unparse(
    {
      fields: [...LESSON_COLUMNS],
      data: lessons.map((lesson) => {
        const [day, time] = lesson.startsAt.split('T');
        const set = setInWords(lesson, titles).join('\n');
        const heard = [lesson.heard, ...lesson.hearings.map((one) => `${one.title}: ${heardInWords(one)}`)];
        return [
          day,
          time,
          lesson.minutes,
          lesson.student,
          lesson.state,
          set,
          heard.filter(Boolean).join('\n'),
          lesson.decisions,
        ];
      }),
    },
    { escapeFormulae: FORMULA },
  );
