import { setOf, type Allowed } from '../src/fingering/model/finger-set';
import type { Finger, Side } from '../src/hand/hand';
import { explainPatternError, makePattern, patternWish } from '../src/patterns';
import { ContractError } from '../src/result';
import type { Score } from '../src/score/score';
import { fragments, type Fragment } from '../testing/corpus/fragments';
import { chromaticRuns, handbookChords, handbookRuns, melodicCases, type HandbookCase } from '../testing/handbook';
import { manualCases } from '../testing/manual';
import { teachingCases } from '../testing/teaching-cases';

/** A passage to learn from, with the fingerings that are right. */
export interface Lesson {
  readonly id: string;
  readonly category: string;
  /** Of teaching music: 1 the first months, 5 late intermediate. */
  readonly level: number;
  readonly side: Side;
  readonly score: Score;
  /** Fingers that stand printed. */
  readonly given: Allowed;
  /** Each right fingering as the fingers that its notes may have; notes that are not judged are not named. */
  readonly rights: readonly Allowed[];
  /** How much one such passage counts: tunes are few and matter most. */
  readonly weight: number;
}

const allowedIn = ({ score, accepted }: HandbookCase): Allowed =>
  new Map(
    score.notes.flatMap((note, index) => {
      const fingers = accepted[index];
      return fingers ? [[note.id, setOf(...(fingers as readonly Finger[]))] as const] : [];
    }),
  );

const lessonOf = (example: HandbookCase, category: string, weight: number): Lesson => ({
  id: example.id,
  category,
  level: 0,
  side: example.side,
  score: example.score,
  given: new Map(),
  rights: [allowedIn(example)],
  weight,
});

const fragmentLesson = ({ id, category, level, side, score, accepted, given }: Fragment): Lesson => ({
  id,
  category,
  level,
  side,
  score,
  given: new Map([...given].map(([note, finger]) => [note, setOf(finger)])),
  rights: accepted.map((fingers) => new Map(score.notes.map((note, index) => [note.id, setOf(fingers[index]!)]))),
  weight: 6,
});

/** All handbook runs, for counting agreement. */
export const runLessons = (): readonly Lesson[] => handbookRuns().map((example) => lessonOf(example, 'runs', 4));
export const chromaticLessons = (): readonly Lesson[] =>
  chromaticRuns().map((example) => lessonOf(example, 'chromatic runs', 1));
export const chordLessons = (): readonly Lesson[] => handbookChords().map((example) => lessonOf(example, 'chords', 4));
/** The scale manual's runs, which are not learnt from: what an engine gives that never saw them. */
export const manualLessons = (): readonly Lesson[] =>
  manualCases([1, 2]).map(({ family, wish, accepted }) => {
    const made = makePattern(patternWish(wish));
    if (made.kind === 'error') throw new ContractError(explainPatternError(made.error));
    const [side] = wish.sides;
    const id = `${wish.tonic} ${side} ${wish.octaves} ${wish.direction}`;
    const example = { id, group: 'scale', side: side!, score: made.value.score, accepted } as const;
    return lessonOf(example, family, 1);
  });
export const tuneLessons = (): readonly Lesson[] => melodicCases().map((example) => lessonOf(example, 'tunes', 4));
export const teachingLessons = (): readonly Lesson[] =>
  teachingCases().map((example) => lessonOf(example, 'teaching cases', 4));
/** Fragments of teaching music: the measure of how the engine does on music that nobody made up for it. */
export const fragmentLessons = (): readonly Lesson[] => fragments().map(fragmentLesson);

/** Runs that are learnt from: two octaves one way; the others are made of the same patterns. */
const isLearnt = ({ id }: Lesson): boolean =>
  id.includes('-2-') && !id.endsWith('both') && (!id.startsWith('chromatic') || /-[CE]\d/.test(id));

/** Everything that is learnt from besides the fragments. */
export const tableLessons = (): readonly Lesson[] => [
  ...[...runLessons(), ...chromaticLessons()].filter(isLearnt),
  ...chordLessons(),
  ...tuneLessons(),
  ...teachingLessons(),
];
