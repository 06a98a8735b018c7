import { publishedPlan } from '../src/published/published';
import { NOTHING, outcomeOf, sum, type Agreement } from './agreement';
import type { Lesson } from './lessons';

/** How far the 1997 rules as published agree with the same cases. */
export const publishedAgreement = (lessons: readonly Lesson[]): Agreement =>
  lessons.map((lesson) => outcomeOf(lesson, publishedPlan(lesson.score, lesson.side).fingers)).reduce(sum, NOTHING);
