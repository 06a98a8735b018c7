import { beatTicks, type Bar, type Note, type Score } from '../../score/score';
import { beamsOf, type Beam } from './beams';
import { bracketsOf } from './tuplets';
import { valueOf, writeLength, type NoteValue } from './values';

/** A score as it is written down: bar by bar, staff by staff, voice by voice, as chords and rests with note values. */
export interface WrittenBar {
  readonly bar: Bar;
  /** By staff, then by voice; the first line of a staff fills the whole bar. */
  readonly lines: readonly WrittenLine[];
}

/** One voice of a staff in one bar; where a voice overlaps itself, the rest of it makes another line. */
export interface WrittenLine {
  readonly staff: number;
  readonly voice: string;
  readonly events: readonly WrittenEvent[];
}

/** A chord, a rest (no notes) or a gap (a rest that is not drawn). Times in ticks from the barline. */
export interface WrittenEvent {
  readonly onsetTicks: number;
  /** 0 for grace notes. */
  readonly ticks: number;
  readonly value: NoteValue | null;
  readonly notes: readonly WrittenNote[];
  readonly hidden: boolean;
  readonly beams: readonly Beam[];
  readonly tupletStarts: boolean;
  readonly tupletStops: boolean;
  /** How many of the tuplet's events follow and include this one; 0 where none starts. */
  readonly tupletEvents: number;
}

export interface WrittenNote {
  readonly note: Note;
  /** Which of the note's tied pieces this is, from 0. */
  readonly piece: number;
  readonly tieStarts: boolean;
  readonly tieStops: boolean;
}

interface Segment {
  readonly note: Note;
  readonly from: number;
  readonly to: number;
}

/** The drawn value of grace notes. */
const GRACE: NoteValue = { type: 'eighth', dots: 0, ratio: null };

type Bare = Omit<WrittenEvent, 'beams' | 'tupletStarts' | 'tupletStops' | 'tupletEvents'>;

const sameRatio = (a: Note['tuplet'], b: Note['tuplet']): boolean => a?.actual === b?.actual && a?.normal === b?.normal;

/** Notes of one voice that fit on one line: chords, one after another. What overlaps comes back as the rest. */
const takeLine = (segments: readonly Segment[]): { line: Segment[][]; rest: Segment[] } => {
  const line: Segment[][] = [];
  const rest: Segment[] = [];
  let free = 0;
  for (const segment of segments) {
    const last = line[line.length - 1]?.[0];
    const joins =
      last &&
      last.from === segment.from &&
      last.to === segment.to &&
      last.note.graceIndex === segment.note.graceIndex &&
      sameRatio(last.note.tuplet, segment.note.tuplet);
    if (joins) line[line.length - 1]!.push(segment);
    else if (segment.from >= free) {
      line.push([segment]);
      free = segment.to;
    } else rest.push(segment);
  }
  return { line, rest };
};

const linesOf = (segments: readonly Segment[]): Segment[][][] => {
  const lines: Segment[][][] = [];
  let left: readonly Segment[] = segments;
  while (left.length > 0) {
    const { line, rest } = takeLine(left);
    lines.push(line);
    left = rest;
  }
  return lines;
};

const inOrder = (a: Segment, b: Segment): number =>
  a.from - b.from ||
  (a.note.graceIndex ?? Infinity) - (b.note.graceIndex ?? Infinity) ||
  b.to - a.to ||
  a.note.midi - b.note.midi;
// Infinity - Infinity is NaN, which || passes over like 0.

/** Counts the pieces of each note through the whole score. */
type Pieces = Map<Note, number>;

const chordEvents = (chord: readonly Segment[], bar: Bar, score: Score, pieces: Pieces): Bare[] => {
  const [first] = chord;
  if (!first) return [];
  const isGrace = first.note.graceIndex !== null;
  const from = first.from - bar.onsetTicks;
  const lengths = isGrace
    ? [{ ticks: 0, value: GRACE }]
    : writeLength(from, first.to - first.from, beatTicks(score, bar.metre), score.ticksPerQuarter, first.note.tuplet);
  let onsetTicks = from;
  return lengths.map(({ ticks, value }) => {
    const at = onsetTicks;
    onsetTicks += ticks;
    const notes = chord.map(({ note }): WrittenNote => {
      const piece = pieces.get(note) ?? 0;
      pieces.set(note, piece + 1);
      const end = bar.onsetTicks + onsetTicks;
      const goesOn = !isGrace && end < note.onsetTicks + note.durationTicks;
      return { note, piece, tieStarts: goesOn, tieStops: piece > 0 };
    });
    return { onsetTicks: at, ticks, value, notes, hidden: false };
  });
};

const restEvents = (from: number, to: number, bar: Bar, score: Score, hidden: boolean): Bare[] => {
  if (to <= from) return [];
  const whole = from === 0 && to === bar.lengthTicks;
  const lengths = whole
    ? [{ ticks: to, value: valueOf(to, score.ticksPerQuarter, null) ?? null }]
    : writeLength(from, to - from, beatTicks(score, bar.metre), score.ticksPerQuarter, null);
  let onsetTicks = from;
  return lengths.map(({ ticks, value }) => {
    const at = onsetTicks;
    onsetTicks += ticks;
    return { onsetTicks: at, ticks, value, notes: [], hidden };
  });
};

/** One line with its gaps filled: by rests on the first line of a staff, by nothing seen on the others. */
const filled = (line: readonly Segment[][], bar: Bar, score: Score, pieces: Pieces, hidden: boolean): Bare[] => {
  const events: Bare[] = [];
  let at = 0;
  for (const chord of line) {
    const [first] = chord;
    if (!first) continue;
    events.push(...restEvents(at, first.from - bar.onsetTicks, bar, score, hidden));
    events.push(...chordEvents(chord, bar, score, pieces));
    at = Math.max(at, first.to - bar.onsetTicks);
  }
  events.push(...restEvents(at, bar.lengthTicks, bar, score, hidden));
  return events;
};

const finishLine = (events: readonly Bare[], bar: Bar, score: Score): WrittenEvent[] => {
  const brackets = bracketsOf(events);
  const beams = beamsOf(events, brackets, bar, score.ticksPerQuarter);
  // Written out: spreading three objects into one is several times as slow, and there is one of these for every chord.
  return events.map(({ onsetTicks, ticks, value, notes, hidden }, index) => {
    const { tupletStarts, tupletStops, tupletEvents } = brackets[index]!;
    return {
      onsetTicks,
      ticks,
      value,
      notes,
      hidden,
      beams: beams[index] ?? [],
      tupletStarts,
      tupletStops,
      tupletEvents,
    };
  });
};

/** Staves of a score: at least the first, and both where the left hand has one of its own. */
export const stavesOf = (score: Score): number => {
  let staves = 1;
  for (const { staff } of score.notes) staves = Math.max(staves, staff);
  // A staff that is silent all along is there by its clef.
  for (const mark of score.marks) if (mark.kind === 'clef') staves = Math.max(staves, mark.staff);
  return staves;
};

const segmentsByBar = (score: Score): Map<number, Segment[]> => {
  const byBar = new Map<number, Segment[]>();
  for (const note of score.notes) {
    const end = note.onsetTicks + note.durationTicks;
    for (let index = note.bar; index < score.bars.length; index += 1) {
      const bar = score.bars[index]!;
      const barEnd = bar.onsetTicks + bar.lengthTicks;
      const from = Math.max(note.onsetTicks, bar.onsetTicks);
      if (index > note.bar && from >= end) break;
      const segments = byBar.get(index) ?? [];
      segments.push({ note, from, to: Math.min(end, barEnd) });
      byBar.set(index, segments);
    }
  }
  return byBar;
};

const byVoice = (segments: readonly Segment[]): Map<string, Segment[]> => {
  const voices = new Map<string, Segment[]>();
  for (const segment of segments) voices.set(segment.note.voice, [...(voices.get(segment.note.voice) ?? []), segment]);
  return new Map([...voices].sort(([a], [b]) => Number(a) - Number(b) || (a < b ? -1 : 1)));
};

/** Writes a score down. Notes that last beyond their bar go on in the next, tied. */
export const writeDown = (score: Score): readonly WrittenBar[] => {
  const staves = stavesOf(score);
  const segments = segmentsByBar(score);
  const pieces: Pieces = new Map();
  return score.bars.map((bar) => {
    const here = (segments.get(bar.index) ?? []).sort(inOrder);
    const lines: WrittenLine[] = [];
    for (let staff = 1; staff <= staves; staff += 1) {
      const voices = byVoice(here.filter(({ note }) => note.staff === staff));
      let isFirst = true;
      for (const [voice, ofVoice] of voices)
        for (const line of linesOf(ofVoice)) {
          lines.push({ staff, voice, events: finishLine(filled(line, bar, score, pieces, !isFirst), bar, score) });
          isFirst = false;
        }
      if (isFirst)
        lines.push({
          staff,
          voice: String(staff === 1 ? 1 : 4 * (staff - 1) + 1),
          events: finishLine(restEvents(0, bar.lengthTicks, bar, score, false), bar, score),
        });
    }
    return { bar, lines };
  });
};
