import type { Side } from '../../hand/hand';
import { isOnKeyboard, midiOf, pitchName } from '../../keyboard/pitch';
import { fail, ok, type Result } from '../../result';
import type { Key, Mark, Metre, Note, ScoreIssue } from '../../score/score';
import { attribute, child, childNumber, childText, children, nameOf, numberIn, text, type Element } from './dom';
import type { Measure } from './document';
import type { MusicXmlError } from './errors';
import { MAX_QUARTERS } from '../limits';
import { readRoad, secondTimeOctaves, type MeasureRoad } from './road';
import { AS_WRITTEN, readTransposition, transposed, type Transposition } from './transpose';
import {
  hasNotation,
  notationsOf,
  readArticulations,
  readMetre,
  readOrnament,
  readPitch,
  readPrintedFingers,
  readSlurs,
  readTempo,
  readTies,
  readTuplet,
} from './notations';

/** A note while a document is read: it is given its place in the piece, and takes its tied continuations in. */
export type GrowingNote = { -readonly [K in keyof Note]: Note[K] } & { readonly tiedIds: string[] };

/** A note of one measure, with the ties and slurs at it, which are not yet joined. */
export interface MeasureNote {
  /** Its onset is counted from the barline at first. */
  readonly note: GrowingNote;
  readonly tieStarts: boolean;
  readonly tieStops: boolean;
  readonly slurs: readonly { readonly number: string; readonly type: string }[];
}

type Issue = ScoreIssue extends infer I ? (I extends ScoreIssue ? Omit<I, 'bar'> : never) : never;

/** All that one measure of one part says. Times in ticks from the barline. */
export interface MeasureContent extends MeasureRoad {
  readonly notes: readonly MeasureNote[];
  readonly marks: readonly Mark[];
  readonly issues: readonly Issue[];
  readonly lengthTicks: number;
  readonly key: Key;
  readonly metre: Metre;
  /** False in free time, where a bar has no due length. */
  readonly metred: boolean;
}

/** What goes on from measure to measure within a part. */
export interface PartState {
  readonly ticksPerQuarter: number;
  readonly sideOfStaff: (staff: number) => Side;
  divisions: number;
  key: Key;
  metre: Metre;
  metred: boolean;
  transposition: Transposition;
}

export const startOfPart = (ticksPerQuarter: number, sideOfStaff: (staff: number) => Side): PartState => ({
  ticksPerQuarter,
  sideOfStaff,
  divisions: 1,
  key: { fifths: 0, mode: 'major' },
  metre: { beats: 4, beatType: 4 },
  metred: true,
  transposition: AS_WRITTEN,
});

interface Walk {
  readonly bar: number;
  readonly notes: MeasureNote[];
  readonly marks: Mark[];
  readonly issues: Issue[];
  cursor: number;
  furthest: number;
  chordOnset: number;
  graceIndex: number;
}

class BadValue extends Error {
  constructor(
    readonly what: string,
    readonly found: string,
  ) {
    super(what);
  }
}

const durationTicks = (element: Element, state: PartState): number => {
  const written = childText(element, 'duration');
  const duration = numberIn(written);
  const quarters = duration === undefined ? NaN : duration / state.divisions;
  if (!(quarters >= 0 && quarters <= MAX_QUARTERS)) throw new BadValue(`the length of a ${nameOf(element)}`, written);
  return Math.round(quarters * state.ticksPerQuarter);
};

const readKey = (element: Element, before: Key): Key => {
  const fifths = childNumber(element, 'fifths');
  if (fifths === undefined || !Number.isInteger(fifths) || Math.abs(fifths) > 11) return before;
  return { fifths, mode: childText(element, 'mode') === 'minor' ? 'minor' : 'major' };
};

const readAttributes = (element: Element, state: PartState, walk: Walk): void => {
  state.divisions = childNumber(element, 'divisions') ?? state.divisions;
  for (const key of children(element, 'key')) state.key = readKey(key, state.key);
  for (const time of children(element, 'time')) {
    state.metre = readMetre(time) ?? state.metre;
    state.metred = child(time, 'senza-misura') === undefined;
  }
  for (const transpose of children(element, 'transpose')) state.transposition = readTransposition(transpose);
  for (const clef of children(element, 'clef'))
    walk.marks.push({
      kind: 'clef',
      onsetTicks: walk.cursor,
      staff: Number(attribute(clef, 'number') || 1),
      sign: childText(clef, 'sign'),
      line: childNumber(clef, 'line') ?? 2,
    });
};

const moveCursor = (walk: Walk, ticks: number): void => {
  if (walk.cursor + ticks < 0) walk.issues.push({ code: 'time-before-bar' });
  walk.cursor = Math.max(0, walk.cursor + ticks);
  walk.furthest = Math.max(walk.furthest, walk.cursor);
};

/** Notes that sound but are not for the pianist's fingers: cues, hidden notes, rests. */
export const isSilent = (note: Element): boolean =>
  child(note, 'rest') !== undefined || child(note, 'cue') !== undefined || attribute(note, 'print-object') === 'no';

const addNote = (note: Element, onset: number, ticks: number, isGrace: boolean, state: PartState, walk: Walk): void => {
  if (isSilent(note) || child(note, 'unpitched')) return;
  const read = readPitch(note);
  if (!read) {
    walk.issues.push({ code: 'unreadable-note' });
    return;
  }
  const pitch = transposed(read.pitch, state.transposition);
  const midi = midiOf(pitch);
  if (read.bent) walk.issues.push({ code: 'quarter-tone', pitch: pitchName(pitch) });
  if (!isOnKeyboard(midi)) {
    walk.issues.push({ code: 'off-keyboard', pitch: pitchName(pitch) });
    return;
  }
  const staff = childNumber(note, 'staff') ?? 1;
  const notations = notationsOf(note);
  const ties = readTies(note, notations);
  walk.notes.push({
    note: {
      id: attribute(note, 'id') ?? '',
      side: state.sideOfStaff(staff),
      staff,
      voice: childText(note, 'voice') || '1',
      pitch,
      midi,
      onsetTicks: onset,
      durationTicks: isGrace ? 0 : ticks,
      graceIndex: isGrace ? walk.graceIndex : null,
      articulations: readArticulations(notations),
      fermata: hasNotation(notations, 'fermata'),
      arpeggiated: hasNotation(notations, 'arpeggiate'),
      ornament: readOrnament(notations),
      tuplet: readTuplet(note),
      printed: readPrintedFingers(notations),
      tiedIds: [],
      bar: walk.bar,
    },
    tieStarts: ties.starts,
    tieStops: ties.stops,
    slurs: readSlurs(notations),
  });
};

const readNote = (note: Element, state: PartState, walk: Walk): void => {
  const isGrace = child(note, 'grace') !== undefined;
  const isChord = child(note, 'chord') !== undefined;
  const ticks = isGrace ? 0 : durationTicks(note, state);
  if (isGrace && !isChord) walk.graceIndex += 1;
  if (!isChord) walk.chordOnset = walk.cursor;
  addNote(note, walk.chordOnset, ticks, isGrace, state, walk);
  if (!isChord && !isGrace) {
    moveCursor(walk, ticks);
    walk.graceIndex = -1;
  }
};

const OCTAVE_SHIFTS: Readonly<Record<string, number>> = { '8': 1, '15': 2, '22': 3 };

const readDirection = (direction: Element, state: PartState, walk: Walk): void => {
  const staff = childNumber(direction, 'staff') ?? 1;
  const offset = childNumber(direction, 'offset') ?? 0;
  const onsetTicks = Math.max(0, walk.cursor + Math.round((offset / state.divisions) * state.ticksPerQuarter));
  const tempo = readTempo(direction);
  if (tempo !== undefined) walk.marks.push({ kind: 'tempo', onsetTicks, quartersPerMinute: tempo });
  for (const type of children(direction, 'direction-type').flatMap((element) => children(element))) {
    const kind = attribute(type, 'type') ?? '';
    if (nameOf(type) === 'dynamics')
      for (const dynamic of children(type))
        walk.marks.push({ kind: 'dynamic', onsetTicks, staff, text: nameOf(dynamic) });
    if (nameOf(type) === 'pedal') {
      if (kind === 'change') walk.marks.push({ kind: 'pedal', onsetTicks, down: false });
      if (kind !== 'continue')
        walk.marks.push({ kind: 'pedal', onsetTicks, down: kind === 'start' || kind === 'change' });
    }
    if (nameOf(type) === 'octave-shift' && kind !== 'continue') {
      const size = OCTAVE_SHIFTS[attribute(type, 'size') || '8'] ?? 1;
      // "down" moves the printed notes down from what sounds: that is 8va.
      const octaves = kind === 'down' ? size : kind === 'up' ? -size : 0;
      walk.marks.push({ kind: 'octave-shift', onsetTicks, staff, octaves });
    }
    const later = nameOf(type) === 'words' ? secondTimeOctaves(text(type)) : 0;
    if (later !== 0) walk.marks.push({ kind: 'second-time-octave', onsetTicks, staff, octaves: later });
  }
};

const readElement = (element: Element, state: PartState, walk: Walk): void => {
  switch (nameOf(element)) {
    case 'attributes':
      return readAttributes(element, state, walk);
    case 'note':
      return readNote(element, state, walk);
    case 'backup':
      return moveCursor(walk, -durationTicks(element, state));
    case 'forward':
      return moveCursor(walk, durationTicks(element, state));
    case 'direction':
      return readDirection(element, state, walk);
    case 'sound': {
      const tempo = readTempo(element);
      if (tempo !== undefined) walk.marks.push({ kind: 'tempo', onsetTicks: walk.cursor, quartersPerMinute: tempo });
      return;
    }
    default:
      return;
  }
};

/** Reads one measure, the bar of this index, and moves the part's state on. */
export const readMeasure = (measure: Measure, bar: number, state: PartState): Result<MeasureContent, MusicXmlError> => {
  const walk: Walk = { bar, notes: [], marks: [], issues: [], cursor: 0, furthest: 0, chordOnset: 0, graceIndex: -1 };
  try {
    for (const element of children(measure.element)) readElement(element, state, walk);
  } catch (cause) {
    if (!(cause instanceof BadValue)) throw cause;
    const number = attribute(measure.header, 'number') ?? '?';
    return fail({ code: 'bad-value', bar: number, what: cause.what, found: cause.found.slice(0, 40) });
  }
  return ok({
    notes: walk.notes,
    marks: walk.marks,
    issues: walk.issues,
    lengthTicks: walk.furthest,
    key: state.key,
    metre: state.metre,
    metred: state.metred,
    ...readRoad(measure.element),
  });
};
