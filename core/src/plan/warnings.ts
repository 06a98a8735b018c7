import type { Finger, Side } from '../hand/hand';
import type { Pitch } from '../keyboard/pitch';
import type { Compromise } from '../fingering/model/playable';
import type { MoveKind } from '../fingering/model/moves';
import type { Rules } from '../fingering/model/rules';
import type { HandSolution, SolvedSlice } from '../fingering/solve';
import { meetingsOf } from '../score/hands';
import type { Score, ScoreIssue } from '../score/score';
import type { Press } from '../score/slices';

/** Where a warning belongs. */
interface Place {
  /** Null where it is about both hands, or about the document. */
  readonly side: Side | null;
  /** Index into `Score.bars`. */
  readonly bar: number;
  readonly onsetTicks: number;
  readonly noteIds: readonly string[];
}

/** A finger that was asked for. */
export interface WantedFinger {
  readonly pitch: Pitch;
  readonly finger: Finger;
}

/** Something the teacher should know before trusting the plan. `wordWarning` says it in words. */
export type PlanWarning = Place &
  (
    | { readonly kind: 'document'; readonly issue: ScoreIssue }
    /** Both hands want one key, or the left hand plays above the right. */
    | { readonly kind: 'same-key' | 'crossed'; readonly pitch: Pitch }
    /** A key that cannot be kept down, or has no finger. */
    | { readonly kind: 'released' | 'left-out'; readonly pitch: Pitch }
    /** A chord that is too wide. */
    | { readonly kind: 'rolled' }
    /** Of these fingers the first was set free, because they cannot hold together. */
    | { readonly kind: 'finger-refused'; readonly fingers: readonly WantedFinger[] }
    /** The hand leaves while a key is still held. */
    | { readonly kind: 'left-held' }
    | { readonly kind: 'untaught'; readonly move: MoveKind }
    /** The published model has fingers for single notes only. */
    | { readonly kind: 'published-single-notes' }
  );

const idsOf = (presses: readonly Press[]): readonly string[] => presses.flatMap(({ noteIds }) => noteIds);

const ofCompromise = (compromise: Compromise, place: Place): PlanWarning => {
  switch (compromise.kind) {
    case 'released':
    case 'left-out': {
      const { press } = compromise;
      return { ...place, kind: compromise.kind, noteIds: press.noteIds, pitch: press.pitch };
    }
    case 'rolled':
      return { ...place, kind: 'rolled' };
    case 'lock-refused':
      return {
        ...place,
        kind: 'finger-refused',
        noteIds: idsOf(compromise.locks.map(({ press }) => press)),
        fingers: compromise.locks.map(({ press, finger }) => ({ pitch: press.pitch, finger })),
      };
  }
};

const ofSlice = ({ playable, step }: SolvedSlice, side: Side, rules: Rules): readonly PlanWarning[] => {
  const { bar, onsetTicks, struck, held } = playable.slice;
  const place = { side, bar, onsetTicks, noteIds: idsOf(struck) };
  const warnings = playable.compromises.map((compromise) => ofCompromise(compromise, place));
  if (step === 'shift' && playable.heldCount > 0) warnings.push({ ...place, kind: 'left-held', noteIds: idsOf(held) });
  if (step !== 'stay' && rules.moves[step] === 'untaught') warnings.push({ ...place, kind: 'untaught', move: step });
  return warnings;
};

const ofDocument = (score: Score): readonly PlanWarning[] =>
  score.issues.map((issue) => ({
    kind: 'document',
    side: null,
    bar: issue.bar,
    onsetTicks: score.bars[issue.bar]?.onsetTicks ?? 0,
    noteIds: [],
    issue,
  }));

const ofMeetings = (score: Score): readonly PlanWarning[] =>
  meetingsOf(score).map(({ kind, bar, onsetTicks, note }) => ({
    kind,
    side: null,
    bar,
    onsetTicks,
    noteIds: [note.id],
    pitch: note.pitch,
  }));

export const warningsOf = (score: Score, solutions: readonly HandSolution[], rules: Rules): readonly PlanWarning[] => [
  ...ofDocument(score),
  ...ofMeetings(score),
  ...solutions.flatMap(({ side, slices }) => slices.flatMap((slice) => ofSlice(slice, side, rules))),
];
