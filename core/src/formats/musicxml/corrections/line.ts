import type { Bar } from '../../../score/score';
import { beamsOf } from '../../notation/beams';
import { bracketsOf } from '../../notation/tuplets';
import { writeLength, type NoteValue } from '../../notation/values';
import { attribute, child, childNumber, childText, nameOf, type Element } from '../dom';
import { buildBeside } from '../compose-note';
import { isSilent } from '../measure';
import {
  addNotation,
  dropChildren,
  dropNotations,
  setBeams,
  setChord,
  setLength,
  setStaff,
  valueIn,
} from './note-element';
import type { Item, Timeline } from './timeline';

/** One voice of a measure as chords and rests; times in divisions from the barline. */
export interface LineEvent {
  readonly at: number;
  readonly units: number;
  /** Grace notes before it. */
  readonly graces: readonly Element[];
  /** Elements of the chord, or the one of a rest. */
  readonly notes: readonly Element[];
  readonly isRest: boolean;
}

/** Which notes belong to a line. */
export interface LineName {
  readonly voice: string;
  /** The staff it is at home on; undefined where the part has one only. */
  readonly staff: number | undefined;
  /** Whether its notes on other staves belong to another voice of the same name. */
  readonly ownStaffOnly: boolean;
}

/** A line with the beats of its bar. */
export interface LinePlace extends LineName {
  readonly bar: Bar;
  /** Divisions of a quarter. */
  readonly unitsPerQuarter: number;
}

const isIn = (element: Element, { voice, staff, ownStaffOnly }: LineName): boolean =>
  nameOf(element) === 'note' &&
  (childText(element, 'voice') || '1') === voice &&
  (!ownStaffOnly || (childNumber(element, 'staff') ?? 1) === staff);

/** What is not played counts as a rest. */
const isUnplayed = (note: Element): boolean => isSilent(note) || child(note, 'pitch') === undefined;

export const readLine = ({ items }: Timeline, line: LineName): LineEvent[] => {
  const events: LineEvent[] = [];
  let graces: Element[] = [];
  for (const { at, element } of items) {
    if (!isIn(element, line)) continue;
    const last = events[events.length - 1];
    if (child(element, 'grace')) graces.push(element);
    else if (child(element, 'chord') && last)
      events[events.length - 1] = {
        ...last,
        notes: [...last.notes, element],
        isRest: last.isRest && isUnplayed(element),
      };
    else {
      events.push({
        at,
        units: childNumber(element, 'duration') ?? 0,
        graces,
        notes: [element],
        isRest: isUnplayed(element),
      });
      graces = [];
    }
  }
  return events.sort((a, b) => a.at - b.at);
};

/** Whether a voice name stands on several staves at once: then each staff's is a voice of its own. */
export const standsOnTwoStaves = (timeline: Timeline, voice: string): boolean => {
  let free = 0;
  for (const { at, units } of readLine(timeline, { voice, staff: undefined, ownStaffOnly: false })) {
    if (at < free) return true;
    free = at + units;
  }
  return false;
};

const restElement = (
  near: Element,
  place: LinePlace,
  units: number,
  value: NoteValue | null,
  fills: boolean,
  hidden: boolean,
): Element => {
  const build = buildBeside(near);
  const rest = build(
    'note',
    hidden ? { 'print-object': 'no' } : {},
    build('rest', fills ? { measure: 'yes' } : {}),
    build('voice', {}, place.voice),
  );
  setStaff(rest, place.staff);
  setLength(rest, units, fills ? null : value);
  return rest;
};

const barUnits = ({ bar, unitsPerQuarter }: LinePlace, ticksPerQuarter: number): number =>
  (bar.lengthTicks * unitsPerQuarter) / ticksPerQuarter;

/** Rests for a stretch of time, met at the beats. */
const restsFor = (
  near: Element,
  place: LinePlace,
  from: number,
  to: number,
  ticksPerQuarter: number,
  hidden: boolean,
): LineEvent[] => {
  if (to <= from) return [];
  const { bar, unitsPerQuarter } = place;
  const fills = from === 0 && to === barUnits(place, ticksPerQuarter);
  const beat = (unitsPerQuarter * 4) / bar.metre.beatType;
  const lengths = fills
    ? [{ ticks: to, value: null }]
    : writeLength(from, to - from, Number.isInteger(beat) ? beat : unitsPerQuarter, unitsPerQuarter, null);
  let at = from;
  return lengths.map(({ ticks, value }) => {
    const event = {
      at,
      units: ticks,
      graces: [],
      notes: [restElement(near, place, ticks, value, fills, hidden)],
      isRest: true,
    };
    at += ticks;
    return event;
  });
};

/** A rest that may be written anew with what is beside it: one of plain length. */
const isPlainRest = ({ isRest, notes }: LineEvent): boolean =>
  isRest && notes.every((note) => child(note, 'rest') !== undefined && !child(note, 'time-modification'));

/**
 * Fills the time between the notes of a line with rests, written anew where they are plain. Beside another voice they are not
 * drawn; they are written all the same, for the engraver has no other way to know of a gap of a triplet's length.
 */
export const filledLine = (
  near: Element,
  place: LinePlace,
  events: readonly LineEvent[],
  ticksPerQuarter: number,
  hidden: boolean,
): LineEvent[] => {
  const kept = events.filter((event) => !isPlainRest(event));
  if (hidden && kept.length === 0) return [];
  const filled: LineEvent[] = [];
  let at = 0;
  for (const event of kept) {
    filled.push(...restsFor(near, place, at, event.at, ticksPerQuarter, hidden), event);
    at = Math.max(at, event.at + event.units);
  }
  filled.push(...restsFor(near, place, at, barUnits(place, ticksPerQuarter), ticksPerQuarter, hidden));
  return filled;
};

/** Beams and brackets of a line, by its beats. */
const restateGroups = (events: readonly LineEvent[], place: LinePlace, ticksPerQuarter: number): void => {
  const { bar, unitsPerQuarter } = place;
  const timed = events.map(({ at, units, notes, isRest }) => ({
    onsetTicks: at,
    ticks: units,
    value: notes[0] ? valueIn(notes[0]) : null,
    notes: isRest ? [] : notes,
  }));
  const brackets = bracketsOf(timed);
  const missingTicks = (bar.missingTicks * unitsPerQuarter) / ticksPerQuarter;
  const beams = beamsOf(timed, brackets, { ...bar, missingTicks }, unitsPerQuarter);
  events.forEach(({ notes: [first, ...others] }, index) => {
    if (!first) return;
    setBeams(first, beams[index] ?? []);
    for (const note of others) dropChildren(note, 'beam');
    for (const note of [first, ...others]) dropNotations(note, (notation) => nameOf(notation) === 'tuplet');
    const build = buildBeside(first);
    const bracket = brackets[index];
    if (bracket?.tupletStops) addNotation(first, build('tuplet', { type: 'stop', number: '1' }));
    if (bracket?.tupletStarts) addNotation(first, build('tuplet', { type: 'start', number: '1', bracket: 'yes' }));
  });
};

const elementsOf = ({ graces, notes }: LineEvent): readonly Element[] => [...graces, ...notes];

/** Whether a line sounds or visibly rests without a gap from the barline to the end of the bar. */
export const isGapless = (events: readonly LineEvent[], place: LinePlace, ticksPerQuarter: number): boolean =>
  events.every(({ notes }) => notes.every((note) => attribute(note, 'print-object') !== 'no')) &&
  events.reduce((at, event) => (event.at === at ? at + event.units : NaN), 0) === barUnits(place, ticksPerQuarter);

/** Puts a line in place of what its voice was; all else in the measure stays where it was. */
export const withLine = (
  timeline: Timeline,
  place: LinePlace,
  events: readonly LineEvent[],
  ticksPerQuarter: number,
): Timeline => {
  restateGroups(events, place, ticksPerQuarter);
  for (const { notes } of events) notes.forEach((note, index) => setChord(note, index > 0));
  const { items, end } = timeline;
  const isOwn = ({ element }: Item): boolean => isIn(element, place);
  const first = items.findIndex(isOwn);
  const start = first < 0 ? items.findLastIndex(({ element }) => nameOf(element) === 'note') + 1 : first;
  const stop = first < 0 ? start : items.findLastIndex(isOwn) + 1;
  const waiting = items.slice(start, stop).filter((item) => !isOwn(item));
  const woven: Item[] = [];
  for (const event of events) {
    while (waiting[0] && waiting[0].at <= event.at) woven.push(waiting.shift()!);
    woven.push(...elementsOf(event).map((element) => ({ at: event.at, element })));
  }
  woven.push(...waiting);
  return { items: [...items.slice(0, start), ...woven, ...items.slice(stop)], end };
};
