import { midiOf, STEPS, type Pitch, type Step } from '../../../keyboard/pitch';
import { ACCIDENTALS, letterText } from '../signs';

/** A note, a chord or a rest as it is typed, taken apart so that one thing about it can be changed. */
export interface TypedEvent {
  /** What stands before it besides fingers: `(`, `!p!`, `(3`. */
  readonly before: string;
  readonly notes: readonly TypedNote[];
  /** `z` or `x` where it is a rest. */
  readonly rest: string;
  readonly length: string;
  readonly tie: boolean;
}

export interface TypedNote {
  readonly fingers: readonly string[];
  /** The accidental as typed; null where none is. */
  readonly alter: number | null;
  readonly step: Step;
  readonly octave: number;
}

const ALTERS: Readonly<Record<string, number>> = Object.fromEntries(
  Object.entries(ACCIDENTALS).map(([alter, sign]) => [sign, Number(alter)]),
);

const HEAD = /((?:![1-5]!)*)([_^=]*)([A-Ga-g])([,']*)/g;

const noteOf = (fingers: string, accidental: string, letter: string, octaves: string): TypedNote => ({
  fingers: fingers.match(/[1-5]/g) ?? [],
  alter: ALTERS[accidental] ?? null,
  step: letter.toUpperCase() as Step,
  octave:
    (letter === letter.toUpperCase() ? 4 : 5) + [...octaves].reduce((sum, sign) => sum + (sign === "'" ? 1 : -1), 0),
});

/** The notes in a stretch of text, each with what is written at it. */
export const headsIn = (text: string): TypedNote[] =>
  [...text.matchAll(HEAD)].map(([, own = '', accidental = '', letter = 'C', octaves = '']) =>
    noteOf(own, accidental, letter, octaves),
  );

const FINGERS_AT_END = /(?:![1-5]!)+$/;

/**
 * Takes an event apart: the signs before it, and its note, chord or rest. Fingers before a chord belong to its notes from
 * the lowest up, as the reader has it.
 */
export const readEvent = (before: string, text: string, tie: boolean): TypedEvent => {
  const [fingers = ''] = FINGERS_AT_END.exec(before) ?? [];
  const signs = before.slice(0, before.length - fingers.length);
  if (/^[zx]/i.test(text)) return { before, notes: [], rest: text[0]!, length: text.slice(1), tie: false };
  const chord = /^\[(.*)\](.*)$/.exec(text);
  const inside = chord?.[1] ?? text;
  const heads = headsIn(inside);
  const given = fingers.match(/[1-5]/g) ?? [];
  const notes = heads.map((note, index): TypedNote => {
    const more = heads.length === 1 ? given : given.slice(index, index + 1);
    return { ...note, fingers: [...more, ...note.fingers] };
  });
  const length = chord ? chord[2]! : /[\d/]*$/.exec(text)![0];
  return { before: signs, notes, rest: '', length, tie };
};

const pitchText = ({ alter, step, octave }: TypedNote): string =>
  (alter === null ? '' : (ACCIDENTALS[alter] ?? '')) + letterText({ step, alter: 0, octave });

const fingersText = ({ fingers }: TypedNote): string => fingers.map((finger) => `!${finger}!`).join('');

/** An event as text again. */
export const eventText = ({ before, notes, rest, length, tie }: TypedEvent): string => {
  const heads = notes.map((note) => fingersText(note) + pitchText(note));
  const sound = rest || (heads.length > 1 ? `[${heads.join('')}]` : heads.join(''));
  return before + sound + length + (tie ? '-' : '');
};

/** The pitch that is meant, where `holds` says how a letter without an accidental is altered. */
export const pitchOf = ({ step, octave, alter }: TypedNote, holds: (step: Step) => number): Pitch => ({
  step,
  octave,
  alter: alter ?? holds(step),
});

/** Low to high, as chords are written. */
export const lowFirst = (a: TypedNote, b: TypedNote): number =>
  midiOf({ ...a, alter: a.alter ?? 0 }) - midiOf({ ...b, alter: b.alter ?? 0 }) ||
  STEPS.indexOf(a.step) - STEPS.indexOf(b.step);
