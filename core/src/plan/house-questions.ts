import type { Rules } from '../fingering/model/rules';

/** The questions on which piano teachers differ (common practice, no source), each with its answers, the usual one first. */

export interface Answer<Id extends QuestionId = QuestionId> {
  readonly value: Rules[Id];
  readonly words: string;
}

/** What a teacher settles by choosing one of a few answers. */
export type QuestionId = Exclude<keyof Rules, 'moves' | 'fastRepeatsPerSecond' | 'connected'>;

interface Question<Id extends QuestionId> {
  readonly id: Id;
  readonly words: string;
  readonly answers: readonly Answer<Id>[];
  /** ABC in which the answers lead to different fingers. */
  readonly example: string;
  /** What is to be known about the example. */
  readonly note?: string;
}
export type HouseQuestion = { readonly [Id in QuestionId]: Question<Id> }[QuestionId];

/** A tune of one hand; what is not said is 4/4 in C and quarter notes. */
const abc = (music: string, { key = 'C', unit = '1/4', clef = 'treble', tempo = '' } = {}): string =>
  ['X:1', 'T:Example', 'M:4/4', `L:${unit}`, ...(tempo ? [`Q:${tempo}`] : []), `K:${key} clef=${clef}`, music, ''].join(
    '\n',
  );

export const HOUSE_QUESTIONS: readonly HouseQuestion[] = [
  {
    id: 'arpeggioInner',
    words: 'Inner finger of left-hand arpeggios',
    answers: [
      { value: 'by-keys', words: 'count the white keys' },
      { value: 3, words: 'always 3' },
      { value: 4, words: 'always 4' },
    ],
    example: abc('(C,,E,,G,,C, E,G,C2) | (D,,^F,,A,,D, ^F,A,D2) |', { clef: 'bass', unit: '1/8' }),
  },
  {
    id: 'chromatic',
    words: 'Chromatic scale',
    answers: [
      { value: 'thumb-and-3', words: '1-3, with 2 where two white keys meet' },
      { value: 'groups', words: 'groups of neighbouring fingers' },
    ],
    example: abc('(EF^FG ^GA^AB | c4) z4 |', { unit: '1/8' }),
  },
  {
    id: 'scaleEnds',
    words: 'Top of a scale',
    answers: [
      { value: 'five', words: 'end on 5' },
      { value: 'pattern', words: 'keep the pattern' },
    ],
    example: abc("(CDEF GABc | defg abc'2) |", { unit: '1/8' }),
  },
  {
    id: 'crossing',
    words: 'Who may be crossed',
    answers: [
      { value: 'outer-voices', words: 'also 5, by 3 and 4, in octaves and outer voices' },
      { value: 'thumb-only', words: 'only the thumb' },
    ],
    example: abc("([cc'][Bb][Aa][Gg] | [^F^f]2 [Gg]2) |"),
  },
  {
    id: 'pairs',
    words: 'Two notes at a time',
    answers: [
      { value: 'change-at-lifts', words: 'change the pair at lifts' },
      { value: 'slide', words: 'slide the pair' },
    ],
    example: abc('([^F^A]2 [GB]2) | ([^G^c]2 [Ad]2) |'),
  },
  {
    id: 'wideLeaps',
    words: 'A wide leap inside the hand’s span',
    answers: [
      { value: 'stretch', words: 'stretch' },
      { value: 'jump', words: 'jump' },
    ],
    example: abc('E2 c2 | BAGF | E4 |'),
  },
  {
    id: 'repeats',
    words: 'Repeated notes',
    answers: [
      { value: 'by-speed', words: 'one finger when slow, change when fast' },
      { value: 'always-change', words: 'always change' },
      { value: 'never-change', words: 'never change' },
    ],
    example: abc('G2G2G2G2 | GGGG E4 |', { unit: '1/8', tempo: '1/4=184' }),
  },
  {
    id: 'blackThumb',
    words: 'Thumb and 5 on black keys',
    answers: [
      { value: 'avoid', words: 'avoid' },
      { value: 'allow', words: 'allow' },
    ],
    example: abc('_EG_Bc | _e2 _B2 | _EFGF | _E4 |', { key: 'Eb' }),
  },
  {
    id: 'positionChanges',
    words: 'Changes of position',
    answers: [
      { value: 'fewest', words: 'as few as can be' },
      { value: 'smallest', words: 'as small as can be' },
    ],
    example: abc('CDEF | GABc | dcBA | GEC2 |'),
  },
  {
    id: 'printed',
    words: 'Printed numbers',
    answers: [
      { value: 'suggestion', words: 'a suggestion to check' },
      { value: 'keep', words: 'keep, unless it cannot be played' },
    ],
    example: abc('C!3!DEF | G4 |'),
    note: 'In the example 3 is printed on the second note.',
  },
  {
    id: 'ties',
    words: 'The same music again',
    answers: [
      { value: 1, words: 'the same fingering' },
      { value: 0, words: 'the best fingering each time' },
    ],
    example: abc('CDEF | G2 c2 | CDEF | G2 E2 |'),
  },
];
