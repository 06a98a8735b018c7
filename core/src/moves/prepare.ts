import type { MoveKind } from '../fingering/model/moves';
import type { Finger } from '../hand/hand';
import type { LinkKind } from '../score/slices';

/** Two fingers and two keys that a move is told by. */
interface Told {
  readonly from: Finger;
  readonly to: Finger;
  readonly left: string;
  readonly reached: string;
  readonly link: LinkKind;
}

const shiftFor = ({ from, to, left, reached, link }: Told): string => {
  switch (link) {
    case 'rest':
      return `leave ${left} as the rest begins and have ${to} over ${reached} before it ends`;
    case 'lift':
      return `let ${left} be short and carry the hand in an arch until ${to} lies over ${reached}`;
    case 'plain':
    case 'slur':
      return `look at ${reached} while ${from} plays ${left}, let go a little early and land with ${to}`;
  }
};

/** What the hand does early: while one finger plays, the next one is already over its key. */
export const prepareFor = (kind: MoveKind, told: Told): string => {
  const { from, to, left, reached } = told;
  switch (kind) {
    case 'thumb-under':
      return `while ${from} plays ${left}, bring the thumb under it to ${reached}`;
    case 'finger-over-thumb':
      return `while the thumb plays ${left}, bring ${to} over it to ${reached}`;
    case 'finger-over-finger':
      return `while ${from} plays ${left}, bring ${to} over it to ${reached}`;
    case 'repeated-note-change':
      return `lift ${from} from ${left} early and have ${to} over the same key`;
    case 'silent-substitution':
      return `as soon as ${from} holds ${reached}, lay ${to} on the same key`;
    case 'extension':
      return from === to
        ? `while ${from} plays ${left}, open the hand toward ${reached}`
        : `while ${from} plays ${left}, open the hand until ${to} lies over ${reached}`;
    case 'contraction':
      return from === to
        ? `while ${from} plays ${left}, let the hand close toward ${reached}`
        : `while ${from} plays ${left}, let ${to} come in over ${reached}`;
    case 'slide':
      return `let ${from} rest near the edge of ${left}, so that it can slip to ${reached}`;
    case 'shift':
      return shiftFor(told);
  }
};
