import type { Finger, Side } from '../hand/hand';
import { isBlack } from '../keyboard/geometry';
import { midiOf } from '../keyboard/pitch';
import type { Stroke } from './line';

/** How the outer note of an octave is taken: by a finger, which another may silently take over. */
export interface OuterFinger {
  readonly finger: 4 | 5;
  readonly substitute: 5 | null;
}

/** Whether the line leaves a stroke toward the little finger's side. */
const goesOutward = ({ falling }: Stroke, side: Side): boolean => falling === (side === 'left');

const outerIsBlack = ({ pitches }: Stroke, side: Side): boolean =>
  isBlack(midiOf(pitches[side === 'right' ? pitches.length - 1 : 0]!));

const other = (finger: 4 | 5): 4 | 5 => (finger === 4 ? 5 : 4);

/** 4 and 5 in turn; 4 is the better one on a black key, so the turn begins with what puts it there more often. */
const inTurn = (strokes: readonly Stroke[], side: Side, first: 4 | 5 | undefined): readonly (4 | 5)[] => {
  const beginning = (start: 4 | 5): readonly (4 | 5)[] => strokes.map((_, at) => (at % 2 === 0 ? start : other(start)));
  if (first !== undefined) return beginning(first);
  const fit = (fingers: readonly (4 | 5)[]): number =>
    strokes.filter((stroke, at) => outerIsBlack(stroke, side) === (fingers[at] === 4)).length;
  const [with4, with5] = [beginning(4), beginning(5)];
  return fit(with4) > fit(with5) ? with4 : with5;
};

/**
 * The outer fingers of a scale in legato octaves, while the thumb takes every inner note. Toward the little finger's side 4
 * passes over 5; toward the thumb's side 4 strikes and 5 silently takes over. Common practice, no source.
 */
export const outerFingers = (strokes: readonly Stroke[], side: Side): readonly OuterFinger[] => {
  const fingers: OuterFinger[] = [];
  let at = 0;
  while (at < strokes.length) {
    const outward = goesOutward(strokes[at]!, side);
    let end = at;
    while (end < strokes.length && goesOutward(strokes[end]!, side) === outward) end += 1;
    const run = strokes.slice(at, end);
    const isLastRun = end === strokes.length;
    if (outward) {
      const turned = at > 0 ? 4 : undefined;
      for (const finger of inTurn(run, side, turned)) fingers.push({ finger, substitute: null });
    } else
      run.forEach((_, index) => {
        const leaves = !(isLastRun && index === run.length - 1);
        // The turn was reached by 4 or 5 from the other side; whichever it was, 5 is on it before 4 strikes the next.
        const turning = index === 0 ? fingerAtTurn(fingers[fingers.length - 1]?.finger) : 4;
        fingers.push({ finger: turning, substitute: leaves && turning === 4 ? 5 : null });
      });
    at = end;
  }
  return fingers;
};

/** After 5 comes 4, and after 4 comes 5: the turn still belongs to the alternation it ends. A first note takes 5. */
const fingerAtTurn = (before: Finger | undefined): 4 | 5 => (before === 5 ? 4 : 5);
