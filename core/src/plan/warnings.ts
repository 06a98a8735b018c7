import type { Compromise } from '../fingering/model/playable';
import type { Rules } from '../fingering/model/rules';
import type { HandSolution, SolvedSlice } from '../fingering/solve';
import { MOVE_WORDS } from '../moves/move';
import { pitchName } from '../keyboard/pitch';
import { wordIssue } from '../score/issue-words';
import type { Score } from '../score/score';
import { meetingsOf, type Meeting } from '../score/hands';
import type { Press } from '../score/slices';

/** Something the teacher should know before trusting the plan. `bar` is an index into `Score.bars`. */
export interface PlanWarning {
  readonly bar: number;
  readonly message: string;
}

const wordMeeting = ({ kind, note }: Meeting): string =>
  kind === 'same-key'
    ? `Both hands want ${pitchName(note.pitch)} here: let one of them play it, or give the note to the other hand.`
    : `The hands cross here: the left hand plays ${pitchName(note.pitch)} above the right; settle who plays over whom.`;

const pressName = ({ pitch }: Press): string => pitchName(pitch);

const wordCompromise = (compromise: Compromise, side: string): string => {
  switch (compromise.kind) {
    case 'released':
      return `The ${side} hand cannot keep ${pressName(compromise.press)} down here: release it early, let the pedal hold it, or give it to the other hand.`;
    case 'rolled':
      return `This chord is wider than the ${side} hand reaches: roll it, leave a note out, or give one to the other hand.`;
    case 'left-out':
      return `The ${side} hand has no finger left for ${pressName(compromise.press)}: leave it out, or give it to the other hand.`;
    case 'lock-refused': {
      const [free, ...others] = compromise.locks.map(({ press, finger }) => `${finger} on ${pressName(press)}`);
      return others.length === 0
        ? `The ${side} hand cannot take ${free} here; that finger was set free.`
        : `The ${side} hand cannot take ${free} together with ${others.join(' and ')}; ${free} was set free.`;
    }
  }
};

const releasedByShift = (slice: SolvedSlice, side: string): PlanWarning[] =>
  slice.step === 'shift' && slice.playable.heldCount > 0
    ? [
        {
          bar: slice.playable.slice.bar,
          message: `The ${side} hand has to leave a key that is still held: release it early, or let the pedal hold it.`,
        },
      ]
    : [];

const untaughtMove = (slice: SolvedSlice, side: string, rules: Rules): PlanWarning[] =>
  slice.step !== 'stay' && rules.moves[slice.step] === 'untaught'
    ? [
        {
          bar: slice.playable.slice.bar,
          message: `The ${side} hand finds no way here without a move that has not been taught: ${MOVE_WORDS[slice.step]}.`,
        },
      ]
    : [];

export const warningsOf = (score: Score, solutions: readonly HandSolution[], rules: Rules): readonly PlanWarning[] => [
  ...score.issues.map((issue) => ({ bar: issue.bar, message: wordIssue(issue) })),
  ...meetingsOf(score).map((meeting) => ({ bar: meeting.bar, message: wordMeeting(meeting) })),
  ...solutions.flatMap(({ side, slices }) =>
    slices.flatMap((slice) => [
      ...slice.playable.compromises.map((compromise) => ({
        bar: slice.playable.slice.bar,
        message: wordCompromise(compromise, side),
      })),
      ...releasedByShift(slice, side),
      ...untaughtMove(slice, side, rules),
    ]),
  ),
];
