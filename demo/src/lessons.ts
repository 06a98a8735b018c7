import {
  archivedLessonSchema,
  heardSchema,
  lessonItemSchema,
  type ArchivedLesson,
  type Heard,
  type LessonItem,
} from '@kettle-step/contract';
import { daysLater, mondayOf } from '@kettle-step/core';

/** A term of lessons for the demo studio, laid down round the day it is loaded. */

type Item = Partial<LessonItem> & Pick<LessonItem, 'words'>;

interface Told {
  readonly set: readonly Item[];
  readonly hearings?: readonly Heard[];
  readonly heard?: string;
  readonly decisions?: string;
}

interface Term {
  readonly studentId: string;
  /** Days from Monday. */
  readonly weekday: number;
  readonly time: string;
  readonly minutes: number;
  /** What was set and heard, the earliest first; the lessons after these are planned. */
  readonly told: readonly Told[];
}

/** What a MIDI keyboard told of a piece. */
const played = (
  pieceId: string,
  title: string,
  { halt, ...figures }: Pick<Heard, 'tempo' | 'expected' | 'right' | 'stumbled'> & { readonly halt: number },
): Heard =>
  heardSchema.parse({ id: '1', pieceId, title, ...figures, slips: { wrong: figures.expected - figures.right, halt } });

const kite = { pieceId: 'kite-on-a-string' };
const gate = { pieceId: 'the-postmans-gate' };
const mill = { pieceId: 'millrace' };

const TERMS: readonly Term[] = [
  {
    studentId: 'pip-hallow',
    weekday: 1,
    time: '16:00',
    minutes: 30,
    told: [
      { set: [{ ...kite, bars: '1–4', words: 'right hand alone', tempo: 50, state: 'done', steady: 52 }] },
      {
        set: [
          { ...kite, bars: '1–8', words: 'hands apart', tempo: 56, state: 'done', steady: 56 },
          { words: 'C position, number calls', state: 'done' },
        ],
        heard: 'Reads the numbers as notes; told to say the note first.',
      },
      {
        set: [
          { ...kite, bars: '5–8', words: 'together', tempo: 50, state: 'again', steady: 44, stumbled: '6' },
          { ...kite, bars: '9–16', words: 'right hand', state: 'done' },
        ],
        hearings: [
          played('kite-on-a-string', 'Kite on a String', {
            tempo: 44,
            expected: 58,
            right: 51,
            halt: 4,
            stumbled: [6, 7],
          }),
        ],
        heard: 'Bar 6: left hand comes late.',
      },
      {
        set: [{ ...kite, bars: '5–8', words: 'together, a beat at a time', tempo: 50, state: 'done', steady: 50 }],
        hearings: [
          played('kite-on-a-string', 'Kite on a String', {
            tempo: 50,
            expected: 58,
            right: 56,
            halt: 1,
            stumbled: [6],
          }),
        ],
        decisions: 'Bar 6 stays with 2; 3 was further.',
      },
      {
        set: [
          { ...gate, bars: '1–4', words: 'blocks, then hands apart', state: 'open' },
          { ...kite, words: 'to play for the family', tempo: 60, state: 'open' },
        ],
        hearings: [
          played('kite-on-a-string', 'Kite on a String', { tempo: 58, expected: 58, right: 58, halt: 0, stumbled: [] }),
        ],
        heard: 'Kite is nearly ready.',
      },
    ],
  },
  {
    studentId: 'juno-marsh',
    weekday: 3,
    time: '17:30',
    minutes: 45,
    told: [
      { set: [{ words: 'B flat major, two octaves, hands together', tempo: 60, state: 'done', steady: 63 }] },
      {
        set: [{ ...mill, bars: '1–4', words: 'steps 1 to 3', tempo: 40, state: 'again', steady: 36, stumbled: '3, 4' }],
        heard: 'The jump in bar 3 is looked for.',
      },
      {
        set: [
          { ...mill, bars: '3–4', words: 'the jump in an arch', tempo: 40, state: 'open' },
          { words: 'E flat major, memory', state: 'open' },
        ],
      },
    ],
  },
];

/** Lessons that are planned after the last one that was held. */
const PLANNED = 3;

const idOf = (term: number, at: number): string =>
  `00000000-0000-4000-8000-${String(term * 1000 + at).padStart(12, '0')}`;

/** The lessons of a student: the last one that was held is in the week before today's. */
export const demoLessons = (studentId: string, now: Date): readonly ArchivedLesson[] => {
  const term = TERMS.findIndex((one) => one.studentId === studentId);
  const found = TERMS[term];
  if (!found) return [];
  const { weekday, time, minutes, told } = found;
  const first = daysLater(mondayOf(now.toISOString().slice(0, 10)), weekday - 7 * told.length);
  const held = told.map(({ set, ...said }, at) =>
    archivedLessonSchema.parse({
      id: idOf(term, at),
      startsAt: `${daysLater(first, 7 * at)}T${time}`,
      minutes,
      state: 'held',
      items: set.map((item, index) => lessonItemSchema.parse({ id: String(index + 1), ...item })),
      ...said,
    }),
  );
  const planned = Array.from({ length: PLANNED }, (_, at): ArchivedLesson => {
    const place = told.length + at;
    const startsAt = `${daysLater(first, 7 * place)}T${time}`;
    return archivedLessonSchema.parse({ id: idOf(term, place), startsAt, minutes });
  });
  return [...held, ...planned];
};
