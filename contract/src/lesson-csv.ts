import papaparse from 'papaparse';
import { heardInWords } from './heard';
import { setInWords, type Lesson, type Titles } from './lesson';
import { FORMULA } from './plan-csv';

/** Columns of the lesson book as a table; one row for each lesson, in the order of their days. */
export const LESSON_COLUMNS = ['day', 'time', 'minutes', 'student', 'state', 'set', 'heard', 'decided'] as const;

/** The lesson book as a table (RFC 4180). */
export const lessonsCsv = (lessons: readonly Lesson[], titles: Titles): string =>
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
