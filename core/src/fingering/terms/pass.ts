import type { Finger } from '../../hand/hand';
import type { SoundingKey } from '../posture';
import { fingerAt, inOrder } from '../view';
import { WEIGHTS } from '../weights';
import { landsAtHome } from './landing';
import type { MoveTerm } from './term';

/** Farthest a thumb pass reaches, u. */
const WIDEST = 3.5;

const keyColours = (thumb: SoundingKey, finger: SoundingKey): number => {
  if (thumb.black && finger.black) return WEIGHTS.passBothBlack;
  if (thumb.black) return WEIGHTS.passThumbBlackUnderWhite;
  return finger.black ? 0 : WEIGHTS.passBothWhite;
};

const fingerShare = (finger: Finger, distance: number): number => {
  if (finger === 2) return WEIGHTS.pass2;
  if (finger === 4) return WEIGHTS.pass4 + WEIGHTS.pass4PerUBeyond2 * Math.max(0, distance - 2);
  return finger === 5 ? WEIGHTS.pass5 : 0;
};

/** The thumb passes under a finger, or a finger passes over the thumb that holds. */
export const pass: MoveTerm = {
  kinds: ['thumb-under', 'finger-over-thumb'],
  unit: 'effort plus effort per u',
  source: 'second trial (docs/engine.md)',
  sentence: 'the thumb passes under, or a finger passes over the thumb',
  price: (step) => {
    const { lead } = step;
    const before = lead && step.from.keys[lead.from];
    const after = lead && step.to.keys[lead.to];
    if (!before || !after || before.midi === after.midi) return undefined;
    const [from, to] = [fingerAt(step.a, lead.from), fingerAt(step.b, lead.to)];
    if ((from === 1) === (to === 1) || inOrder(before, from, after, to) || !landsAtHome(step)) return undefined;
    const distance = Math.abs(after.place - before.place);
    if (distance > WIDEST) return undefined;
    const under = to === 1;
    const [thumb, finger] = under ? [after, before] : [before, after];
    const effort =
      WEIGHTS.pass + WEIGHTS.passPerU * distance + keyColours(thumb, finger) + fingerShare(under ? from : to, distance);
    return { kind: under ? 'thumb-under' : 'finger-over-thumb', effort: effort * WEIGHTS.moveAt[step.link] };
  },
};
