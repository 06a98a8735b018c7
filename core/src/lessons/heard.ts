import { SLIP_KINDS, type Hearing, type SlipKind } from '../listening';
import { barInWords } from '../score/bar-words';
import type { Side } from '../hand/hand';
import type { Score } from '../score/score';

/** The few figures of a playing that a lesson book keeps. */
export interface HeardFigures {
  readonly pieceId: string;
  readonly title: string;
  /** Printed numbers of the first and last bar; null for the whole piece. */
  readonly bars: [number, number] | null;
  readonly hands: 'both' | Side;
  /** Quarters a minute in the middle of it; null where too little was played. */
  readonly tempo: number | null;
  /** Notes of what was played, and how many came with the right key. */
  readonly expected: number;
  readonly right: number;
  readonly slips: Record<SlipKind, number>;
  /** Printed numbers of bars in which it stumbled, in order. */
  readonly stumbled: number[];
}

/** In these ways a bar stumbles; hands apart and keys let go are another matter. */
const STUMBLES: ReadonlySet<SlipKind> = new Set(['wrong', 'missed', 'added', 'left-out', 'restart', 'halt']);

/** What was to be played. */
interface PlayedPart {
  readonly pieceId: string;
  readonly title: string;
  /** Indices of the first and last bar; null for the whole piece. */
  readonly bars: readonly [number, number] | null;
  readonly sides: readonly Side[];
}

/** The figures of a hearing that are kept. */
export const heardOf = (
  score: Pick<Score, 'bars'>,
  hearing: Hearing,
  { pieceId, title, bars, sides }: PlayedPart,
): HeardFigures => {
  const slips = Object.fromEntries(
    SLIP_KINDS.map((kind) => [kind, hearing.slips.filter((slip) => slip.kind === kind).length]),
  ) as HeardFigures['slips'];
  const stumbled = hearing.slips.filter(({ kind }) => STUMBLES.has(kind)).map(({ bar }) => score.bars[bar]!.number);
  return {
    pieceId,
    title,
    hands: sides.length === 1 ? sides[0]! : 'both',
    bars: bars && [score.bars[bars[0]]!.number, score.bars[bars[1]]!.number],
    tempo: hearing.tempo === null ? null : Math.round(hearing.tempo),
    expected: hearing.expected,
    right: hearing.right,
    slips,
    stumbled: [...new Set(stumbled)].sort((a, b) => a - b),
  };
};

const SLIP_WORDS: Readonly<Record<SlipKind, readonly [string, string]>> = {
  wrong: ['wrong key', 'wrong keys'],
  missed: ['note left out', 'notes left out'],
  added: ['key too many', 'keys too many'],
  'left-out': ['stretch left out', 'stretches left out'],
  restart: ['new start', 'new starts'],
  halt: ['halt', 'halts'],
  apart: ['time the hands were apart', 'times the hands were apart'],
  'let-go': ['note let go early', 'notes let go early'],
};

/** @example '64 of 66 notes right at 58; 1 wrong key, 2 halts; stumbled in bar 3' */
export const heardInWords = ({ hands, expected, right, tempo, slips, stumbled }: HeardFigures): string => {
  const whose = hands === 'both' ? '' : `${hands} hand alone: `;
  const counted = SLIP_KINDS.flatMap((kind) =>
    slips[kind] === 0 ? [] : [`${slips[kind]} ${SLIP_WORDS[kind][slips[kind] === 1 ? 0 : 1]}`],
  );
  const where =
    stumbled.length === 0
      ? []
      : [`stumbled in ${stumbled.length === 1 ? barInWords(stumbled[0]!) : `bars ${stumbled.join(', ')}`}`];
  return [
    `${whose}${right} of ${expected} notes right${tempo === null ? '' : ` at ${tempo}`}`,
    counted.length > 0 ? counted.join(', ') : 'nothing amiss',
    ...where,
  ].join('; ');
};
