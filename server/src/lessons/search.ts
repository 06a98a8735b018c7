import type { SaveLesson } from '@kettle-step/contract';
import { isFoundIn, searchText, searchWords } from '@kettle-step/core';
import { eq, inArray, isNull, like, or, sql, type SQL } from 'drizzle-orm';
import { inBatches } from '../database/batches';
import type { Database } from '../database/open';
import { lessons, students } from '../database/schema';

/** Searching the lesson book: in what the teacher wrote, and by the student's name. */

type Written = Partial<Pick<SaveLesson, 'items' | 'heard' | 'promised' | 'decisions'>>;

/** What is searched of a lesson; it is kept beside it by each save. */
export const lessonSearchText = ({ items = [], heard = '', promised = '', decisions = '' }: Written): string =>
  searchText([
    ...items.flatMap(({ words, bars, stumbled, remark }) => [words ?? '', bars ?? '', stumbled ?? '', remark ?? '']),
    heard,
    promised,
    decisions,
  ]);

/** Folds lessons that were kept before search was, or came with an older backup. */
const foldTheRest = async (db: Database): Promise<void> => {
  const rows = await db
    .select({ id: lessons.id, content: lessons.content })
    .from(lessons)
    .where(isNull(lessons.searchText));
  await inBatches(rows, (batch) =>
    db.transaction(async (tx) => {
      for (const { id, content } of batch)
        await tx
          .update(lessons)
          .set({ searchText: lessonSearchText(content as Written) })
          .where(eq(lessons.id, id));
    }),
  );
};

/** The condition that each word begins a word of the lesson, or of its student's name; undefined where no words are given. */
export const containing = async (db: Database, text: string): Promise<SQL | undefined> => {
  const words = searchWords(text);
  if (words.length === 0) return undefined;
  await foldTheRest(db);
  const names = (await db.select({ id: students.id, name: students.name }).from(students)).map(({ id, name }) => ({
    id,
    name: searchText([name]),
  }));
  const conditions = words.map((word) => {
    const named = names.filter(({ name }) => isFoundIn(name, [word])).map(({ id }) => id);
    return or(like(lessons.searchText, `% ${word}%`), inArray(lessons.studentId, named))!;
  });
  return sql.join(conditions, sql` AND `);
};
