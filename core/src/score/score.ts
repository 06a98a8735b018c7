import type { Side } from '../hand/hand';
import type { Pitch } from '../keyboard/pitch';

/**
 * A piece for two hands as the engine reads it. Times are whole ticks; `ticksPerQuarter` is a common multiple of every
 * division in the document, so each onset and duration is an exact fraction of a quarter.
 */
export interface Score {
  readonly title: string;
  readonly composer: string;
  readonly ticksPerQuarter: number;
  readonly bars: readonly Bar[];
  /** Struck notes of both hands in time order, low to high; tied continuations are folded into the first note. */
  readonly notes: readonly Note[];
  readonly slurs: readonly Slur[];
  readonly marks: readonly Mark[];
  readonly issues: readonly ScoreIssue[];
}

export interface Bar {
  readonly index: number;
  /** The printed measure number; 0 for a pickup. */
  readonly number: number;
  readonly onsetTicks: number;
  readonly lengthTicks: number;
  /** What is missing before a pickup's first note, ticks: the upbeat of a 4/4 piece stands on beat 4. */
  readonly missingTicks: number;
  readonly metre: Metre;
  readonly key: Key;
  readonly repeatStart: boolean;
  /** How often the passage ending here is played; 0 when no repeat ends here. */
  readonly repeatEnd: number;
  /** First, second … ending that this bar belongs to; empty outside endings. */
  readonly endings: readonly number[];
  /** Signs that send the player elsewhere, or say where to. D.C. and D.S. hold at the end of the bar. */
  readonly signs: readonly RoadSign[];
  /** The rehearsal mark over its beginning; empty where there is none. */
  readonly rehearsal: string;
  /** A double bar line closes it. */
  readonly doubleBarline: boolean;
}

export const ROAD_SIGNS = ['segno', 'coda', 'to-coda', 'fine', 'da-capo', 'dal-segno'] as const;
export type RoadSign = (typeof ROAD_SIGNS)[number];

/** Segno and Coda stand where a bar begins; the others hold at its end. */
export const isAtBeginning = (sign: RoadSign): boolean => sign === 'segno' || sign === 'coda';

export interface Metre {
  readonly beats: number;
  readonly beatType: number;
}

export interface Key {
  /** Sharps (positive) or flats (negative). */
  readonly fifths: number;
  readonly mode: 'major' | 'minor';
}

export interface Note {
  /** The id of the note's element in the stored document. */
  readonly id: string;
  /** Ids of the tied continuations, in order. */
  readonly tiedIds: readonly string[];
  readonly side: Side;
  readonly staff: number;
  readonly voice: string;
  readonly pitch: Pitch;
  readonly midi: number;
  /** Index into `Score.bars`. */
  readonly bar: number;
  readonly onsetTicks: number;
  /** Sounding length including ties; 0 for grace notes. */
  readonly durationTicks: number;
  /** Place among the grace notes before the same main note, from 0; null for an ordinary note. */
  readonly graceIndex: number | null;
  readonly articulations: readonly Articulation[];
  readonly fermata: boolean;
  readonly arpeggiated: boolean;
  readonly ornament: Ornament | null;
  readonly tuplet: { readonly actual: number; readonly normal: number } | null;
  readonly printed: readonly PrintedFinger[];
}

export const ORNAMENTS = [
  'trill',
  'short-trill',
  'mordent',
  'turn',
  'inverted-turn',
  'delayed-turn',
  'delayed-inverted-turn',
] as const;
export type OrnamentKind = (typeof ORNAMENTS)[number];

/** An ornament's sign over a note, with the accidentals written at it (whole semitones; null where none is). */
export interface Ornament {
  readonly kind: OrnamentKind;
  readonly above: number | null;
  readonly below: number | null;
}

export const ARTICULATIONS = [
  'staccato',
  'staccatissimo',
  'detached-legato',
  'tenuto',
  'accent',
  'strong-accent',
  'breath-mark',
  'caesura',
] as const;
export type Articulation = (typeof ARTICULATIONS)[number];

/** A finger number that stands in the document. */
export interface PrintedFinger {
  readonly finger: number;
  readonly substitution: boolean;
  readonly alternate: boolean;
}

export interface Slur {
  readonly side: Side;
  readonly fromId: string;
  readonly toId: string;
  readonly fromTicks: number;
  readonly toTicks: number;
}

/** What stands over, under or between the staves at a moment. */
export type Mark =
  | { readonly kind: 'tempo'; readonly onsetTicks: number; readonly quartersPerMinute: number }
  | { readonly kind: 'dynamic'; readonly onsetTicks: number; readonly staff: number; readonly text: string }
  | { readonly kind: 'pedal'; readonly onsetTicks: number; readonly down: boolean }
  | {
      readonly kind: 'clef';
      readonly onsetTicks: number;
      readonly staff: number;
      readonly sign: string;
      readonly line: number;
    }
  | {
      readonly kind: 'octave-shift';
      readonly onsetTicks: number;
      readonly staff: number;
      /** 8va alta 1, 15ma alta 2, bassa negative, 0 where it stops. Pitches in the score are the sounding ones. */
      readonly octaves: number;
    }
  /** “Second time an octave higher”: from the bar it stands in, until the repeat ends. */
  | {
      readonly kind: 'second-time-octave';
      readonly onsetTicks: number;
      readonly staff: number;
      readonly octaves: number;
    };

/** Something in the document that was read around; the piece still works. */
export type ScoreIssue = { readonly bar: number } & (
  | { readonly code: 'off-keyboard'; readonly pitch: string }
  | { readonly code: 'quarter-tone'; readonly pitch: string }
  | { readonly code: 'unreadable-note' }
  | { readonly code: 'tie-without-start'; readonly pitch: string }
  | { readonly code: 'time-before-bar' }
  | { readonly code: 'bar-length'; readonly quarters: number; readonly dueQuarters: number }
);

/** Length of one beat of the metre, ticks. */
export const beatTicks = (score: Pick<Score, 'ticksPerQuarter'>, metre: Metre): number =>
  (score.ticksPerQuarter * 4) / metre.beatType;

/** Length of a full bar of the metre, ticks. */
export const fullBarTicks = (score: Pick<Score, 'ticksPerQuarter'>, metre: Metre): number =>
  metre.beats * beatTicks(score, metre);

/** Order of a score's notes: in time; grace notes in order before what they adorn; low to high. */
export const inTimeOrder = (a: Note, b: Note): number =>
  a.onsetTicks - b.onsetTicks ||
  (a.graceIndex ?? Number.MAX_SAFE_INTEGER) - (b.graceIndex ?? Number.MAX_SAFE_INTEGER) ||
  a.midi - b.midi ||
  (a.id < b.id ? -1 : 1);

/** A slur from one note to another; it belongs to the hand of the first. */
export const slurBetween = (
  from: Pick<Note, 'id' | 'side' | 'onsetTicks'>,
  to: Pick<Note, 'id' | 'onsetTicks'>,
): Slur => ({
  side: from.side,
  fromId: from.id,
  toId: to.id,
  fromTicks: from.onsetTicks,
  toTicks: to.onsetTicks,
});

/** Place in the bar counted from 1 in beats of the metre, as the teacher counts it (an upbeat keeps its beat). */
export const beatOf = (score: Score, note: Pick<Note, 'bar' | 'onsetTicks'>): number => {
  const bar = score.bars[note.bar];
  if (!bar) return 1;
  return 1 + (note.onsetTicks - bar.onsetTicks + bar.missingTicks) / beatTicks(score, bar.metre);
};

/** Tempo when a piece names none: a calm learner's pace. Our choice. */
export const DEFAULT_QUARTERS_PER_MINUTE = 96;
