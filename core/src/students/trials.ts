import { MOVE_KINDS, type MoveKind } from '../fingering/model/moves';
import { MOVE_WORDS } from '../moves/move';
import { stretchInWords } from '../score/bar-words';
import type { Finger, Side } from '../hand/hand';

/** Two or three fingerings of a passage that a student tries at home; one of them is chosen at the next lesson. */

export const WAY_NAMES = ['A', 'B', 'C'] as const;
export type WayName = (typeof WAY_NAMES)[number];

export interface TriedWay {
  readonly name: WayName;
  /** Note ids with their fingers, in the order of the notes. */
  readonly fingers: readonly (readonly [string, Finger])[];
  /** The moves of the hand in the passage, each once. */
  readonly moves: readonly MoveKind[];
}

/** What of a trial is worded and counted. */
export interface TriedWays {
  readonly side: Side;
  /** Printed numbers of the first and last bar. */
  readonly numbers: readonly [number, number];
  readonly passage: string;
  readonly ways: readonly TriedWay[];
  /** What was decided; null while it is tried. */
  readonly choice: { readonly name: WayName } | null;
}

/** Ways that were tried, with the title of their piece. */
export interface TriedInPiece {
  readonly title: string;
  readonly trial: TriedWays;
}

/** @example 'bars 1 to 2, left hand' */
export const trialPlace = ({ numbers: [first, last], side }: Pick<TriedWays, 'numbers' | 'side'>): string =>
  `${stretchInWords(first, last)}, ${side} hand`;

/** The same at the beginning of a sentence. */
export const trialHeading = (trial: Pick<TriedWays, 'numbers' | 'side'>): string => {
  const place = trialPlace(trial);
  return `${place[0]!.toUpperCase()}${place.slice(1)}`;
};

/** @example '1 2 3 5' */
export const wayInWords = ({ fingers }: TriedWay): string => fingers.map(([, finger]) => finger).join(' ');

/** A house rule that is offered: the inner finger of broken chords, or how much a move is liked. */
export interface OfferedRules {
  readonly arpeggioInner?: 3 | 4;
  readonly moves?: Readonly<Partial<Record<MoveKind, number>>>;
}

/** What a student's choices have in common, and the house rule that would follow from it. */
export interface Tendency {
  readonly words: string;
  /** How often it was chosen, of so many times there was the choice. */
  readonly times: number;
  readonly of: number;
  /** The names of the pieces and bars it is told from. */
  readonly from: readonly string[];
  readonly rules: OfferedRules;
}

/** Chosen this often, and in this share of the choices, it is offered. Our choice. */
const LEAST_TIMES = 2;
const LEAST_SHARE = 0.75;
/** A move that a student does without, or likes, is dearer or cheaper by this. Our choice: it tips a choice and forces none. */
const DEARER = 1.5;
const CHEAPER = 0.7;

/** A choice that was made one way or the other. */
interface Vote {
  readonly isFor: boolean;
  readonly from: string;
}

const decidedWays = ({ ways, choice }: TriedWays) => {
  const chosen = ways.find(({ name }) => name === choice?.name);
  return chosen && { chosen, refused: ways.filter((way) => way !== chosen) };
};

const fromOf = ({ title, trial: { numbers } }: TriedInPiece): string => `${title}, ${stretchInWords(...numbers)}`;

/** With the move, or without it, where some of the ways have it and some do not. */
const votesOnMove = (trials: readonly TriedInPiece[], kind: MoveKind): readonly Vote[] =>
  trials.flatMap((one): readonly Vote[] => {
    const ways = decidedWays(one.trial);
    if (!ways) return [];
    const has = ways.chosen.moves.includes(kind);
    return ways.refused.some(({ moves }) => moves.includes(kind) !== has) ? [{ isFor: has, from: fromOf(one) }] : [];
  });

/** 4 or 3 as the inner finger of broken chords of the left hand. */
const votesOnInner = (trials: readonly TriedInPiece[]): readonly Vote[] =>
  trials
    .filter(({ trial: { side, passage } }) => side === 'left' && passage === 'arpeggio')
    .flatMap((one): readonly Vote[] => {
      const ways = decidedWays(one.trial);
      if (!ways) return [];
      const differing = ways.refused.flatMap(({ fingers }) =>
        fingers.flatMap(([noteId, refused]) => {
          const chosen = ways.chosen.fingers.find(([id]) => id === noteId)?.[1];
          return chosen !== undefined && chosen + refused === 7 && chosen !== refused ? [chosen] : [];
        }),
      );
      const inner = differing.find((finger) => finger === 3 || finger === 4);
      return inner === undefined ? [] : [{ isFor: inner === 4, from: fromOf(one) }];
    });

/** What most of the votes say, where it is said often enough. */
const counted = (
  votes: readonly Vote[],
  told: (isFor: boolean) => Pick<Tendency, 'words' | 'rules'>,
): readonly Tendency[] =>
  [true, false].flatMap((isFor) => {
    const own = votes.filter((vote) => vote.isFor === isFor);
    const isOften = own.length >= LEAST_TIMES && own.length >= LEAST_SHARE * votes.length;
    return isOften ? [{ ...told(isFor), times: own.length, of: votes.length, from: own.map(({ from }) => from) }] : [];
  });

/** What suited a student in trials that are decided. Nothing follows from it by itself: the rules are only offered. */
export const tendenciesOf = (trials: readonly TriedInPiece[]): readonly Tendency[] => [
  ...counted(votesOnInner(trials), (isFour) => ({
    words: `${isFour ? 4 : 3} rather than ${isFour ? 3 : 4} inside broken chords of the left hand`,
    rules: { arpeggioInner: isFour ? 4 : 3 },
  })),
  ...MOVE_KINDS.flatMap((kind) =>
    counted(votesOnMove(trials, kind), (isFor) => ({
      words: isFor ? `${MOVE_WORDS[kind]} where there is a choice` : `no ${MOVE_WORDS[kind]} where there is a choice`,
      rules: { moves: { [kind]: isFor ? CHEAPER : DEARER } },
    })),
  ),
];

/** What a student tries at home, a line each. @example 'Trial: Lantern Waltz, bars 1 to 2, left hand: A 5 3 1, or B 5 2 1' */
export const trialInWords = ({ title, trial }: TriedInPiece): string => {
  const ways = trial.ways.map((way) => `${way.name} ${wayInWords(way)}`).join(', or ');
  return `Trial: ${title}, ${trialPlace(trial)}: ${ways}`;
};
