import { pitchName } from '../keyboard/pitch';
import { MOVE_WORDS } from '../moves/move';
import { wordIssue } from '../score/issue-words';
import type { PlanWarning, WantedFinger } from './warnings';

const refusal = (hand: string, fingers: readonly WantedFinger[]): string => {
  const [free, ...others] = fingers.map(({ pitch, finger }) => `${finger} on ${pitchName(pitch)}`);
  return others.length === 0
    ? `${hand} cannot take ${free} here; that finger was set free.`
    : `${hand} cannot take ${free} together with ${others.join(' and ')}; ${free} was set free.`;
};

/** A warning in words for the teacher: what it is, and what can be done. */
export const wordWarning = (warning: PlanWarning): string => {
  const hand = `The ${warning.side ?? 'other'} hand`;
  switch (warning.kind) {
    case 'document':
      return wordIssue(warning.issue);
    case 'same-key':
      return `Both hands want ${pitchName(warning.pitch)} here: let one of them play it, or give the note to the other hand.`;
    case 'crossed':
      return `The hands cross here: the left hand plays ${pitchName(warning.pitch)} above the right; settle who plays over whom.`;
    case 'released':
      return `${hand} cannot keep ${pitchName(warning.pitch)} down here: release it early, let the pedal hold it, or give it to the other hand.`;
    case 'left-out':
      return `${hand} has no finger left for ${pitchName(warning.pitch)}: leave it out, or give it to the other hand.`;
    case 'rolled':
      return `This chord is wider than the ${warning.side} hand reaches: roll it, leave a note out, or give one to the other hand.`;
    case 'finger-refused':
      return refusal(hand, warning.fingers);
    case 'left-held':
      return `${hand} has to leave a key that is still held: release it early, or let the pedal hold it.`;
    case 'untaught':
      return `${hand} finds no way here without a move that has not been taught: ${MOVE_WORDS[warning.move]}.`;
    case 'published-single-notes':
      return 'The published model covers single notes only; chords and notes beside held keys are fingered by our own.';
  }
};
