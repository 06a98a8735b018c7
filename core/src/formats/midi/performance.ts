import { parseMidi, type MidiEvent } from 'midi-file';
import { fail, ok, type Result } from '../../result';
import { MAX_NOTES } from '../limits';
import type { MidiError } from './errors';

/** What a MIDI file plays. Times in quarters from the start, as the file has them: nothing is rounded yet. */
export interface Performance {
  readonly title: string;
  readonly streams: readonly Stream[];
  readonly tempi: readonly { readonly at: number; readonly quartersPerMinute: number }[];
  readonly metres: readonly { readonly at: number; readonly beats: number; readonly beatType: number }[];
  readonly keys: readonly { readonly at: number; readonly fifths: number; readonly mode: 'major' | 'minor' }[];
  readonly pedals: readonly { readonly at: number; readonly down: boolean }[];
  /** One tick of the file in quarters: how finely its times are written. */
  readonly resolution: number;
}

/** The notes of one channel of one track. */
export interface Stream {
  readonly name: string;
  /** General MIDI program, 0 to 127. */
  readonly program: number;
  readonly notes: readonly PlayedNote[];
}

/** Times in quarters. */
export interface PlayedNote {
  readonly midi: number;
  readonly from: number;
  readonly to: number;
}

/** General MIDI keeps channel 10 (9 from zero) for percussion. */
const PERCUSSION = 9;
/** Controller of the sustaining pedal; from 64 on it is down (MIDI 1.0). */
const SUSTAIN = 64;
const PEDAL_DOWN = 64;

interface Growing {
  name: string;
  program: number;
  readonly notes: PlayedNote[];
  readonly sounding: Map<number, number>;
}

interface Gathering {
  title: string;
  readonly streams: Map<string, Growing>;
  readonly tempi: Performance['tempi'][number][];
  readonly metres: Performance['metres'][number][];
  readonly keys: Performance['keys'][number][];
  readonly pedals: Performance['pedals'][number][];
}

const endNote = (stream: Growing, midi: number, at: number): void => {
  const from = stream.sounding.get(midi);
  stream.sounding.delete(midi);
  if (from !== undefined && at > from) stream.notes.push({ midi, from, to: at });
};

const readEvent = (event: MidiEvent, at: number, track: number, name: string, into: Gathering): void => {
  switch (event.type) {
    case 'setTempo':
      if (event.microsecondsPerBeat > 0)
        into.tempi.push({ at, quartersPerMinute: 60_000_000 / event.microsecondsPerBeat });
      return;
    case 'timeSignature':
      if (event.numerator > 0 && event.numerator <= 64 && [1, 2, 4, 8, 16, 32].includes(event.denominator))
        into.metres.push({ at, beats: event.numerator, beatType: event.denominator });
      return;
    case 'keySignature':
      if (Math.abs(event.key) <= 7)
        into.keys.push({ at, fifths: event.key, mode: event.scale === 1 ? 'minor' : 'major' });
      return;
    case 'noteOn':
    case 'noteOff':
    case 'programChange':
    case 'controller':
      break;
    default:
      return;
  }
  if (event.channel === PERCUSSION) return;
  const key = `${track} ${event.channel}`;
  const stream = into.streams.get(key) ?? { name, program: 0, notes: [], sounding: new Map() };
  into.streams.set(key, stream);
  if (event.type === 'programChange') stream.program = event.programNumber;
  else if (event.type === 'controller') {
    if (event.controllerType === SUSTAIN) into.pedals.push({ at, down: event.value >= PEDAL_DOWN });
  } else {
    endNote(stream, event.noteNumber, at);
    if (event.type === 'noteOn' && event.velocity > 0) stream.sounding.set(event.noteNumber, at);
  }
};

const readTrack = (events: readonly MidiEvent[], track: number, ticksPerQuarter: number, into: Gathering): void => {
  const named = events.find((event) => event.type === 'trackName');
  const name = named?.type === 'trackName' ? named.text : '';
  if (track === 0) into.title = name;
  let ticks = 0;
  for (const event of events) {
    ticks += event.deltaTime;
    readEvent(event, ticks / ticksPerQuarter, track, name, into);
  }
  // What is never let go ends with its track.
  for (const [key, stream] of into.streams)
    if (key.startsWith(`${track} `))
      for (const midi of [...stream.sounding.keys()]) endNote(stream, midi, ticks / ticksPerQuarter);
};

/** Half a second makes a quarter where time is counted in film frames: 120 a minute, the tempo MIDI assumes. */
const FRAMES_QUARTER_SECONDS = 0.5;

interface Header {
  readonly format: number;
  readonly ticksPerBeat?: number;
  readonly framesPerSecond?: number;
  readonly ticksPerFrame?: number;
}

const ticksOf = ({ ticksPerBeat, framesPerSecond, ticksPerFrame }: Header): number =>
  ticksPerBeat ?? (framesPerSecond ?? 0) * (ticksPerFrame ?? 0) * FRAMES_QUARTER_SECONDS;

const startsAsMidi = (bytes: Uint8Array): boolean => String.fromCharCode(...bytes.subarray(0, 4)) === 'MThd';

/** Reads the events of a standard MIDI file, type 0 or 1. */
export const readPerformance = (bytes: Uint8Array): Result<Performance, MidiError> => {
  if (bytes.length === 0) return fail({ code: 'empty' });
  if (!startsAsMidi(bytes)) return fail({ code: 'not-midi' });
  let file: { readonly header: Header; readonly tracks: readonly (readonly MidiEvent[])[] };
  try {
    file = parseMidi(bytes);
  } catch (cause) {
    const detail = String(cause instanceof Error ? cause.message : cause).slice(0, 80);
    return fail({ code: 'damaged', detail });
  }
  if (file.header.format === 2) return fail({ code: 'separate-sequences' });
  const ticksPerQuarter = ticksOf(file.header);
  if (!(ticksPerQuarter > 0)) return fail({ code: 'damaged', detail: 'it does not say how long a beat is' });
  const into: Gathering = { title: '', streams: new Map(), tempi: [], metres: [], keys: [], pedals: [] };
  file.tracks.forEach((events, track) => readTrack(events, track, ticksPerQuarter, into));
  const streams = [...into.streams.values()].filter(({ notes }) => notes.length > 0);
  const count = streams.reduce((sum, { notes }) => sum + notes.length, 0);
  if (count === 0) return fail({ code: 'no-notes' });
  if (count > MAX_NOTES) return fail({ code: 'too-long', what: 'notes', limit: MAX_NOTES });
  const byTime = (a: { readonly at: number }, b: { readonly at: number }): number => a.at - b.at;
  return ok({
    title: into.title,
    streams: streams.map(({ name, program, notes }) => ({
      name,
      program,
      notes: notes.sort((a, b) => a.from - b.from || a.midi - b.midi),
    })),
    tempi: into.tempi.sort(byTime),
    metres: into.metres.sort(byTime),
    keys: into.keys.sort(byTime),
    pedals: into.pedals.sort(byTime),
    resolution: 1 / ticksPerQuarter,
  });
};
