import { attribute, type Element } from '../dom';
import { buildBeside } from '../compose-note';
import { isOnKeyboard, midiOf, type Pitch } from '../../../keyboard/pitch';
import { fail, ok, type Result } from '../../../result';
import type { Note } from '../../../score/score';
import { valueTicks } from '../../notation/values';
import { readPitch } from '../notations';
import { transposed } from '../transpose';
import { restateAccidentals } from './accidentals';
import type { Correction, CorrectionRefusal } from './correction';
import { refineDivisions } from './divisions';
import { dropSlursAt, piecesOf, untie, untieAround } from './joins';
import { filledLine, isGapless, readLine, withLine, type LineEvent, type LinePlace } from './line';
import { setLength, setPitch, setStaff, setTie, setVoice, valueIn } from './note-element';
import { findElement, findNote, homeOf, lineNamed, lineOf, voicesOn, type OpenMusic, type Site } from './site';
import { readTimeline, writeTimeline, type Timeline } from './timeline';

/** Corrections of single notes. Each changes the document in place, or refuses before it has changed anything. */

type Of<Kind extends Correction['kind']> = Extract<Correction, { readonly kind: Kind }>;
export type Done = Result<undefined, CorrectionRefusal>;
const DONE: Done = ok(undefined);

/**
 * Puts a changed line into its measure; freed time rests, unseen where the line had gaps beside another voice. The timeline is the
 * one from before any length was changed: it tells when all else happens.
 */
const writeLine = (
  { score }: OpenMusic,
  site: Site,
  place: LinePlace,
  events: readonly LineEvent[],
  timeline: Timeline = readTimeline(site.measure),
): void => {
  const { ticksPerQuarter } = score;
  const fills =
    voicesOn(site, place.staff).every((voice) => voice === place.voice) ||
    isGapless(readLine(timeline, place), place, ticksPerQuarter);
  const inTime = [...events].sort((a, b) => a.at - b.at);
  const filled = filledLine(site.measure, place, inTime, ticksPerQuarter, !fills);
  writeTimeline(site.measure, withLine(timeline, place, filled, ticksPerQuarter));
  restateAccidentals(site);
};

/** A line without one element; a chord loses a note, a note alone makes room. */
const without = (events: readonly LineEvent[], element: Element): LineEvent[] =>
  events.flatMap((event): LineEvent[] => {
    if (!event.notes.includes(element))
      return [{ ...event, graces: event.graces.filter((grace) => grace !== element) }];
    const notes = event.notes.filter((note) => note !== element);
    return notes.length > 0 ? [{ ...event, notes }] : [];
  });

/** Takes one piece of a note out, with what ran to it. */
const takeOut = (music: OpenMusic, id: string): void => {
  const found = findElement(music, id);
  if (!found) return;
  untieAround(music, id);
  dropSlursAt(music, id);
  const { site, element } = found;
  const place = lineOf(site, element);
  writeLine(music, site, place, without(readLine(readTimeline(site.measure), place), element));
};

export const deleteNote = (music: OpenMusic, { noteId }: Of<'delete'>): Done => {
  const note = findNote(music, noteId);
  if (!note) return fail({ code: 'no-such-note' });
  for (const id of piecesOf(note)) takeOut(music, id);
  return DONE;
};

/** What is written for a pitch that sounds, in a part that transposes. */
const writtenPitch = ({ transposition: { letters, semitones } }: Site, pitch: Pitch): Pitch =>
  transposed(pitch, { letters: -letters, semitones: -semitones });

export const changePitch = (music: OpenMusic, { noteId, pitch }: Of<'pitch'>): Done => {
  const note = findNote(music, noteId);
  if (!note) return fail({ code: 'no-such-note' });
  if (!isOnKeyboard(midiOf(pitch))) return fail({ code: 'off-keyboard' });
  const struckThere = music.score.notes.some(
    (other) =>
      other.id !== noteId &&
      other.onsetTicks === note.onsetTicks &&
      other.midi === midiOf(pitch) &&
      other.voice === note.voice &&
      other.graceIndex === note.graceIndex,
  );
  if (struckThere) return fail({ code: 'same-key' });
  for (const id of piecesOf(note)) {
    const found = findElement(music, id);
    if (!found) continue;
    setPitch(found.element, writtenPitch(found.site, pitch));
    restateAccidentals(found.site);
  }
  return DONE;
};

export const changeLength = (music: OpenMusic, { noteId, value }: Of<'length'>): Done => {
  const note = findNote(music, noteId);
  if (!note) return fail({ code: 'no-such-note' });
  if (note.graceIndex !== null) return fail({ code: 'grace-note' });
  const { score } = music;
  const bar = score.bars[note.bar]!;
  const leftTicks = bar.onsetTicks + bar.lengthTicks - note.onsetTicks;
  if (valueTicks(value, score.ticksPerQuarter) > leftTicks + 1e-6)
    return fail({ code: 'too-long', leftQuarters: leftTicks / score.ticksPerQuarter });
  const first = findElement(music, noteId);
  if (!first) return fail({ code: 'no-such-note' });
  refineDivisions(first.site.part, first.site.unitsPerQuarter, value);
  const { site, element } = findElement(music, noteId)!;
  const place = lineOf(site, element);
  const chord = readLine(readTimeline(site.measure), place).find(({ notes }) => notes.includes(element))!;
  const ids = new Set(chord.notes.map((one) => attribute(one, 'id') ?? ''));
  // What the chord is tied on to goes: the new length is the whole of it.
  for (const struck of score.notes) {
    const pieces = piecesOf(struck);
    const at = pieces.findIndex((id) => ids.has(id));
    if (at >= 0) for (const id of pieces.slice(at + 1)) takeOut(music, id);
  }
  const timeline = readTimeline(site.measure);
  const events = readLine(timeline, place);
  const now = events.find(({ notes }) => notes.includes(element))!;
  const units = valueTicks(value, site.unitsPerQuarter);
  const end = now.at + units;
  const inTheWay = events.filter(({ at, isRest }) => at > now.at && at < end && !isRest);
  for (const { notes, graces } of inTheWay)
    for (const one of [...graces, ...notes]) {
      untieAround(music, attribute(one, 'id') ?? '');
      dropSlursAt(music, attribute(one, 'id') ?? '');
    }
  for (const one of now.notes) setLength(one, units, value);
  const kept = events.filter((event) => event.at <= now.at || event.at >= end);
  writeLine(
    music,
    site,
    place,
    kept.map((event) => (event === now ? { ...now, units } : event)),
    timeline,
  );
  return DONE;
};

export const changeTie = (music: OpenMusic, { noteId, tied }: Of<'tie'>): Done => {
  const note = findNote(music, noteId);
  if (!note) return fail({ code: 'no-such-note' });
  const pieces = piecesOf(note);
  if (!tied) {
    pieces.forEach((id, index) => untie(music, id, pieces[index + 1]));
    return DONE;
  }
  if (note.graceIndex !== null) return fail({ code: 'grace-note' });
  const end = note.onsetTicks + note.durationTicks;
  const next = music.score.notes.find(
    ({ midi, side, onsetTicks, graceIndex }) =>
      onsetTicks === end && midi === note.midi && side === note.side && graceIndex === null,
  );
  const [from, to] = [findElement(music, pieces[pieces.length - 1]!), next && findElement(music, next.id)];
  if (!from || !to) return fail({ code: 'nothing-to-tie' });
  setTie(from.element, 'start', true);
  setTie(to.element, 'stop', true);
  return DONE;
};

/** Whether a line is free for a time: nothing but rests, or a chord of just that time, which the note may join. */
const roomIn = (events: readonly LineEvent[], at: number, units: number): 'free' | 'chord' | undefined => {
  const there = events.filter((event) => !event.isRest && event.at < at + units && event.at + event.units > at);
  if (there.length === 0) return 'free';
  return there.length === 1 && there[0]!.at === at && there[0]!.units === units ? 'chord' : undefined;
};

const isSamePitch = (one: Element, other: Element): boolean => {
  const [a, b] = [readPitch(one), readPitch(other)];
  return a !== undefined && b !== undefined && midiOf(a.pitch) === midiOf(b.pitch);
};

/** Puts a note element into a line that has room for it. */
const putInto = (music: OpenMusic, site: Site, place: LinePlace, at: number, units: number, element: Element): Done => {
  const events = readLine(readTimeline(site.measure), place);
  const room = roomIn(events, at, units);
  if (!room) return fail({ code: 'no-place' });
  const chord = room === 'chord' ? events.find((event) => event.at === at && !event.isRest) : undefined;
  if (chord?.notes.some((note) => isSamePitch(note, element))) return fail({ code: 'same-key' });
  setVoice(element, place.voice);
  setStaff(element, place.staff);
  const free = events.filter((event) => !event.isRest || event.at >= at + units || event.at + event.units <= at);
  const added = chord
    ? free.map((event) => (event === chord ? { ...chord, notes: [...chord.notes, element] } : event))
    : [...free, { at, units, graces: [], notes: [element], isRest: false }];
  writeLine(music, site, place, added);
  return DONE;
};

/** A voice name that no staff of the measure uses. */
const newVoice = (site: Site): string => {
  const used = new Set(voicesOn(site, undefined));
  let voice = 1;
  while (used.has(String(voice))) voice += 1;
  return String(voice);
};

/** The first voice of a staff that has room; else one of its own. */
const voiceWithRoom = (site: Site, staff: number | undefined, at: number, units: number): LinePlace => {
  const timeline = readTimeline(site.measure);
  const places = voicesOn(site, staff).map((voice) => lineNamed(site, voice, staff));
  return (
    places.find((place) => roomIn(readLine(timeline, place), at, units) !== undefined) ??
    lineNamed(site, newVoice(site), staff)
  );
};

export const addNote = (music: OpenMusic, { bar, side, atQuarters, pitch, value }: Of<'add'>): Done => {
  const at = homeOf(music, side, bar);
  if (!at) return fail({ code: music.score.bars[bar] ? 'no-other-staff' : 'no-such-bar' });
  if (!isOnKeyboard(midiOf(pitch))) return fail({ code: 'off-keyboard' });
  const { lengthTicks } = at.site.bar;
  const leftQuarters = lengthTicks / music.score.ticksPerQuarter - atQuarters;
  if (atQuarters < 0 || valueTicks(value, 1) > leftQuarters + 1e-6)
    return fail({ code: 'too-long', leftQuarters: Math.max(0, leftQuarters) });
  refineDivisions(at.site.part, at.site.unitsPerQuarter, value, atQuarters);
  const { site, staff } = homeOf(music, side, bar)!;
  const [from, units] = [Math.round(atQuarters * site.unitsPerQuarter), valueTicks(value, site.unitsPerQuarter)];
  const note = buildBeside(site.measure)('note');
  setPitch(note, writtenPitch(site, pitch));
  setLength(note, units, value);
  return putInto(music, site, voiceWithRoom(site, staff, from, units), from, units, note);
};

/** Takes every piece of a note out of its line and puts it into another, keeping its name. */
const moveTo = (
  music: OpenMusic,
  note: Note,
  target: (site: Site, at: number, units: number) => { site: Site; place: LinePlace } | CorrectionRefusal,
): Done => {
  for (const id of piecesOf(note)) {
    const { site, element } = findElement(music, id)!;
    const line = lineOf(site, element);
    const events = readLine(readTimeline(site.measure), line);
    const event = events.find(({ notes }) => notes.includes(element))!;
    const to = target(site, event.at, event.units);
    if ('code' in to) return fail(to);
    const scale = to.site.unitsPerQuarter / site.unitsPerQuarter;
    writeLine(music, site, line, without(events, element));
    if (!Number.isInteger(event.units * scale)) return fail({ code: 'no-place' });
    if (scale !== 1) setLength(element, event.units * scale, valueIn(element));
    const put = putInto(music, to.site, to.place, event.at * scale, event.units * scale, element);
    if (put.kind === 'error') return put;
  }
  return DONE;
};

export const changeHand = (music: OpenMusic, { noteId, side }: Of<'hand'>): Done => {
  const note = findNote(music, noteId);
  if (!note) return fail({ code: 'no-such-note' });
  if (note.graceIndex !== null) return fail({ code: 'grace-note' });
  for (const id of piecesOf(note)) dropSlursAt(music, id);
  return moveTo(music, note, (from, at, units) => {
    const home = homeOf(music, side, from.bar.index);
    if (!home) return { code: 'no-other-staff' };
    const scale = home.site.unitsPerQuarter / from.unitsPerQuarter;
    return { site: home.site, place: voiceWithRoom(home.site, home.staff, at * scale, units * scale) };
  });
};

export const changeVoice = (music: OpenMusic, { noteId, voice }: Of<'voice'>): Done => {
  const note = findNote(music, noteId);
  if (!note) return fail({ code: 'no-such-note' });
  if (note.graceIndex !== null) return fail({ code: 'grace-note' });
  if (note.voice === voice) return DONE;
  return moveTo(music, note, (site, at, units) => {
    const { element } = findElement(music, noteId)!;
    const place = lineNamed(site, voice, lineOf(site, element).staff);
    const isFree = roomIn(readLine(readTimeline(site.measure), place), at, units) !== undefined;
    return isFree ? { site, place } : { code: 'no-place' };
  });
};
