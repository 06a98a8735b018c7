import { pitchClass } from '../keyboard/geometry';
import { barAt, beatStartsIn, byBar } from '../score/bars';
import { isIn, PLAIN_HARMONIES } from '../reading/harmony';
import { beatTicks, fullBarTicks, type Bar, type Mark, type Note, type Score } from '../score/score';

/** The right pedal, as a teacher settles it for a piece or a stretch of it. */

export const PEDAL_WAYS = ['as-written', 'none', 'each-harmony', 'first-beats', 'phrase-ends'] as const;
/**
 * - `each-harmony`: changed after the notes of every new harmony, at least once a bar;
 * - `first-beats`: down after the first beat, up before the last;
 * - `phrase-ends`: as each harmony, and up where the phrase breathes.
 */
export type PedalWay = (typeof PEDAL_WAYS)[number];

export interface PedalStretch {
  /** Indices into `Score.bars`, first and last. */
  readonly bars: readonly [number, number];
  readonly way: PedalWay;
}

/** From a pedal going down to its coming up, ticks. Where one ends as the next begins the pedal is changed. */
export interface PedalSpan {
  readonly downTicks: number;
  readonly upTicks: number;
}

type PedalMark = Extract<Mark, { kind: 'pedal' }>;

const endOf = ({ onsetTicks, durationTicks }: Note): number => onsetTicks + durationTicks;
const endOfBar = ({ onsetTicks, lengthTicks }: Bar): number => onsetTicks + lengthTicks;

/** The notes of a bar by which its harmonies are told: the left hand's, or the right hand's where the left is silent. */
const tellingNotes = (notes: readonly Note[]): readonly Note[] => {
  const left = notes.filter(({ side }) => side === 'left');
  return left.length > 0 ? left : notes;
};

/** Where a bar's harmonies begin: a beat opens a new one when its notes fit no chord with those before it. */
const harmoniesIn = (score: Score, bar: Bar, notes: readonly Note[]): readonly number[] => {
  const starts: number[] = [];
  let keys: readonly number[] = [];
  const beats = beatStartsIn(score, bar);
  const telling = tellingNotes(notes);
  beats.forEach((from, at) => {
    const until = beats[at + 1] ?? endOfBar(bar);
    const here = telling.filter(({ onsetTicks }) => onsetTicks >= from && onsetTicks < until);
    if (here.length === 0) return;
    const own = here.map(({ midi }) => pitchClass(midi));
    const together = [...keys, ...own];
    if (starts.length > 0 && isIn(PLAIN_HARMONIES, together)) keys = together;
    else {
      starts.push(from);
      keys = own;
    }
  });
  return starts;
};

/** Where the music breathes: both hands silent, or a breath or fermata. */
const breathsIn = (bar: Bar, notes: readonly Note[]): readonly number[] => {
  const ends = notes.filter(
    ({ articulations }) => articulations.includes('breath-mark') || articulations.includes('caesura'),
  );
  const silence = Math.max(bar.onsetTicks, ...notes.map(endOf));
  return [...ends.map(endOf), ...(silence < endOfBar(bar) ? [silence] : [])];
};

const byHarmony = (score: Score, bar: Bar, notes: readonly Note[], breathes: boolean): readonly PedalSpan[] => {
  const starts = harmoniesIn(score, bar, notes);
  const breaths = breathes ? breathsIn(bar, notes) : [];
  return starts.map((downTicks, at) => {
    const next = starts[at + 1] ?? endOfBar(bar);
    return { downTicks, upTicks: Math.min(next, ...breaths.filter((breath) => breath > downTicks)) };
  });
};

/** Down on the first beat, up where the last begins; a bar of one beat, or that begins with a rest, has none. */
const onFirstBeats = (score: Score, bar: Bar, notes: readonly Note[]): readonly PedalSpan[] => {
  const isFull = bar.lengthTicks >= fullBarTicks(score, bar.metre);
  const last = bar.onsetTicks + bar.lengthTicks - beatTicks(score, bar.metre);
  const begins = notes.some(({ onsetTicks }) => onsetTicks === bar.onsetTicks);
  return isFull && begins && last > bar.onsetTicks ? [{ downTicks: bar.onsetTicks, upTicks: last }] : [];
};

const spansIn = (score: Score, bar: Bar, notes: readonly Note[], way: PedalWay): readonly PedalSpan[] => {
  switch (way) {
    case 'each-harmony':
      return byHarmony(score, bar, notes, false);
    case 'phrase-ends':
      return byHarmony(score, bar, notes, true);
    case 'first-beats':
      return onFirstBeats(score, bar, notes);
    case 'as-written':
    case 'none':
      return [];
  }
};

/** The pedal that a bar is played with: the last stretch settled over it. */
export const pedalWayAt = (stretches: readonly PedalStretch[], bar: number): PedalWay =>
  stretches.findLast(({ bars: [first, last] }) => bar >= first && bar <= last)?.way ?? 'as-written';

/** When the pedal is down by the marks of a score. */
export const pedalSpansOf = ({ marks, bars }: Pick<Score, 'marks' | 'bars'>): readonly PedalSpan[] => {
  const spans: PedalSpan[] = [];
  let downTicks: number | undefined;
  for (const mark of marks) {
    if (mark.kind !== 'pedal') continue;
    if (downTicks !== undefined && mark.onsetTicks > downTicks) spans.push({ downTicks, upTicks: mark.onsetTicks });
    downTicks = mark.down ? mark.onsetTicks : undefined;
  }
  const last = bars[bars.length - 1];
  if (downTicks !== undefined && last) spans.push({ downTicks, upTicks: endOfBar(last) });
  return spans;
};

/** Spans of the written pedal inside bars that keep it; what reaches into others is cut. */
const writtenSpans = (score: Score, stretches: readonly PedalStretch[]): readonly PedalSpan[] =>
  pedalSpansOf(score).flatMap(({ downTicks, upTicks }): PedalSpan[] => {
    let until = barAt(score, downTicks);
    if (pedalWayAt(stretches, until) !== 'as-written') return [];
    while (until + 1 < score.bars.length && pedalWayAt(stretches, until + 1) === 'as-written') until += 1;
    return [{ downTicks, upTicks: Math.min(upTicks, endOfBar(score.bars[until]!)) }];
  });

const marksOf = (spans: readonly PedalSpan[]): readonly PedalMark[] =>
  spans.flatMap(({ downTicks, upTicks }): PedalMark[] => [
    { kind: 'pedal', onsetTicks: downTicks, down: true },
    { kind: 'pedal', onsetTicks: upTicks, down: false },
  ]);

/**
 * The score with the pedal that is settled for it; itself where none is. What follows reads its pedal marks: the engine (what need not
 * be held or joined), playback, the drawing, and files that are written.
 */
export const withPedal = (score: Score, stretches: readonly PedalStretch[]): Score => {
  if (stretches.every(({ way }) => way === 'as-written')) return score;
  const notes = byBar(score.notes);
  const settled = score.bars.flatMap((bar) =>
    spansIn(score, bar, notes.get(bar.index) ?? [], pedalWayAt(stretches, bar.index)),
  );
  const spans = [...writtenSpans(score, stretches), ...settled].sort((a, b) => a.downTicks - b.downTicks);
  const others = score.marks.filter(({ kind }) => kind !== 'pedal');
  return { ...score, marks: [...others, ...marksOf(spans)].sort((a, b) => a.onsetTicks - b.onsetTicks) };
};
