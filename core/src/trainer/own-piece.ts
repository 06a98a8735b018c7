import { SIDES, type Finger, type Side } from '../hand/hand';
import { midiOf, spokenName } from '../keyboard/pitch';
import { MOVE_WORDS } from '../moves/move';
import { positionLabel, restingKeys } from '../moves/position';
import type { PianoPlan } from '../plan/plan';
import { barName } from '../score/bar-words';
import type { Note, Score } from '../score/score';
import { pitchOf } from '../keyboard/pitch';
import { FINGER_WORDS, type Question, type ShownNote } from './question';

/** Questions on the student's own piece, as it is fingered now: at its moves, and where a number comes to mean another key. */

/** So many notes before a move are shown. */
const SHOWN = 3;

const shownBefore = (
  notes: readonly Note[],
  fingers: ReadonlyMap<string, Finger | null>,
  note: Note,
): readonly ShownNote[] =>
  notes
    .filter(({ onsetTicks }) => onsetTicks < note.onsetTicks)
    .slice(-SHOWN)
    .flatMap((one) => {
      const finger = fingers.get(one.id);
      return finger ? [{ name: spokenName(one.pitch), finger }] : [];
    });

const atMoves = (score: Score, plan: PianoPlan, side: Side): readonly Question[] => {
  const hand = plan.hands[side];
  const notes = score.notes.filter((note) => note.side === side && note.graceIndex === null);
  const byId = new Map(notes.map((note) => [note.id, note]));
  const fingers = new Map(hand.notes.map(({ id, finger }) => [id, finger]));
  return hand.moves.flatMap((move): readonly Question[] => {
    const note = byId.get(move.toId);
    const shows = note ? shownBefore(notes, fingers, note) : [];
    if (!note || shows.length === 0 || move.kind === 'silent-substitution') return [];
    return [
      {
        key: `own ${score.title} ${note.id} ${move.toFinger}`,
        kind: 'own',
        place: `${score.title}, ${barName(score.bars[note.bar]!.number).toLowerCase()}, ${side} hand`,
        words: `Then ${spokenName(note.pitch)}: which finger? (${MOVE_WORDS[move.kind]})`,
        answer: 'finger',
        finger: move.toFinger,
        shows,
      },
    ];
  });
};

/** After a change of position: this number, which key? */
const atPositions = (score: Score, plan: PianoPlan, side: Side): readonly Question[] =>
  plan.hands[side].positions.slice(1).flatMap((position, at): readonly Question[] => {
    const { key } = score.bars[position.bar]!;
    const before = plan.hands[side].positions[at]!;
    const [now, was] = [restingKeys(position, key.fifths), restingKeys(before, key.fifths)];
    // A number that has come to mean another key, the middle of the hand first.
    const finger = ([3, 2, 4, 1, 5] as const).find((one) => now[one - 1] !== was[one - 1]);
    if (finger === undefined) return [];
    const keys = [...new Set([...now, ...was])].sort((a, b) => a - b);
    return [
      {
        key: `place ${score.title} ${side} ${position.bar} ${finger}`,
        kind: 'own',
        place: `${score.title}, ${barName(score.bars[position.bar]!.number).toLowerCase()}, ${side} hand: from ${positionLabel(before)} to ${positionLabel(position)}`,
        words: `Now ${FINGER_WORDS[finger]}.`,
        answer: 'keys',
        midis: [now[finger - 1]!],
        among: keys.map((midi) => score.notes.find((note) => midiOf(note.pitch) === midi)?.pitch ?? pitchOf(midi)),
      },
    ];
  });

/** What is asked about a piece, in the order of its bars; each once. */
export const ownPiece = (score: Score, plan: PianoPlan): readonly Question[] => {
  const all = SIDES.flatMap((side) => [...atMoves(score, plan, side), ...atPositions(score, plan, side)]);
  return [...new Map(all.map((question) => [question.key, question])).values()];
};
