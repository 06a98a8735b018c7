import { Dice } from '../dice';
import { SIDES, type Side } from '../hand/hand';
import { isOnKeyboard, spokenName } from '../keyboard/pitch';
import type { Score } from '../score/score';
import { writtenId } from '../unfold';
import type { Slip } from './hearing';
import { passageOf, type Expected, type Extent, type Passage, type Strike } from './passage';
import type { Performance, PlayedNote } from './performance';

/** A simulated player: it plays a piece evenly, or with faults of a kind, and says which. The same seed plays the same. */

export const PLAYING_WAYS = [
  'steady',
  'hesitating',
  'wrong-notes',
  'missed-notes',
  'added-notes',
  'hands-apart',
  'wrong-octave',
  'repeated-starts',
  'letting-go',
] as const;
export type PlayingWay = (typeof PLAYING_WAYS)[number];

export interface SimulatedWish {
  readonly ways: readonly PlayingWay[];
  readonly seed: number;
  readonly extent: Extent;
  /** Both hands where it is left out. */
  readonly sides?: readonly Side[];
  /** Share of the written tempo. */
  readonly tempo: number;
}

export interface SimulatedPlaying {
  readonly performance: Performance;
  /** What it did on purpose. */
  readonly slips: readonly Slip[];
}

/** How often each fault is made: a share of the notes, or of the moments. Our choice. */
const OFTEN: Readonly<Record<Exclude<PlayingWay, 'steady'>, number>> = {
  hesitating: 0.08,
  'wrong-notes': 0.04,
  'missed-notes': 0.03,
  'added-notes': 0.04,
  'hands-apart': 0.15,
  'wrong-octave': 0.06,
  'repeated-starts': 0.05,
  'letting-go': 0.2,
};
/** No hand is a clock, ms. */
const SWAY_MS = 10;
/** Keys come up a little before the next is struck. */
const HELD = 0.92;
/** Between two faults of the clock lie so many moments. */
const CALM = 8;

/** A moment in the order it is played: with new starts some come again. */
interface Turn {
  readonly strike: Strike;
  /** How long it is waited before it, ms. */
  readonly wait: number;
  /** Whether it is played more than once: what is missed one time is made good the other. */
  readonly again: boolean;
}

/** What the faults are laid on. */
interface Workshop {
  readonly passage: Passage;
  readonly dice: Dice;
  readonly tempo: number;
  readonly has: (way: PlayingWay) => boolean;
  readonly slips: Slip[];
}

const { hesitating, ...SHARES } = OFTEN;

/** The moments in the order they are played, with halts and new starts. */
const turnsOf = ({ passage, dice, tempo, has, slips }: Workshop): readonly Turn[] => {
  const { strikes, placeOf } = passage;
  const turns: Turn[] = [];
  let sinceFault = 0;
  for (let at = 0; at < strikes.length; at += 1) {
    const strike = strikes[at]!;
    sinceFault += 1;
    const isCalm = sinceFault > CALM && at < strikes.length - 2;
    if (isCalm && has('repeated-starts') && dice.happens(SHARES['repeated-starts'])) {
      const to = dice.whole(Math.max(0, at - 12), at - 6);
      slips.push({ ...placeOf(strikes[to]!), kind: 'restart', reached: placeOf(strikes[at - 1]!) });
      const wait = dice.between(500, 1200);
      for (let from = turns.length - (at - to); from < turns.length; from += 1)
        turns[from] = { ...turns[from]!, again: true };
      for (let from = to; from < at; from += 1)
        turns.push({ strike: strikes[from]!, wait: from === to ? wait : 0, again: true });
      sinceFault = 0;
    }
    const halts = isCalm && sinceFault > 0 && has('hesitating') && dice.happens(hesitating);
    const beats = halts ? dice.between(0.7, 1.6) : 0;
    const ms = (beats * strike.beatSeconds * 1000) / tempo;
    if (halts) {
      slips.push({ ...placeOf(strike), kind: 'halt', ms, beats });
      sinceFault = 0;
    }
    turns.push({ strike, wait: ms, again: false });
  }
  return turns;
};

/** Notes of a moment, as they are about to be played. */
interface Stroke {
  readonly expected: Expected;
  midi: number;
  onMs: number;
  offMs: number;
  /** What was already done to it: a note has one fault. */
  fault: 'none' | 'left-out' | 'other';
}

const notesOf = ({ notes }: Passage, { from, until }: Strike): readonly Expected[] => notes.slice(from, until);

/** A key beside one that is neither struck nor about to be. */
const besides = (dice: Dice, midi: number, busy: ReadonlySet<number>): number | undefined => {
  const near = [1, -1, 2, -2].map((by) => midi + by).filter((key) => isOnKeyboard(key) && !busy.has(key));
  return near.length === 0 ? undefined : near[dice.whole(0, near.length - 1)];
};

/** Keys of a moment and of those round it. */
const busyRound = ({ passage: { strikes, notes } }: Workshop, { at }: Strike): ReadonlySet<number> =>
  new Set(
    strikes
      .slice(Math.max(0, at - 1), at + 2)
      .flatMap(({ from, until }) => notes.slice(from, until).map(({ note }) => note.midi)),
  );

/** Wrong and missed keys of one moment. */
const spoilKeys = (shop: Workshop, { strike, again }: Turn, strokes: readonly Stroke[]): void => {
  const { dice, has, slips, passage } = shop;
  const place = passage.placeOf(strike);
  for (const stroke of strokes) {
    const { note } = stroke.expected;
    const named = { ...place, noteId: writtenId(note.id), name: spokenName(note.pitch), midi: note.midi };
    if (note.graceIndex !== null || note.ornament !== null) continue;
    if (has('wrong-notes') && dice.happens(SHARES['wrong-notes'])) {
      const key = besides(dice, note.midi, new Set([...busyRound(shop, strike), ...strokes.map(({ midi }) => midi)]));
      if (key === undefined) continue;
      stroke.midi = key;
      stroke.fault = 'other';
      slips.push({ ...named, kind: 'wrong', played: key });
    } else if (has('missed-notes') && strike.at > 0 && !again && dice.happens(SHARES['missed-notes'])) {
      stroke.fault = 'left-out';
      slips.push({ ...named, kind: 'missed' });
    } else if (has('letting-go') && isLong(passage, stroke.expected) && dice.happens(SHARES['letting-go'])) {
      const [writtenMs, heldMs] = [stroke.offMs - stroke.onMs, 0.35 * (stroke.offMs - stroke.onMs)];
      if (writtenMs - heldMs < 300) continue;
      stroke.offMs = stroke.onMs + heldMs;
      stroke.fault = 'other';
      slips.push({ ...named, kind: 'let-go', heldMs, writtenMs });
    }
  }
};

const isLong = ({ strikes }: Passage, { note, strike, lengthSeconds }: Expected): boolean =>
  note.articulations.length === 0 && lengthSeconds >= strikes[strike]!.beatSeconds - 1e-6;

/** One hand comes later than the other. */
const partHands = ({ dice, has, slips, passage }: Workshop, strike: Strike, strokes: readonly Stroke[]): void => {
  const isOfBoth = SIDES.every((side) =>
    strokes.some(({ expected, fault }) => expected.note.side === side && fault !== 'left-out'),
  );
  const isRolled = strokes.some(({ expected }) => expected.note.arpeggiated || expected.note.graceIndex !== null);
  if (!isOfBoth || isRolled || !has('hands-apart') || !dice.happens(SHARES['hands-apart'])) return;
  const late: Side = dice.happens(0.5) ? 'right' : 'left';
  const ms = dice.between(95, 170);
  for (const stroke of strokes)
    if (stroke.expected.note.side === late) {
      stroke.onMs += ms;
      stroke.offMs += ms;
    }
  slips.push({ ...passage.placeOf(strike), kind: 'apart', ms, late });
};

/** A hand that has gone to the wrong octave, for some moments. */
interface Astray {
  readonly side: Side;
  readonly by: number;
  readonly until: number;
}

const goAstray = ({ dice, has }: Workshop, { at }: Strike, before: Astray | undefined): Astray | undefined => {
  if (before && at < before.until) return before;
  if (!has('wrong-octave') || !dice.happens(SHARES['wrong-octave'])) return undefined;
  return { side: SIDES[dice.whole(0, 1)]!, by: dice.happens(0.5) ? 12 : -12, until: at + dice.whole(4, 8) };
};

const spoilOctave = (shop: Workshop, strike: Strike, strokes: readonly Stroke[], { side, by }: Astray): void => {
  const place = shop.passage.placeOf(strike);
  const busy = busyRound(shop, strike);
  for (const stroke of strokes) {
    const { note } = stroke.expected;
    if (
      stroke.fault !== 'none' ||
      note.side !== side ||
      note.graceIndex !== null ||
      busy.has(note.midi + by) ||
      !isOnKeyboard(note.midi + by)
    )
      continue;
    stroke.midi = note.midi + by;
    stroke.fault = 'other';
    shop.slips.push({
      ...place,
      kind: 'wrong',
      noteId: writtenId(note.id),
      name: spokenName(note.pitch),
      midi: note.midi,
      played: stroke.midi,
    });
  }
};

/** A key too many, between this moment and the next. */
const addKey = (shop: Workshop, strike: Strike, ms: number, next: number): readonly PlayedNote[] => {
  const { dice, has, slips, passage } = shop;
  if (!has('added-notes') || !dice.happens(SHARES['added-notes']) || next - ms < 160) return [];
  const { note } = passage.notes[strike.from]!;
  const key = note.ornament === null ? besides(dice, note.midi, busyRound(shop, strike)) : undefined;
  if (key === undefined) return [];
  slips.push({ ...passage.placeOf(strike), kind: 'added', played: key });
  const onMs = ms + 0.5 * (next - ms);
  return [{ midi: key, onMs, offMs: onMs + 80 }];
};

/** A key that is struck again has come up before. */
const liftedInTime = (notes: readonly PlayedNote[]): Performance => {
  const sorted = [...notes].sort((a, b) => a.onMs - b.onMs);
  const next = new Map<number, number>();
  const lifted: PlayedNote[] = [];
  for (const note of sorted.reverse()) {
    const limit = (next.get(note.midi) ?? Infinity) - 15;
    lifted.push({ ...note, offMs: Math.max(note.onMs + 10, Math.min(note.offMs, limit)) });
    next.set(note.midi, note.onMs);
  }
  return lifted.reverse();
};

/** Plays bars of a piece, or all of it. */
export const simulatePlaying = (
  score: Score,
  { ways, seed, extent, tempo, sides = SIDES }: SimulatedWish,
): SimulatedPlaying => {
  const passage = passageOf(score, extent, sides);
  const dice = new Dice(seed);
  const shop: Workshop = { passage, dice, tempo, slips: [], has: (way) => ways.includes(way) };
  const turns = turnsOf(shop);
  const played: PlayedNote[] = [];
  const msAfter = (from: Strike, to: Strike): number => ((to.seconds - from.seconds) * 1000) / tempo;
  let ms = 1000;
  let astray: Astray | undefined;
  turns.forEach((turn, at) => {
    const { strike, wait } = turn;
    const before = turns[at - 1]?.strike;
    // A new start waits in place of the time that is written.
    if (before) ms += wait + (strike.at > before.at ? msAfter(before, strike) : 0);
    const strokes = notesOf(passage, strike).map((expected): Stroke => {
      const onMs = ms + ((expected.seconds - strike.seconds) * 1000) / tempo + dice.between(-SWAY_MS, SWAY_MS);
      const length = expected.note.graceIndex === null ? expected.lengthSeconds * HELD : 0.08;
      return { expected, midi: expected.note.midi, onMs, offMs: onMs + (length * 1000) / tempo, fault: 'none' };
    });
    spoilKeys(shop, turn, strokes);
    partHands(shop, strike, strokes);
    astray = goAstray(shop, strike, astray);
    if (astray) spoilOctave(shop, strike, strokes, astray);
    for (const { midi, onMs, offMs, fault } of strokes) if (fault !== 'left-out') played.push({ midi, onMs, offMs });
    const next = turns[at + 1];
    if (next && next.strike.at > strike.at) played.push(...addKey(shop, strike, ms, ms + msAfter(strike, next.strike)));
  });
  return { performance: liftedInTime(played), slips: shop.slips };
};
