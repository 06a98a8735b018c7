import type { Side } from '../../hand/hand';
import type { Key } from '../../score/score';
import { restsOn, type Posture } from '../model/posture';
import { fingerAt, type SliceView } from '../model/view';
import { PRICE, type Charge } from '../prices/prices';

const inOctave = (letters: number): number => ((letters % 7) + 7) % 7;

/** Letter of the tonic as white keys above C: each fifth up is four letters on. */
const tonicLetter = (key: Key): number => inOctave(key.fifths * 4 + (key.mode === 'minor' ? 5 : 0));

/** White key under the hand's lowest finger: the thumb's in the right hand, the little finger's in the left. */
const lowestPlace = (frame: number, side: Side): number => (side === 'right' ? frame : -(frame + 4));

/** The first position is taken to be on the tonic and the hand to lie at rest there; anything else costs a little. */
export const start = (
  first: { readonly view: SliceView; readonly octaveShift: number },
  posture: Posture,
  key: Key,
  side: Side,
  charge: Charge,
): void => {
  const letter = inOctave(lowestPlace(posture.frame + first.octaveShift, side));
  if (letter !== tonicLetter(key)) charge(PRICE.startElsewhere, 1);
  const [only, more] = first.view.keys;
  if (more) return;
  if (only && !restsOn(posture, fingerAt(posture.fingers, 0), only.place)) charge(PRICE.startOffHome, 1);
  if (posture.shape === 'open') charge(PRICE.startOpen, 1);
};
