import type { Side } from '../../hand/hand';
import { isOnKeyboard, pitchName } from '../../keyboard/pitch';
import { andThen, fail, ok, type Result } from '../../result';
import {
  fullBarTicks,
  type Bar,
  type Key,
  type Mark,
  type Metre,
  type Note,
  type Score,
  type ScoreIssue,
} from '../../score/score';
import { layBars, noteOf, type SaidBar } from '../../score/build';
import { gathered } from '../gather';
import { MAX_BARS, MAX_FILE_BYTES } from '../limits';
import { coarsened } from '../notation/coarsen';
import type { MidiError } from './errors';
import { giveHands, type HandNote, type HandsBy } from './hands';
import { estimateMetre } from './metre';
import { readPerformance, type Performance } from './performance';
import { deriveGrid, type Grid } from './quantise';
import { estimateKey, spell } from './spelling';

/** What was derived on the way, for the teacher to see and judge. */
export interface MidiFindings {
  readonly grid: Grid;
  readonly handsBy: HandsBy;
  readonly keyGiven: boolean;
  readonly metreGiven: boolean;
}

export interface MidiScore {
  readonly score: Score;
  readonly findings: MidiFindings;
}

/** A whole note divides into so many bars' unit lengths: steps must hold an eighth where the metre counts in eighths. */
const stepsFor = ({ steps }: Grid, metres: readonly Metre[]): number =>
  metres.reduce((needed, { beatType }) => {
    const perQuarter = Math.max(1, beatType / 4);
    return needed % perQuarter === 0 ? needed : needed * perQuarter;
  }, steps);

interface Placed<T> {
  readonly at: number;
  readonly value: T;
}

const holding = <T>(changes: readonly Placed<T>[], at: number, otherwise: T): T =>
  changes.findLast((change) => change.at <= at)?.value ?? otherwise;

const barsOf = (
  endTicks: number,
  ticksPerQuarter: number,
  metres: readonly Placed<Metre>[],
  keys: readonly Placed<Key>[],
  first: { readonly metre: Metre; readonly key: Key },
): readonly Bar[] | undefined => {
  const said: SaidBar[] = [];
  let at = 0;
  while (at < endTicks) {
    if (said.length >= MAX_BARS) return undefined;
    const metre = holding(metres, at, first.metre);
    const full = fullBarTicks({ ticksPerQuarter }, metre);
    // A change of metre begins a bar: the one before is cut short.
    const change = metres.find((one) => one.at > at && one.at < at + full);
    const lengthTicks = change ? change.at - at : full;
    said.push({ metre, key: holding(keys, at, first.key), lengthTicks });
    at += lengthTicks;
  }
  return layBars(withUpbeat(said), ticksPerQuarter);
};

/** A first bar that is shorter than the metre which follows at once is an upbeat: bar 0. */
const withUpbeat = (said: readonly SaidBar[]): readonly SaidBar[] => {
  const [first, second, ...others] = said;
  if (!first || !second || first.metre.beatType !== second.metre.beatType) return said;
  if (first.metre.beats >= second.metre.beats) return said;
  return [{ ...first, number: 0, metre: second.metre }, second, ...others];
};

/**
 * Voices of one hand: each note in the first voice that is free, chords together. The outer line is the first voice: the
 * right hand's highest, the left hand's lowest.
 */
const voicesOf = (notes: readonly HandNote[], side: Side): readonly number[] => {
  const order = notes
    .map((note, index) => ({ note, index }))
    .sort(
      (a, b) => a.note.from - b.note.from || (side === 'right' ? b.note.midi - a.note.midi : a.note.midi - b.note.midi),
    );
  const voices: { from: number; to: number }[] = [];
  const voiceOf = Array<number>(notes.length).fill(0);
  for (const { note, index } of order) {
    let voice = voices.findIndex(({ from, to }) => to <= note.from || (from === note.from && to === note.to));
    if (voice < 0) voice = voices.length;
    voices[voice] = { from: note.from, to: note.to };
    voiceOf[index] = voice;
  }
  return voiceOf;
};

const scoreNotes = (
  notes: readonly HandNote[],
  side: Side,
  bars: readonly Bar[],
  ticksPerStep: number,
): { notes: Note[]; issues: ScoreIssue[] } => {
  const own = notes.filter((note) => note.side === side);
  const voiceOf = voicesOf(own, side);
  const found: Note[] = [];
  const issues: ScoreIssue[] = [];
  let bar = 0;
  own.forEach(({ midi, from, to }, index) => {
    const onsetTicks = from * ticksPerStep;
    while (bars[bar + 1] && bars[bar + 1]!.onsetTicks <= onsetTicks) bar += 1;
    const pitch = spell(midi, bars[bar]!.key);
    if (!isOnKeyboard(midi)) {
      issues.push({ bar, code: 'off-keyboard', pitch: pitchName(pitch) });
      return;
    }
    const voice = String((side === 'right' ? 1 : 5) + (voiceOf[index] ?? 0));
    const durationTicks = (to - from) * ticksPerStep;
    found.push(noteOf({ id: `${side}-${index + 1}`, side, voice, pitch, midi, bar, onsetTicks, durationTicks }));
  });
  return { notes: found, issues };
};

const marksOf = (performance: Performance, ticksPerQuarter: number): Mark[] => {
  const ticks = (at: number): number => Math.round(at * ticksPerQuarter);
  return [
    ...performance.tempi.map(({ at, quartersPerMinute }): Mark => ({
      kind: 'tempo',
      onsetTicks: ticks(at),
      quartersPerMinute: Math.round(quartersPerMinute * 1000) / 1000,
    })),
    ...performance.pedals.map(({ at, down }): Mark => ({ kind: 'pedal', onsetTicks: ticks(at), down })),
  ];
};

const scoreOf = (performance: Performance): Result<MidiScore, MidiError> => {
  const played = performance.streams.flatMap(({ notes }) => notes);
  const grid = deriveGrid(played, performance.resolution);
  const { notes, by } = giveHands(performance, grid);
  const steps = stepsFor(
    grid,
    performance.metres.map(({ beats, beatType }) => ({ beats, beatType })),
  );
  const ticksPerStep = steps / grid.steps;
  const inQuarters = notes.map(({ midi, from, to }) => ({ midi, from: from / grid.steps, to: to / grid.steps }));
  const key = performance.keys[0] ?? estimateKey(inQuarters);
  const metre = performance.metres[0] ?? estimateMetre(inQuarters);
  const placed = <T>(changes: readonly ({ readonly at: number } & T)[], of: (change: T) => T): Placed<T>[] =>
    changes.map((change) => ({ at: Math.round(change.at * steps), value: of(change) }));
  const end = Math.max(...notes.map(({ to }) => to)) * ticksPerStep;
  const bars = barsOf(
    end,
    steps,
    placed<Metre>(performance.metres, ({ beats, beatType }) => ({ beats, beatType })),
    placed<Key>(performance.keys, ({ fifths, mode }) => ({ fifths, mode })),
    {
      metre: { beats: metre.beats, beatType: metre.beatType },
      key: { fifths: key.fifths, mode: key.mode },
    },
  );
  if (!bars) return fail({ code: 'too-long', what: 'bars', limit: MAX_BARS });
  const right = scoreNotes(notes, 'right', bars, ticksPerStep);
  const left = scoreNotes(notes, 'left', bars, ticksPerStep);
  const all = [...right.notes, ...left.notes];
  if (all.length === 0) return fail({ code: 'no-notes' });
  const last = bars[bars.length - 1]!;
  const found: Score = {
    title: performance.title.trim() || 'Untitled',
    composer: '',
    ticksPerQuarter: steps,
    bars,
    notes: all,
    slurs: [],
    marks: marksOf(performance, steps).filter(({ onsetTicks }) => onsetTicks < last.onsetTicks + last.lengthTicks),
    issues: [...right.issues, ...left.issues],
  };
  const findings: MidiFindings = {
    grid,
    handsBy: by,
    keyGiven: performance.keys.length > 0,
    metreGiven: performance.metres.length > 0,
  };
  return andThen(gathered(found), (score) => ok({ score: coarsened(score), findings }));
};

/** Reads a standard MIDI file: notes on a grid, spelled by key, given to two hands. */
export const readMidi = (bytes: Uint8Array): Result<MidiScore, MidiError> => {
  if (bytes.length > MAX_FILE_BYTES)
    return fail({ code: 'too-large', bytes: bytes.length, limitBytes: MAX_FILE_BYTES });
  return andThen(readPerformance(bytes), scoreOf);
};
