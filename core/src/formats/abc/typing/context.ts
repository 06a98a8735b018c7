import { fifthsOf, type Step } from '../../../keyboard/pitch';
import { beatTicks, fullBarTicks, type Key, type Metre } from '../../../score/score';
import { accidentalsIn } from '../../notation/accidentals';
import { ABC_TICKS } from '../signs';
import { headsIn } from './event';
import { tokensOf, type Token, type TokenKind } from './lexer';

/** A token with its place in the whole text. */
export interface Placed extends Token {
  readonly at: number;
}

/** What holds where the caret stands. Times in ABC's ticks. */
export interface Context {
  readonly voice: string;
  /** Ticks of the unit note length (`L:`). */
  readonly unitTicks: number;
  readonly metre: Metre;
  readonly key: Key;
  /** Music of the voice since the last barline, before the caret. */
  readonly sinceBar: readonly Placed[];
  /** All music of the voice before the caret. */
  readonly music: readonly Placed[];
  readonly filledTicks: number;
  readonly barTicks: number;
  readonly beatTicks: number;
  /** Notes that a tuplet still wants, and how they are squeezed. */
  readonly tuplet: { readonly left: number; readonly ratio: number } | undefined;
  /** Barlines on the line of the caret before it. */
  readonly barsOnLine: number;
}

const MODES: readonly (readonly [RegExp, number, Key['mode']])[] = [
  [/^(m(in)?|aeo)/i, -3, 'minor'],
  [/^dor/i, -2, 'major'],
  [/^phr/i, -4, 'major'],
  [/^lyd/i, 1, 'major'],
  [/^mix/i, -1, 'major'],
  [/^loc/i, -5, 'major'],
];

/** @example readKeyText('F#m') // => { fifths: 3, mode: 'minor' } */
export const readKeyText = (text: string): Key | undefined => {
  const match = /^\s*([A-G])([#b]?)\s*([A-Za-z]*)/.exec(text);
  if (!match) return undefined;
  const [, letter = 'C', accidental = '', name = ''] = match;
  const alter = accidental === '#' ? 1 : accidental === 'b' ? -1 : 0;
  const tonic = fifthsOf({ step: letter as Step, alter }, 'major');
  // M alone is short for major; "maj" begins with the same letter as "min".
  const mode = name === 'M' || /^maj/i.test(name) ? undefined : MODES.find(([pattern]) => pattern.test(name));
  return { fifths: tonic + (mode?.[1] ?? 0), mode: mode?.[2] ?? 'major' };
};

const readMetreText = (text: string): Metre | undefined => {
  if (/^\s*C\|/.test(text)) return { beats: 2, beatType: 2 };
  if (/^\s*C/.test(text)) return { beats: 4, beatType: 4 };
  const match = /^\s*(\d+)\/(\d+)/.exec(text);
  return match ? { beats: Number(match[1]), beatType: Number(match[2]) } : undefined;
};

const readUnit = (text: string): number | undefined => {
  const match = /^\s*(\d+)\/(\d+)/.exec(text);
  return match ? (4 * ABC_TICKS * Number(match[1])) / Number(match[2]) : undefined;
};

/** Without `L:` the unit follows the metre (ABC 2.1, 3.1.7). */
const usualUnit = ({ beats, beatType }: Metre): number => (beats / beatType < 0.75 ? ABC_TICKS / 4 : ABC_TICKS / 2);

/** Length of a note, chord or rest, without any tuplet. */
const lengthIn = (text: string, unitTicks: number): number => {
  const match = /(\d*)(\/*)(\d*)$/.exec(text)!;
  const over = match[1] ? Number(match[1]) : 1;
  const under = match[2] ? (match[3] ? Number(match[3]) : 2 ** match[2].length) : 1;
  return (unitTicks * over) / under;
};

/** Notes in the time of how many (ABC 2.1, 4.13). */
const tupletOf = (text: string, { beats, beatType }: Metre): { left: number; ratio: number } => {
  const [p = 3, q, r] = text
    .slice(1)
    .split(':')
    .map((part) => (part === '' ? undefined : Number(part)));
  const compound = beatType >= 8 && beats % 3 === 0;
  const usual: Readonly<Record<number, number>> = { 2: 3, 3: 2, 4: 3, 6: 2, 8: 3 };
  return { left: r ?? p, ratio: (q ?? usual[p] ?? (compound ? 3 : 2)) / p };
};

/** Tokens that take time. */
export const SOUNDING: ReadonlySet<TokenKind> = new Set(['note', 'chord', 'rest']);

interface Walk {
  voice: string;
  unitTicks: number | undefined;
  metre: Metre;
  key: Key;
  inBody: boolean;
}

const readField = (name: string, content: string, walk: Walk): void => {
  if (name === 'L') walk.unitTicks = readUnit(content) ?? walk.unitTicks;
  if (name === 'M') walk.metre = readMetreText(content) ?? walk.metre;
  if (name === 'K') {
    walk.key = readKeyText(content) ?? walk.key;
    walk.inBody = true;
  }
  if (name === 'V' && walk.inBody) walk.voice = content.trim().split(/\s+/)[0] ?? '';
};

/** Sums the time since the barline, tuplets squeezed. */
const fill = (tokens: readonly Placed[], unitTicks: number, metre: Metre): Pick<Context, 'filledTicks' | 'tuplet'> => {
  let filledTicks = 0;
  let tuplet: { left: number; ratio: number } | undefined;
  for (const { kind, text } of tokens) {
    if (kind === 'tuplet') tuplet = tupletOf(text, metre);
    if (!SOUNDING.has(kind)) continue;
    filledTicks += lengthIn(text, unitTicks) * (tuplet?.ratio ?? 1);
    if (tuplet) tuplet = tuplet.left > 1 ? { ...tuplet, left: tuplet.left - 1 } : undefined;
  }
  return { filledTicks: Math.round(filledTicks), tuplet };
};

/** Reads what holds at a place of the text. Only what stands before the caret counts, as when writing by hand. */
export const contextAt = (text: string, caret: number): Context => {
  const walk: Walk = {
    voice: '',
    unitTicks: undefined,
    metre: { beats: 4, beatType: 4 },
    key: { fifths: 0, mode: 'major' },
    inBody: false,
  };
  const byVoice = new Map<string, Placed[]>();
  let [at, barsOnLine] = [0, 0];
  for (const line of text.slice(0, caret).split('\n')) {
    barsOnLine = 0;
    for (const token of tokensOf(line)) {
      const field = token.kind === 'field' ? /^\[?([A-Za-z]):([^\]]*)/.exec(token.text) : undefined;
      if (field) readField(field[1]!, field[2]!, walk);
      else if (walk.inBody) {
        const music = byVoice.get(walk.voice) ?? [];
        byVoice.set(walk.voice, music);
        music.push({ ...token, at: at + token.from });
        if (token.kind === 'bar') barsOnLine += 1;
      }
    }
    at += line.length + 1;
  }
  const music = byVoice.get(walk.voice) ?? [];
  const sinceBar = music.slice(music.findLastIndex(({ kind }) => kind === 'bar') + 1);
  const unitTicks = walk.unitTicks ?? usualUnit(walk.metre);
  const ticks = { ticksPerQuarter: ABC_TICKS };
  return {
    voice: walk.voice,
    unitTicks,
    metre: walk.metre,
    key: walk.key,
    sinceBar,
    music,
    ...fill(sinceBar, unitTicks, walk.metre),
    barTicks: fullBarTicks(ticks, walk.metre),
    beatTicks: beatTicks(ticks, walk.metre),
    barsOnLine,
  };
};

/**
 * How a letter without an accidental is altered: as last in the bar, else as in the key. In ABC 2.1 a sign holds in every
 * octave; with an octave only signs in that one are looked at, as some programs do.
 */
export const holdsAt =
  ({ sinceBar, key }: Pick<Context, 'sinceBar' | 'key'>) =>
  (step: Step, octave?: number): number => {
    const memory = accidentalsIn(key.fifths);
    for (const { kind, text } of sinceBar)
      if (kind === 'note' || kind === 'chord' || kind === 'grace')
        for (const { alter, ...head } of headsIn(text)) if (alter !== null) memory.set({ ...head, alter });
    return octave === undefined ? memory.inEveryOctave({ step }) : memory.inOctave({ step, octave });
  };
