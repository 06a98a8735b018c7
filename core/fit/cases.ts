import type { Finger } from '../src/hand/hand';
import { setOf, type Allowed } from '../src/fingering/model/finger-set';
import { handbookChords, handbookRuns, chromaticRuns, melodicCases, type HandbookCase } from '../testing/handbook';
import { teachingCases } from '../testing/teaching-cases';

/** A passage to learn from, with the fingers that are right. */
export interface Lesson {
  readonly example: HandbookCase;
  readonly allowed: Allowed;
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

const lesson = (example: HandbookCase, weight: number): Lesson => ({ example, allowed: allowedIn(example), weight });

/** All handbook runs, for counting agreement. */
export const runLessons = (): readonly Lesson[] => handbookRuns().map((example) => lesson(example, 1));
export const chromaticLessons = (): readonly Lesson[] => chromaticRuns().map((example) => lesson(example, 1));
export const chordLessons = (): readonly Lesson[] => handbookChords().map((example) => lesson(example, 4));
export const tuneLessons = (): readonly Lesson[] => melodicCases().map((example) => lesson(example, 6));
export const teachingLessons = (): readonly Lesson[] => teachingCases().map((example) => lesson(example, 6));

/** Runs that are learnt from: two octaves one way; the others are made of the same patterns. */
const isLearnt = ({ example: { id } }: Lesson): boolean =>
  id.includes('-2-') && !id.endsWith('both') && (!id.startsWith('chromatic') || /-[CE]\d/.test(id));

export const allLessons = (): readonly Lesson[] => [
  ...[...runLessons(), ...chromaticLessons()].filter(isLearnt),
  ...chordLessons(),
  ...tuneLessons(),
  ...teachingLessons(),
];

/** Keys of one half of the handbook tables; enharmonic names stand together. */
const FITTED_KEYS = new Set(['C', 'D', 'E', 'Gb', 'F#', 'Ab', 'G#', 'Bb']);

const tonicOf = (id: string): string => /-([A-G][b#]?)-(?:right|left)-/.exec(id)?.[1] ?? '';

/** Two halves: tables by key, tunes and teaching cases by turns; chords and chromatic runs, which have no key, in both. */
export const isFittedHalf = ({ example }: Lesson, index: number): boolean => {
  if (example.group === 'melody') return index % 2 === 0;
  if (example.group === 'chord' || example.id.startsWith('chromatic')) return true;
  return FITTED_KEYS.has(tonicOf(example.id));
};
