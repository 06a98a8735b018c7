import { isFinger } from '../../hand/hand';
import { STEPS, type Pitch, type Step } from '../../keyboard/pitch';
import {
  ARTICULATIONS,
  type Articulation,
  type Metre,
  type Note,
  type Ornament,
  type OrnamentKind,
  type PrintedFinger,
} from '../../score/score';
import { attribute, child, childNumber, childText, children, nameOf, numberIn, text, type Element } from './dom';

/** Readers of single elements: what one note, one attribute or one direction says. */

/** What stands in the notations of a note: slurs, ties, ornaments and the like. */
export const notationsOf = (note: Element): readonly Element[] =>
  children(note, 'notations').flatMap((notations) => children(notations));

const named = (elements: readonly Element[], name: string): readonly Element[] =>
  elements.filter((element) => nameOf(element) === name);

const inside = (elements: readonly Element[], name: string): readonly Element[] =>
  named(elements, name).flatMap((element) => children(element));

/** The spelled pitch of a note; undefined when it has none that can be read. Fractions of a semitone are dropped. */
export const readPitch = (note: Element): { readonly pitch: Pitch; readonly bent: boolean } | undefined => {
  const element = child(note, 'pitch');
  if (!element) return undefined;
  const step = childText(element, 'step');
  const octave = childNumber(element, 'octave');
  const alter = childNumber(element, 'alter') ?? 0;
  if (!STEPS.includes(step as Step) || octave === undefined || !Number.isInteger(octave)) return undefined;
  if (Math.abs(octave) > 20 || Math.abs(alter) > 3) return undefined;
  return { pitch: { step: step as Step, alter: Math.trunc(alter), octave }, bent: !Number.isInteger(alter) };
};

export const readArticulations = (notations: readonly Element[]): Articulation[] =>
  inside(notations, 'articulations')
    .map(nameOf)
    .filter((name): name is Articulation => (ARTICULATIONS as readonly string[]).includes(name));

/** Signs of MusicXML 4.0: its `inverted-mordent` is the short trill to the note above. */
const ORNAMENT_SIGNS: Readonly<Record<string, OrnamentKind>> = {
  'trill-mark': 'trill',
  'inverted-mordent': 'short-trill',
  mordent: 'mordent',
  turn: 'turn',
  'inverted-turn': 'inverted-turn',
  'delayed-turn': 'delayed-turn',
  'delayed-inverted-turn': 'delayed-inverted-turn',
};

const ACCIDENTAL_MARKS: Readonly<Record<string, number>> = {
  'flat-flat': -2,
  flat: -1,
  natural: 0,
  sharp: 1,
  'double-sharp': 2,
};

/** The ornament over a note with the accidentals written at its sign. Signs that change nothing for the fingers are left. */
export const readOrnament = (notations: readonly Element[]): Ornament | null => {
  const signs = inside(notations, 'ornaments');
  const kind = signs.map((sign) => ORNAMENT_SIGNS[nameOf(sign)]).find((found) => found !== undefined);
  if (!kind) return null;
  const marks = signs.filter((sign) => nameOf(sign) === 'accidental-mark');
  const alterOf = (below: boolean): number | null => {
    const mark = marks.find((sign) => (attribute(sign, 'placement') === 'below') === below);
    return (mark && ACCIDENTAL_MARKS[text(mark)]) ?? null;
  };
  return { kind, above: alterOf(false), below: alterOf(true) };
};

/** Fingers that stand by the note; "2-1" is read as 2 with the substitute 1. Other text is left where it is. */
export const readPrintedFingers = (notations: readonly Element[]): PrintedFinger[] =>
  named(inside(notations, 'technical'), 'fingering').flatMap((element) => {
    const written = text(element);
    if (!/^[1-5]([-–][1-5])?$/.test(written)) return [];
    const substitution = attribute(element, 'substitution') === 'yes';
    const alternate = attribute(element, 'alternate') === 'yes';
    return [...written.matchAll(/[1-5]/g)]
      .map((digit, index) => ({ finger: Number(digit[0]), substitution: substitution || index > 0, alternate }))
      .filter((printed) => isFinger(printed.finger));
  });

export const readTuplet = (note: Element): Note['tuplet'] => {
  const modification = child(note, 'time-modification');
  if (!modification) return null;
  const actual = childNumber(modification, 'actual-notes');
  const normal = childNumber(modification, 'normal-notes');
  return actual && normal ? { actual, normal } : null;
};

export const hasNotation = (notations: readonly Element[], name: string): boolean => named(notations, name).length > 0;

/** Whether a tie goes on from, or comes into, this note. `tie` is what sounds; `tied` stands in where it is missing. */
export const readTies = (
  note: Element,
  notations: readonly Element[],
): { readonly starts: boolean; readonly stops: boolean } => {
  const sounding = children(note, 'tie');
  const ties = sounding.length > 0 ? sounding : named(notations, 'tied');
  const types = ties.map((tie) => attribute(tie, 'type'));
  return { starts: types.includes('start'), stops: types.includes('stop') };
};

/** Slur ends on this note as numbers; a slur that stops and starts under one number stops first. */
export const readSlurs = (
  notations: readonly Element[],
): readonly { readonly number: string; readonly type: string }[] =>
  named(notations, 'slur')
    .map((slur) => ({ number: attribute(slur, 'number') || '1', type: attribute(slur, 'type') ?? '' }))
    .sort((a, b) => Number(b.type === 'stop') - Number(a.type === 'stop'));

/** Metre; additive beats ("3+2") are summed, and free time keeps the metre before it (undefined). */
export const readMetre = (time: Element): Metre | undefined => {
  const beats = childText(time, 'beats')
    .split('+')
    .reduce((sum, part) => sum + (numberIn(part.trim()) ?? NaN), 0);
  const beatType = childNumber(time, 'beat-type') ?? NaN;
  return beats > 0 && beats <= 128 && [1, 2, 4, 8, 16, 32, 64, 128].includes(beatType)
    ? { beats, beatType }
    : undefined;
};

const BEAT_UNIT_QUARTERS: Readonly<Record<string, number>> = {
  breve: 8,
  whole: 4,
  half: 2,
  quarter: 1,
  eighth: 0.5,
  '16th': 0.25,
  '32nd': 0.125,
};

const metronomeTempo = (metronome: Element): number | undefined => {
  const unit = BEAT_UNIT_QUARTERS[childText(metronome, 'beat-unit')];
  const perMinute = Number(/\d+(\.\d+)?/.exec(childText(metronome, 'per-minute'))?.[0] ?? NaN);
  const dots = children(metronome, 'beat-unit-dot').length;
  return unit && perMinute > 0 ? perMinute * unit * (2 - 2 ** -dots) : undefined;
};

/** Quarter notes a minute that a direction or sound asks for. */
export const readTempo = (element: Element): number | undefined => {
  const sound = nameOf(element) === 'sound' ? element : child(element, 'sound');
  const asked = numberIn((sound && attribute(sound, 'tempo')) ?? '');
  if (asked !== undefined && asked > 0) return asked;
  return children(element, 'direction-type')
    .flatMap((type) => children(type, 'metronome'))
    .map(metronomeTempo)
    .find((tempo) => tempo !== undefined);
};
