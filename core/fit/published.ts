import { publishedPlan } from '../src/published/published';
import type { Lesson } from './cases';
import type { Agreement } from './train';

/** How far the 1997 rules as published agree with the same cases. */
export const publishedAgreement = (lessons: readonly Lesson[]): Agreement => {
  let [whole, notes, right] = [0, 0, 0];
  for (const { example } of lessons) {
    const { fingers } = publishedPlan(example.score, example.side);
    const judged = example.score.notes.flatMap((note, index) => {
      const accepted = example.accepted[index];
      return accepted ? [accepted.includes(fingers.get(note.id) ?? 0)] : [];
    });
    const good = judged.filter(Boolean).length;
    notes += judged.length;
    right += good;
    if (good === judged.length) whole += 1;
  }
  return { cases: lessons.length, whole, notes, right, wrong: [] };
};
