import { append, appendText, elementLike, type Element } from './dom';
import type { Pitch } from '../../keyboard/pitch';
import type { Note, Ornament, Score } from '../../score/score';
import type { BarAccidentals } from '../notation/accidentals';
import { type WrittenEvent, type WrittenLine, type WrittenNote } from '../notation/written';
import type { Ratio } from '../notation/values';
import type { SlurEnd } from './slur-numbers';

/** Builds elements of one document. */
export type Build = (
  name: string,
  attributes?: Readonly<Record<string, string>>,
  ...content: readonly Content[]
) => Element;
export type Content = Element | string | number | undefined;

/** Builds what belongs beside an element of a document. */
export const buildBeside =
  (near: Element): Build =>
  (name, attributes = {}, ...content) => {
    const element = elementLike(near, name, attributes);
    for (const part of content) {
      if (typeof part === 'object') append(element, part);
      else if (part !== undefined) appendText(element, String(part));
    }
    return element;
  };

export const ACCIDENTALS: Readonly<Record<number, string>> = {
  [-2]: 'flat-flat',
  [-1]: 'flat',
  0: 'natural',
  1: 'sharp',
  2: 'double-sharp',
};

const ORNAMENT_ELEMENTS: Readonly<Record<Ornament['kind'], string>> = {
  trill: 'trill-mark',
  'short-trill': 'inverted-mordent',
  mordent: 'mordent',
  turn: 'turn',
  'inverted-turn': 'inverted-turn',
  'delayed-turn': 'delayed-turn',
  'delayed-inverted-turn': 'delayed-inverted-turn',
};

/** The sign that must be drawn before a note, if any. */
export const signFor = (accidentals: BarAccidentals, { pitch }: Pick<Note, 'pitch'>): string | undefined => {
  const holds = accidentals.inOctave(pitch);
  accidentals.set(pitch);
  return holds === pitch.alter ? undefined : ACCIDENTALS[pitch.alter];
};

export interface Sheet {
  readonly score: Score;
  readonly staves: number;
  readonly build: Build;
  readonly slurs: ReadonlyMap<string, readonly SlurEnd[]>;
  /** Whether notes keep the names they have in the score. */
  readonly named: boolean;
}

const ornamentElement = (build: Build, ornament: Ornament): Element =>
  build(
    'ornaments',
    {},
    build(ORNAMENT_ELEMENTS[ornament.kind]),
    ornament.above === null
      ? undefined
      : build('accidental-mark', { placement: 'above' }, ACCIDENTALS[ornament.above] ?? 'natural'),
    ornament.below === null
      ? undefined
      : build('accidental-mark', { placement: 'below' }, ACCIDENTALS[ornament.below] ?? 'natural'),
  );

const fingerElements = (build: Build, { printed }: Note): Element[] =>
  printed.map(({ finger, substitution, alternate }) =>
    build(
      'fingering',
      { ...(substitution ? { substitution: 'yes' } : {}), ...(alternate ? { alternate: 'yes' } : {}) },
      finger,
    ),
  );

const tupletElements = (build: Build, event: WrittenEvent, isChord: boolean): Element[] => {
  if (isChord) return [];
  return [
    ...(event.tupletStarts ? [build('tuplet', { type: 'start', number: '1', bracket: 'yes' })] : []),
    ...(event.tupletStops ? [build('tuplet', { type: 'stop', number: '1' })] : []),
  ];
};

/** What stands at a note besides its head, in the order of the MusicXML content model. */
const notationsElement = (
  { build, slurs }: Sheet,
  event: WrittenEvent,
  written: WrittenNote | undefined,
  isChord: boolean,
): Element | undefined => {
  const content = tupletElements(build, event, isChord);
  if (written) {
    const { note, piece } = written;
    if (written.tieStops) content.push(build('tied', { type: 'stop' }));
    if (written.tieStarts) content.push(build('tied', { type: 'start' }));
    for (const { number, type } of slurs.get(`${note.id} ${piece}`) ?? [])
      content.push(build('slur', { number: String(number), type }));
    if (piece === 0) {
      if (note.ornament) content.push(ornamentElement(build, note.ornament));
      if (note.printed.length > 0) content.push(build('technical', {}, ...fingerElements(build, note)));
      if (note.articulations.length > 0)
        content.push(build('articulations', {}, ...note.articulations.map((name) => build(name))));
      if (note.fermata) content.push(build('fermata'));
      if (note.arpeggiated) content.push(build('arpeggiate'));
    }
  }
  return content.length > 0 ? build('notations', {}, ...content) : undefined;
};

export const pitchElement = (build: Build, pitch: Pitch): Element =>
  build(
    'pitch',
    {},
    build('step', {}, pitch.step),
    pitch.alter === 0 ? undefined : build('alter', {}, pitch.alter),
    build('octave', {}, pitch.octave),
  );

export const ratioElement = (build: Build, { actual, normal }: Ratio): Element =>
  build('time-modification', {}, build('actual-notes', {}, actual), build('normal-notes', {}, normal));

/** The name of a tied piece of a note. */
export const pieceId = ({ id }: Pick<Note, 'id'>, piece: number): string => (piece === 0 ? id : `${id}.${piece}`);

export const noteElement = (
  sheet: Sheet,
  line: WrittenLine,
  event: WrittenEvent,
  written: WrittenNote | undefined,
  place: { readonly isChord: boolean; readonly fills: boolean; readonly accidental: string | undefined },
): Element => {
  const { build } = sheet;
  const isGrace = written !== undefined && written.note.graceIndex !== null;
  const { value } = event;
  const content: Content[] = [
    isGrace ? build('grace') : undefined,
    place.isChord ? build('chord') : undefined,
    written ? pitchElement(build, written.note.pitch) : build('rest', place.fills ? { measure: 'yes' } : {}),
    isGrace ? undefined : build('duration', {}, event.ticks),
    written?.tieStops ? build('tie', { type: 'stop' }) : undefined,
    written?.tieStarts ? build('tie', { type: 'start' }) : undefined,
    build('voice', {}, line.voice),
    value && !place.fills ? build('type', {}, value.type) : undefined,
    ...Array.from({ length: place.fills ? 0 : (value?.dots ?? 0) }, () => build('dot')),
    place.accidental ? build('accidental', {}, place.accidental) : undefined,
    value?.ratio ? ratioElement(build, value.ratio) : undefined,
    sheet.staves > 1 ? build('staff', {}, line.staff) : undefined,
    ...(place.isChord ? [] : event.beams.map((beam, index) => build('beam', { number: String(index + 1) }, beam))),
    notationsElement(sheet, event, written, place.isChord),
  ];
  const id: Record<string, string> = sheet.named && written ? { id: pieceId(written.note, written.piece) } : {};
  return build('note', { ...id, ...(event.hidden ? { 'print-object': 'no' } : {}) }, ...content);
};
