import { barWindows, windowAlternatives, fingersOfWindow } from '../src/fingering/alternatives/alternatives';
import { hasFinger } from '../src/fingering/model/finger-set';
import type { Weights } from '../src/fingering/prices/prices';
import type { Finger } from '../src/hand/hand';
import type { Lesson } from './lessons';
import { engineAt, fingersById, nearestRight, solve, strayNotes } from './solving';

/** How far agreement goes: whole passages, judged notes, and bars whose right fingering comes first or among the first three. */
export interface Agreement {
  readonly cases: number;
  readonly whole: number;
  readonly notes: number;
  readonly right: number;
  readonly bars: number;
  readonly first: number;
  readonly three: number;
  readonly wrong: readonly string[];
}

export const NOTHING: Agreement = { cases: 0, whole: 0, notes: 0, right: 0, bars: 0, first: 0, three: 0, wrong: [] };

export const sum = (a: Agreement, b: Agreement): Agreement => ({
  cases: a.cases + b.cases,
  whole: a.whole + b.whole,
  notes: a.notes + b.notes,
  right: a.right + b.right,
  bars: a.bars + b.bars,
  first: a.first + b.first,
  three: a.three + b.three,
  wrong: [...a.wrong, ...b.wrong],
});

const written = (lesson: Lesson, fingers: ReadonlyMap<string, Finger>): string =>
  lesson.score.notes.map(({ id }) => fingers.get(id) ?? '-').join(' ');

const writtenRight = (lesson: Lesson, fingers: ReadonlyMap<string, Finger>): string => {
  const right = nearestRight(lesson, fingers);
  return lesson.score.notes
    .map(({ id }) => {
      const set = right.get(id);
      return set === undefined ? '-' : [1, 2, 3, 4, 5].filter((finger) => hasFinger(set, finger as Finger)).join('/');
    })
    .join(' ');
};

/** Whether the fingers of some notes agree with some right fingering. */
const isRightAt = ({ rights }: Lesson, fingers: ReadonlyMap<string, Finger>): boolean =>
  rights.some((right) =>
    [...fingers].every(([id, finger]) => {
      const set = right.get(id);
      return set === undefined || hasFinger(set, finger);
    }),
  );

/** How one lesson comes out, by whole and by notes. */
export const outcomeOf = (lesson: Lesson, fingers: ReadonlyMap<string, Finger>): Agreement => {
  const right = nearestRight(lesson, fingers);
  const stray = strayNotes(right, fingers);
  return {
    ...NOTHING,
    cases: 1,
    whole: stray === 0 ? 1 : 0,
    notes: right.size,
    right: right.size - stray,
    wrong:
      stray === 0 ? [] : [`${lesson.id}: ours ${written(lesson, fingers)}, wanted ${writtenRight(lesson, fingers)}`],
  };
};

export const agreement = (lessons: readonly Lesson[], weights: Weights): Agreement => {
  const engine = engineAt(weights);
  return lessons
    .map((lesson) => outcomeOf(lesson, fingersById(solve(engine[lesson.side], lesson, lesson.given))))
    .reduce(sum, NOTHING);
};

/** A bar as the engine offers it: by how much its second choice is dearer, and whether its first is right. */
export interface BarChoice {
  readonly margin: number;
  readonly isRight: boolean;
}

/** The same with bars: the first choice of each, and the next two. */
export const agreementByBars = (
  lessons: readonly Lesson[],
  weights: Weights,
): { readonly agreement: Agreement; readonly choices: readonly BarChoice[] } => {
  const engine = engineAt(weights);
  const choices: BarChoice[] = [];
  const found = lessons.map((lesson) => {
    const solved = solve(engine[lesson.side], lesson, lesson.given, 'windows');
    let [bars, first, three] = [0, 0, 0];
    for (const [from, to] of barWindows(solved.slices)) {
      const chosen = fingersOfWindow(solved.lattice, solved.slices, {
        from,
        postures: solved.postures.slice(from, to + 1),
      });
      const others = windowAlternatives(solved, [from, to], { count: 2, different: false });
      const isRight = isRightAt(lesson, chosen);
      bars += 1;
      if (isRight) first += 1;
      if (isRight || others.some(({ fingers }) => isRightAt(lesson, fingers))) three += 1;
      const [different] = windowAlternatives(solved, [from, to], { count: 1, different: true });
      choices.push({ margin: different?.effortMore ?? Infinity, isRight });
    }
    return { ...outcomeOf(lesson, fingersById(solved)), bars, first, three };
  });
  return { agreement: found.reduce(sum, NOTHING), choices };
};
