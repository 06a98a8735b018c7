import { letterPlace, midiOf, respelled, STEPS, type Pitch, type Step } from '../../../keyboard/pitch';
import { spell } from '../../midi/spelling';
import { valueTicks, writeLength, type NoteType } from '../../notation/values';
import { ABC_TICKS, lengthText } from '../signs';
import { contextAt, holdsAt, SOUNDING, type Context, type Placed } from './context';
import { eventText, lowFirst, pitchOf, readEvent, type TypedEvent, type TypedNote } from './event';
import { tokensOf } from './lexer';

/** Typing note by note: each key press is an edit of the ABC text at the caret, so text and steps are one thing. */
export interface Edit {
  readonly from: number;
  readonly to: number;
  readonly insert: string;
  /** Where the caret stands afterwards. */
  readonly caret: number;
}

/** Text and caret as they stand. */
export interface Typing {
  readonly text: string;
  readonly caret: number;
}

/** The length that the next note gets. */
export interface StepValue {
  readonly type: NoteType;
  readonly dots: number;
  readonly triplet: boolean;
}

export const applyEdit = ({ text }: Typing, { from, to, insert, caret }: Edit): Typing => ({
  text: text.slice(0, from) + insert + text.slice(to),
  caret,
});

/** Bars that the automatic barlines put on a line. */
const BARS_TO_A_LINE = 4;

const BARLINE = /^[ \t]*(:*\|+:*\]?|\[\|)/;

interface Stroke {
  readonly notes: readonly TypedNote[];
  readonly rest: string;
}

interface Piece {
  readonly ticks: number;
  readonly opensBar: boolean;
}

/** The tied pieces in which a stroke is written: barlines divide it, and lengths that no single value has. */
const piecesOf = (ticks: number, { filledTicks, barTicks, beatTicks }: Context): Piece[] => {
  const pieces: Piece[] = [];
  let [left, at] = [ticks, filledTicks];
  while (left > 0) {
    const here = Math.min(left, barTicks - at);
    const written = writeLength(at, here, beatTicks, ABC_TICKS, null);
    pieces.push(...written.map((one, index) => ({ ticks: one.ticks, opensBar: pieces.length > 0 && index === 0 })));
    [left, at] = [left - here, 0];
  }
  return pieces;
};

/** Whether a note joins the one before it under a beam: both short, and no beat between. */
const joinsBefore = ({ sinceBar, filledTicks, beatTicks }: Context, ticks: number): boolean => {
  const last = sinceBar[sinceBar.length - 1];
  return ticks < ABC_TICKS && filledTicks % Math.max(beatTicks, ABC_TICKS) !== 0 && last?.kind !== 'space';
};

/** What parts a note from the text before it: a line of its own after a field, a new line after four bars, else a space. */
const gapBefore = (text: string, caret: number, context: Context, joins: boolean): string => {
  const line = text.slice(text.lastIndexOf('\n', caret - 1) + 1, caret);
  const tokens = tokensOf(line);
  const last = tokens.findLast(({ kind }) => kind !== 'space');
  if (last && (last.kind === 'directive' || (last.kind === 'field' && !line.startsWith('[')))) return '\n';
  if (line.trim() === '') return '';
  if (last?.kind === 'bar' && context.barsOnLine >= BARS_TO_A_LINE) return '\n';
  return joins || /\s$/.test(line) ? '' : ' ';
};

/** Where music goes on when the caret stands before the barline of a full bar. */
const pastBarline = ({ text, caret }: Typing, context: Context): number => {
  const [found] = BARLINE.exec(text.slice(caret)) ?? [];
  return found && context.filledTicks >= context.barTicks ? caret + found.length : caret;
};

/** Where the next stroke goes. */
interface Onward {
  readonly at: number;
  /** The bar is full: the barline that it wants comes with the next note. */
  readonly isFull: boolean;
  /** What holds for the stroke, in a new bar where the one before is full. */
  readonly context: Context;
}

const onward = (typing: Typing): Onward => {
  const at = pastBarline(typing, contextAt(typing.text, typing.caret));
  const context = contextAt(typing.text, at);
  const isFull = context.filledTicks >= context.barTicks && context.sinceBar.length > 0;
  return { at, isFull, context: isFull ? { ...context, sinceBar: [], filledTicks: 0, tuplet: undefined } : context };
};

const enter = (typing: Typing, { at, isFull, context }: Onward, { notes, rest }: Stroke, value: StepValue): Edit => {
  const { unitTicks, barTicks } = context;
  const opensTuplet = value.triplet && !context.tuplet;
  const plain = valueTicks({ ...value, ratio: null }, ABC_TICKS);
  const ticks = plain * (context.tuplet?.ratio ?? (opensTuplet ? 2 / 3 : 1));
  const squeezed = context.tuplet !== undefined || opensTuplet;
  const pieces = squeezed ? [{ ticks: plain, opensBar: false }] : piecesOf(plain, context);
  const barFollows = BARLINE.test(typing.text.slice(at));
  let insert = isFull ? ' | ' : gapBefore(typing.text, at, context, joinsBefore(context, ticks));
  let filled = context.filledTicks;
  pieces.forEach((piece, index) => {
    if (index > 0) insert += piece.opensBar ? ' | ' : ' ';
    const event: TypedEvent = {
      before: index === 0 && opensTuplet ? '(3' : '',
      notes: index === 0 ? notes : notes.map((note) => ({ ...note, alter: null })),
      rest,
      length: lengthText(piece.ticks, unitTicks),
      tie: notes.length > 0 && index < pieces.length - 1,
    };
    insert += eventText(event);
    filled = (piece.opensBar ? 0 : filled) + (squeezed ? ticks : piece.ticks);
  });
  if (Math.abs(filled - barTicks) < 1 && !barFollows) insert += ' |';
  return { from: at, to: at, insert, caret: at + insert.length };
};

/** Writes a pitch as the bar wants it: a sign where the letter alone would mean another key to anyone. */
const signed = (context: Context, { step, alter, octave }: Pitch, always: boolean): TypedNote => {
  const holds = holdsAt(context);
  const isClear = holds(step) === alter && holds(step, octave) === alter;
  return { fingers: [], step, octave, alter: isClear && !always ? null : alter };
};

const spelledIn = (context: Context, keys: readonly number[]): TypedNote[] => {
  const inKey = keys.map((midi) => spell(midi, context.key));
  const isTwice = (all: readonly Pitch[], { step }: Pitch): boolean =>
    all.filter((one) => one.step === step).length > 1;
  // F and F sharp at once could not be told apart under a tie: one of them takes the other letter, where it is free.
  const pitches = inKey.map((pitch) => {
    const other = respelled(pitch);
    return pitch.alter !== 0 && isTwice(inKey, pitch) && inKey.every(({ step }) => step !== other.step) ? other : pitch;
  });
  return pitches.map((pitch) => signed(context, pitch, isTwice(pitches, pitch)));
};

/** Writes keys that were struck together, as MIDI numbers. */
export const enterKeys = (typing: Typing, keys: readonly number[], value: StepValue): Edit => {
  const on = onward(typing);
  const low = [...new Set(keys)].sort((a, b) => a - b);
  return enter(typing, on, { notes: spelledIn(on.context, low), rest: '' }, value);
};

export const enterRest = (typing: Typing, value: StepValue): Edit =>
  enter(typing, onward(typing), { notes: [], rest: 'z' }, value);

/** A stroke that stands in the text, in the pieces it is tied from. */
interface LastPiece {
  readonly from: number;
  readonly to: number;
  readonly event: TypedEvent;
}

const BEFORE = new Set(['decoration', 'tuplet', 'text', 'grace', 'slur']);

const pieceAt = (music: readonly Placed[], index: number): LastPiece => {
  const token = music[index]!;
  const tie = music[index + 1]?.kind === 'tie' ? music[index + 1] : undefined;
  let first = index;
  while (first > 0 && BEFORE.has(music[first - 1]!.kind) && music[first - 1]!.text !== ')') first -= 1;
  const before = music.slice(first, index).map(({ text }) => text);
  const end = token.at + token.text.length + (tie ? 1 : 0);
  return {
    from: music[first]!.at,
    to: end,
    event: readEvent(before.join(''), token.text, tie !== undefined),
  };
};

/** The last stroke before the caret with all its tied pieces, the first one first. */
const lastPieces = ({ music }: Pick<Context, 'music'>): readonly LastPiece[] => {
  const pieces: LastPiece[] = [];
  for (let index = music.length - 1; index >= 0; index -= 1) {
    if (!SOUNDING.has(music[index]!.kind)) continue;
    const piece = pieceAt(music, index);
    if (pieces.length > 0 && !piece.event.tie) break;
    pieces.unshift(piece);
  }
  return pieces;
};

/** Changes the last stroke, all pieces of it; undefined where there is none. */
const rewrite = (
  { text, caret }: Typing,
  change: (event: TypedEvent, piece: number, pieces: readonly LastPiece[]) => TypedEvent,
): Edit | undefined => {
  const pieces = lastPieces(contextAt(text, caret));
  const [first, last] = [pieces[0], pieces[pieces.length - 1]];
  if (!first || !last) return undefined;
  const insert = pieces
    .map(({ to, event }, index) => {
      const next = pieces[index + 1];
      return eventText(change(event, index, pieces)) + (next ? text.slice(to, next.from) : '');
    })
    .join('');
  return { from: first.from, to: last.to, insert, caret: caret + insert.length - (last.to - first.from) };
};

/** Puts a finger on the last note; in a chord on its lowest note that has none yet. */
export const setFingerOfLast = (typing: Typing, finger: number): Edit | undefined =>
  rewrite(typing, (event, piece) => {
    if (piece > 0) return event;
    const free = event.notes.findIndex(({ fingers }) => fingers.length === 0);
    const [at, start] = [Math.max(0, free), free < 0];
    return {
      ...event,
      notes: event.notes.map((note, index) => ({
        ...note,
        fingers: index === at ? [String(finger)] : start ? [] : note.fingers,
      })),
    };
  });

export const tieLast = (typing: Typing): Edit | undefined =>
  rewrite(typing, (event, piece, pieces) =>
    piece < pieces.length - 1 || event.notes.length === 0 ? event : { ...event, tie: !event.tie },
  );

/** Moves what was typed last by octaves. */
export const moveLastByOctave = (typing: Typing, by: 1 | -1): Edit | undefined =>
  rewrite(typing, (event) => ({
    ...event,
    notes: event.notes.map((note) => ({ ...note, octave: Math.max(0, Math.min(8, note.octave + by)) })),
  }));

/** Adds a note to what was struck last. */
const addToLast = (typing: Typing, noteFor: (context: Context, event: TypedEvent) => TypedNote): Edit | undefined =>
  rewrite(typing, (event, piece, pieces) => {
    if (event.notes.length === 0) return event;
    const note = noteFor(contextAt(typing.text, pieces[0]!.from), event);
    if (event.notes.some(({ step, octave }) => step === note.step && octave === note.octave)) return event;
    const added = piece === 0 ? note : { ...note, alter: null };
    return { ...event, notes: [...event.notes, added].sort(lowFirst) };
  });

export const addKeyToLast = (typing: Typing, midi: number): Edit | undefined =>
  addToLast(typing, (context) => spelledIn(context, [midi])[0]!);

/** The octave in which a letter lies nearest to a place on the staff. */
const nearest = (step: Step, to: number): number => Math.round((to - STEPS.indexOf(step)) / 7);

/** Whether the head of a text gives a voice the bass clef. */
export const isLowVoice = (text: string, voice: string): boolean =>
  text
    .split('\n')
    .some((line) => /^V:/.test(line) && line.slice(2).trim().split(/\s+/)[0] === voice && /bass/.test(line));

/** Half steps that a sign before a letter stands for; null where key and bar say what the letter means. */
export type Sign = Pitch['alter'] | null;

/** Writes a letter, as near to the note before as it can lie. */
export const enterLetter = (typing: Typing, step: Step, value: StepValue, sign: Sign = null): Edit => {
  const context = contextAt(typing.text, typing.caret);
  const sounding = context.music.filter(({ kind }) => kind === 'note' || kind === 'chord');
  const last = sounding.length > 0 ? readEvent('', sounding[sounding.length - 1]!.text, false).notes.at(-1) : undefined;
  // The first note lies in the octave from middle C up, or the one below it.
  const octave = last ? nearest(step, letterPlace(last)) : isLowVoice(typing.text, context.voice) ? 3 : 4;
  return enter(typing, onward(typing), { notes: [{ fingers: [], alter: sign, step, octave }], rest: '' }, value);
};

/** Adds a letter above what was struck last. */
export const addLetterToLast = (typing: Typing, step: Step, sign: Sign = null): Edit | undefined =>
  addToLast(typing, (_context, { notes }) => {
    const top = Math.max(...notes.map(letterPlace));
    return { fingers: [], alter: sign, step, octave: Math.floor((top - STEPS.indexOf(step)) / 7) + 1 };
  });

/** Takes the last stroke out, with the barline after it. */
export const removeLast = ({ text, caret }: Typing): Edit | undefined => {
  const [first] = lastPieces(contextAt(text, caret));
  return first && { from: first.from, to: caret, insert: '', caret: first.from };
};

export const enterBarline = ({ text, caret }: Typing): Edit => {
  const insert = /\s$/.test(text.slice(0, caret)) ? '|' : ' |';
  return { from: caret, to: caret, insert, caret: caret + insert.length };
};

/** The caret at the end of the other voice's music, in turn; a voice that has no lines yet gets one. */
export const goToOtherVoice = ({ text, caret }: Typing): Edit | undefined => {
  const ends = new Map<string, number>();
  let [at, voice, inBody] = [0, '', false];
  for (const line of text.split('\n')) {
    const name = /^\[?V:\s*([^\s\]]+)/.exec(line)?.[1];
    if (name && !inBody) ends.set(name, -1);
    if (name && inBody) voice = name;
    if (inBody && line.trim() !== '') ends.set(voice, at + line.trimEnd().length);
    if (/^K:/.test(line)) inBody = true;
    at += line.length + 1;
  }
  const names = [...ends.keys()].filter((name) => name !== '');
  const next = names[(names.indexOf(contextAt(text, caret).voice) + 1) % names.length];
  if (next === undefined) return undefined;
  const end = ends.get(next)!;
  if (end >= 0) return { from: end, to: end, insert: '', caret: end };
  const body = text.trimEnd().length;
  const insert = `\nV:${next}`;
  return { from: body, to: body, insert, caret: body + insert.length };
};

/** Where the next note goes: its voice, the bar counted from 1, and the beat in it. */
export interface Standing {
  readonly voice: string;
  readonly bar: number;
  readonly beat: number;
}

export const standingAt = ({ text, caret }: Typing): Standing => {
  const { voice, music, filledTicks, barTicks, beatTicks: beat } = contextAt(text, caret);
  let [bars, isOpen] = [0, false];
  for (const { kind } of music) {
    if (kind === 'bar' && isOpen) bars += 1;
    isOpen = kind === 'bar' ? false : isOpen || SOUNDING.has(kind);
  }
  const isFull = filledTicks >= barTicks;
  return { voice, bar: bars + 1 + Number(isFull), beat: isFull ? 1 : 1 + filledTicks / beat };
};

export const pitchesOfLast = (typing: Typing): readonly number[] => {
  const context = contextAt(typing.text, typing.caret);
  const [first] = lastPieces(context);
  if (!first) return [];
  const holds = holdsAt(contextAt(typing.text, first.from));
  return first.event.notes.map((note) => midiOf(pitchOf(note, (step) => holds(step))));
};
