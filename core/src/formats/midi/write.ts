import { writeMidi as writeFile, type MidiEvent } from 'midi-file';
import { SIDES, type Side } from '../../hand/hand';
import type { Bar, Metre, Note, Score } from '../../score/score';

/** An event at a place of its own; `rank` orders what falls together: ends before beginnings. */
interface Placed {
  readonly at: number;
  readonly rank: number;
  readonly event: MidiEvent;
}

/** Sequencers expect several hundred ticks to a quarter; more than this does not fit the header (15 bits). */
const USUAL_TICKS = 480;
const MOST_TICKS = 32_767;

const VELOCITY = 72;
const RELEASE = 64;
/** Grace notes are quick: each a thirty-second before its note. */
const GRACE_QUARTERS = 1 / 8;
const CHANNEL: Readonly<Record<Side, number>> = { right: 0, left: 1 };
const NAME: Readonly<Record<Side, string>> = { right: 'Right hand', left: 'Left hand' };

const withDeltas = (events: readonly Placed[]): MidiEvent[] => {
  let last = 0;
  const ordered = [...events].sort((a, b) => a.at - b.at || a.rank - b.rank);
  const track = ordered.map(({ at, event }): MidiEvent => {
    const ticks = Math.round(at);
    const deltaTime = ticks - last;
    last = ticks;
    return { ...event, deltaTime };
  });
  return [...track, { deltaTime: 0, meta: true, type: 'endOfTrack' }];
};

/** The metre of a bar as long as it is: an upbeat is a short bar of its own, as MIDI files have no other word for it. */
const metreOf = ({ lengthTicks, metre }: Bar, { ticksPerQuarter }: Score): Metre => {
  const beats = (lengthTicks * metre.beatType) / (4 * ticksPerQuarter);
  return Number.isInteger(beats) && beats <= 64 ? { ...metre, beats } : metre;
};

const conductor = (score: Score, scale: number): MidiEvent[] => {
  const events: Placed[] = [
    { at: 0, rank: 0, event: { deltaTime: 0, meta: true, type: 'trackName', text: score.title } },
  ];
  score.bars.forEach((bar, index) => {
    const { onsetTicks, key } = bar;
    const before = score.bars[index - 1];
    const metre = metreOf(bar, score);
    const last = before && metreOf(before, score);
    const at = onsetTicks * scale;
    if (last?.beats !== metre.beats || last.beatType !== metre.beatType)
      events.push({
        at,
        rank: 1,
        event: {
          deltaTime: 0,
          meta: true,
          type: 'timeSignature',
          numerator: metre.beats,
          denominator: metre.beatType,
          metronome: 24,
          thirtyseconds: 8,
        },
      });
    if (before?.key.fifths !== key.fifths || before.key.mode !== key.mode)
      events.push({
        at,
        rank: 2,
        event: {
          deltaTime: 0,
          meta: true,
          type: 'keySignature',
          key: Math.max(-7, Math.min(7, key.fifths)),
          scale: key.mode === 'minor' ? 1 : 0,
        },
      });
  });
  for (const mark of score.marks)
    if (mark.kind === 'tempo')
      events.push({
        at: mark.onsetTicks * scale,
        rank: 3,
        event: {
          deltaTime: 0,
          meta: true,
          type: 'setTempo',
          microsecondsPerBeat: Math.round(60_000_000 / mark.quartersPerMinute),
        },
      });
  return withDeltas(events);
};

/** When a note sounds, ticks of the file. Grace notes take their time before the note they adorn. */
const soundOf = (note: Note, graces: number, ticksPerQuarter: number, scale: number): { from: number; to: number } => {
  const at = note.onsetTicks * scale;
  if (note.graceIndex === null) return { from: at, to: at + note.durationTicks * scale };
  const each = Math.max(1, Math.round(GRACE_QUARTERS * ticksPerQuarter * scale));
  const from = Math.max(0, at - (graces - note.graceIndex) * each);
  return { from, to: Math.max(from + 1, at - (graces - note.graceIndex - 1) * each) };
};

const handTrack = (score: Score, side: Side, scale: number): MidiEvent[] => {
  const channel = CHANNEL[side];
  const events: Placed[] = [
    { at: 0, rank: 0, event: { deltaTime: 0, meta: true, type: 'trackName', text: NAME[side] } },
    { at: 0, rank: 1, event: { deltaTime: 0, type: 'programChange', channel, programNumber: 0 } },
  ];
  const own = score.notes.filter((note) => note.side === side);
  const graces = new Map<number, number>();
  for (const { onsetTicks, graceIndex } of own)
    if (graceIndex !== null) graces.set(onsetTicks, Math.max(graces.get(onsetTicks) ?? 0, graceIndex + 1));
  const strokes = own
    .map((note) => ({
      midi: note.midi,
      ...soundOf(note, graces.get(note.onsetTicks) ?? 0, score.ticksPerQuarter, scale),
    }))
    .sort((a, b) => a.from - b.from || a.to - b.to);
  const again = new Map<number, number>();
  for (const { midi, from, to } of strokes.reverse()) {
    const next = again.get(midi);
    // One stroke of a key at a time: MIDI cannot hold it twice.
    if (next === from) continue;
    again.set(midi, from);
    events.push({
      at: from,
      rank: 4,
      event: { deltaTime: 0, type: 'noteOn', channel, noteNumber: midi, velocity: VELOCITY },
    });
    events.push({
      at: Math.min(to, next ?? Infinity),
      rank: 3,
      event: { deltaTime: 0, type: 'noteOff', channel, noteNumber: midi, velocity: RELEASE },
    });
  }
  for (const mark of score.marks)
    if (mark.kind === 'pedal')
      events.push({
        at: mark.onsetTicks * scale,
        rank: mark.down ? 5 : 2,
        event: { deltaTime: 0, type: 'controller', channel, controllerType: 64, value: mark.down ? 127 : 0 },
      });
  return withDeltas(events);
};

const MOST_EVENTS = 400;

/** The bytes of one track's events. The library copies all it has written at each event, so it is given a few at a time. */
const trackBytes = (events: readonly MidiEvent[]): number[] => {
  const bytes: number[] = [];
  for (let from = 0; from < events.length; from += MOST_EVENTS) {
    const track = events.slice(from, from + MOST_EVENTS);
    const file = writeFile({ header: { format: 1, numTracks: 1, ticksPerBeat: 1 }, tracks: [track] });
    bytes.push(...file.slice(HEADER_BYTES + CHUNK_HEAD_BYTES));
  }
  return bytes;
};

/** Lengths of the parts of a standard MIDI file: the header chunk whole, and what stands before each chunk's own bytes. */
const HEADER_BYTES = 14;
const CHUNK_HEAD_BYTES = 8;

const fourBytes = (value: number): number[] => [24, 16, 8, 0].map((shift) => (value >>> shift) & 0xff);

const chunkOf = (events: readonly MidiEvent[]): number[] => {
  const bytes = trackBytes(events);
  return [...[...'MTrk'].map((letter) => letter.charCodeAt(0)), ...fourBytes(bytes.length), ...bytes];
};

/** Writes a score as a standard MIDI file of type 1: tempo, metre and key on the first track, then a track for each hand. */
export const writeMidi = (score: Score): Uint8Array<ArrayBuffer> => {
  const scale = Math.max(1, Math.ceil(USUAL_TICKS / score.ticksPerQuarter));
  const ticksPerBeat = Math.min(MOST_TICKS, score.ticksPerQuarter * scale);
  // Ticks finer than the header holds are rounded.
  const ratio = ticksPerBeat / score.ticksPerQuarter;
  const tracks = [conductor(score, ratio), ...SIDES.map((side) => handTrack(score, side, ratio))];
  const header = writeFile({
    header: { format: 1, numTracks: tracks.length, ticksPerBeat },
    tracks: tracks.map(() => []),
  });
  return Uint8Array.from([header.slice(0, HEADER_BYTES), ...tracks.map(chunkOf)].flat());
};
