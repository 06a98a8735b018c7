import { median } from 'es-toolkit';
import { grouped } from '../grouped';
import { SIDES, type Side } from '../hand/hand';
import { lastUpTo } from '../sorted';
import type { Pairs } from './pairing';
import type { Passage, Strike } from './passage';
import type { Performance } from './performance';

/** What is told by the clock: the pulse, halts, hands that are not together, keys let go early. */

/** A moment as it was struck. */
export interface Struck {
  readonly strike: Strike;
  /** When the first hand struck, ms. */
  readonly ms: number;
  readonly hands: Readonly<Partial<Record<Side, number>>>;
  readonly isRolled: boolean;
}

/** A halt is longer than a part of the beat, and than so many ms. Our choice: above what a calm pulse sways by. */
const HALT_BEATS = 0.35;
const HALT_MS = 150;
/** Moments on each side that tell the pulse at one. */
const PULSE_ROUND = 6;
/** From here on two hands are heard one after the other, ms. Listeners tell two tones apart from about 30 to 50 ms on (from memory). */
const APART_MS = 60;
/** A key is let go early when it was down for less than this part of its time, and by so many ms. Our choice. */
const HELD_SHARE = 0.6;
const EARLY_MS = 200;
/** Shorter notes are let go as one likes, beats. */
const LEAST_BEATS = 1;
const SHORT: ReadonlySet<string> = new Set(['staccato', 'staccatissimo', 'detached-legato', 'breath-mark', 'caesura']);

const mean = (figures: readonly number[]): number => figures.reduce((sum, one) => sum + one, 0) / figures.length;

/** The moments of a stretch in order, as they were struck. */
export const struckOf = ({ strikes, notes }: Passage, { right, wrong }: Pairs): readonly Struck[] => {
  const main = [...right, ...wrong].filter(({ expected }) => notes[expected]!.note.graceIndex === null);
  return [...grouped(main, ({ expected }) => notes[expected]!.strike)]
    .sort(([a], [b]) => a - b)
    .map(([at, all]) => {
      const hands: Partial<Record<Side, number>> = {};
      for (const side of SIDES) {
        const own = all.filter(({ expected }) => notes[expected]!.note.side === side);
        if (own.length > 0) hands[side] = mean(own.map(({ played }) => played.onMs));
      }
      const isRolled = all.some(({ expected }) => notes[expected]!.note.arpeggiated);
      return { strike: strikes[at]!, hands, ms: Math.min(...Object.values(hands)), isRolled };
    });
};

/** A halt before a moment. */
export interface Halt {
  readonly strike: Strike;
  readonly ms: number;
  readonly beats: number;
}

/** From one moment to the next: how long it took, and how long it is as it is written, ms at the usual pace. */
interface Step {
  readonly to: Struck;
  readonly written: number;
  readonly took: number;
  readonly afterFermata: boolean;
}

const stepsOf = ({ notes }: Passage, struck: readonly Struck[]): readonly Step[] =>
  struck.slice(1).map((to, at) => {
    const from = struck[at]!;
    const fermata = notes.slice(from.strike.from, from.strike.until).some(({ note }) => note.fermata);
    return { to, written: to.strike.seconds - from.strike.seconds, took: to.ms - from.ms, afterFermata: fermata };
  });

/** How long a written second lasts round a step, ms; the step itself does not count. */
const paceRound = (steps: readonly Step[], at: number, usual: number): number => {
  const round = steps.slice(Math.max(0, at - PULSE_ROUND), at + PULSE_ROUND + 1).filter((one) => one !== steps[at]);
  const paces = round.flatMap(({ written, took }) => (written > 0 && took > 0 ? [took / written] : []));
  return paces.length >= 3 ? median(paces) : usual;
};

/** Where the pulse stood still. */
export const haltsOf = (passage: Passage, struck: readonly Struck[], usual: number): readonly Halt[] => {
  const steps = stepsOf(passage, struck);
  return steps.flatMap(({ to, written, took, afterFermata }, at): readonly Halt[] => {
    const pace = paceRound(steps, at, usual);
    const ms = took - written * pace;
    const beats = ms / (to.strike.beatSeconds * pace);
    return ms > HALT_MS && beats > HALT_BEATS && !afterFermata ? [{ strike: to.strike, ms, beats }] : [];
  });
};

/** A moment at which one hand came after the other. */
export interface Apart {
  readonly strike: Strike;
  readonly late: Side;
  readonly ms: number;
}

/** Moments of both hands that were not struck together; rolled chords are not meant to be. */
export const apartOf = (struck: readonly Struck[]): readonly Apart[] =>
  struck.flatMap(({ strike, hands, isRolled }): readonly Apart[] => {
    const { right, left } = hands;
    if (right === undefined || left === undefined || isRolled || Math.abs(right - left) < APART_MS) return [];
    return [{ strike, late: right > left ? 'right' : 'left', ms: Math.abs(right - left) }];
  });

/** All strokes of each key, in time. */
export type StrokesOfKeys = ReadonlyMap<number, Performance>;

/** A key that came up before its time. */
export interface LetGo {
  readonly expected: number;
  readonly heldMs: number;
  readonly writtenMs: number;
}

/** Written lengths of keys that came up early, those excepted that are short anyway or are struck again. */
export const letGoOf = (
  { notes, strikes }: Passage,
  strokes: StrokesOfKeys,
  { right, pace }: Pairs,
): readonly LetGo[] => {
  return right.flatMap(({ expected, played }): readonly LetGo[] => {
    const { note, strike, lengthSeconds } = notes[expected]!;
    if (note.graceIndex !== null || note.articulations.some((one) => SHORT.has(one))) return [];
    if (lengthSeconds < LEAST_BEATS * strikes[strike]!.beatSeconds - 1e-6) return [];
    const own = strokes.get(note.midi)!;
    const next = own[lastUpTo(own, played.onMs, ({ onMs }) => onMs) + 1]?.onMs ?? Infinity;
    const writtenMs = Math.min(lengthSeconds * pace, next - played.onMs);
    const heldMs = played.offMs - played.onMs;
    const isEarly = heldMs < HELD_SHARE * writtenMs && writtenMs - heldMs > EARLY_MS;
    return isEarly ? [{ expected, heldMs, writtenMs }] : [];
  });
};

/** The tempo from one beat to the next. */
export interface TempoPoint {
  readonly strike: Strike;
  readonly quartersPerMinute: number;
}

const MS_A_MINUTE = 60_000;

/** The tempo at each moment, over the beat before it or longer. */
export const tempiOf = ({ score }: Passage, struck: readonly Struck[]): readonly TempoPoint[] => {
  const points: TempoPoint[] = [];
  let [from] = struck;
  for (const to of struck.slice(1)) {
    if (!from || to.strike.seconds - from.strike.seconds < from.strike.beatSeconds - 1e-6) continue;
    const quarters = (to.strike.onsetTicks - from.strike.onsetTicks) / score.ticksPerQuarter;
    if (to.ms > from.ms)
      points.push({ strike: to.strike, quartersPerMinute: (quarters * MS_A_MINUTE) / (to.ms - from.ms) });
    from = to;
  }
  return points;
};
