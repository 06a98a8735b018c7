import {
  KIND_GROUPS,
  KINDS,
  PATTERN_KINDS,
  pitchClassName,
  type Crossing,
  type Direction,
  type PatternKind,
  type PatternSource,
  type Side,
} from '@kettle-step/core';
import { pretty } from '../parts/words';

/** What the scale room says, in one place. */

/** Kinds as they are chosen, in groups. */
export const KINDS_BY_GROUP: readonly { readonly title: string; readonly kinds: readonly PatternKind[] }[] =
  KIND_GROUPS.map((title) => ({ title, kinds: PATTERN_KINDS.filter((kind) => KINDS[kind].group === title) }));

export const kindWords = (kind: PatternKind): string => KINDS[kind].short;

export const HAND_TITLES: Readonly<Record<Side, string>> = { right: 'Right hand', left: 'Left hand' };

export const DIRECTION_WORDS: Readonly<Record<Direction, string>> = { both: 'up and down', up: 'up', down: 'down' };

/** How the hands go together: the ways of similar motion by how far apart they are, and contrary motion. */
export const TOGETHER = ['octave', 'contrary', 'third', 'sixth', 'tenth'] as const;
export type Together = (typeof TOGETHER)[number];
export const TOGETHER_WORDS: Readonly<Record<Together, string>> = {
  octave: 'similar',
  contrary: 'contrary',
  third: 'similar, a third apart',
  sixth: 'similar, a sixth apart',
  tenth: 'similar, a tenth apart',
};
export const INVERSION_WORDS = ['root position', 'first inversion', 'second inversion'] as const;

/** Where the fingers of a hand come from, and how far that can be relied on. */
export const sourceWords = (source: PatternSource): string => {
  if (source.kind === 'engine') return 'worked out by the engine';
  const { short, fromMemory } = source.source;
  const sure = source.sure === 'medium' ? '; usual practice, teachers differ' : '';
  return `from the handbook (${short}${fromMemory ? ', written down from memory' : ''}${sure})`;
};

/** The whole of the source, for whoever asks. */
export const aboutSource = (source: PatternSource): string =>
  source.kind === 'engine'
    ? 'No table of the handbook has this pattern, or the engine was asked.'
    : source.source.words;

const noteName = (pitch: Crossing['from']): string => pretty(pitchClassName(pitch));

/** A crossing in a few signs and words: “E–F: 1 under 3”. */
const crossingWords = ({ kind, from, to, fromFinger, toFinger }: Crossing): string =>
  `${noteName(from)}–${noteName(to)}: ${toFinger} ${kind === 'thumb-under' ? 'under' : 'over'} ${fromFinger}`;

/** The crossings one way, each once: what comes in every octave is the same again. */
export const crossingsOn = (way: Crossing['way'], crossings: readonly Crossing[]): string =>
  [...new Set(crossings.filter((crossing) => crossing.way === way).map(crossingWords))].join(', ');
