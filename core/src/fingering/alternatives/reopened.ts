import type { Score } from '../../score/score';
import type { SolvedLattice } from './alternatives';
import type { Allowed } from '../model/finger-set';
import type { Lattice } from '../search/lattice';
import { stepBackward, stepForward } from '../search/search';
import { drawnTo, type Targets } from '../likeness/targets';
import type { Ways } from '../ways';

type Window = readonly [number, number];

const within = (index: number, [from, to]: Window): boolean => index >= from && index <= to;

/** Efforts from both ends, worked out anew inside the window only: what leads to it and away from it is as it was. */
const passesAround = (
  lattice: Lattice,
  solved: SolvedLattice,
  [from, to]: Window,
): Pick<SolvedLattice, 'reached' | 'remaining'> => {
  const [reached, remaining] = [[...solved.reached], [...solved.remaining]];
  for (let index = from; index <= to; index += 1) {
    const { effort } = lattice.layers[index]!;
    const before = reached[index - 1];
    reached[index] = before ? stepForward(before, lattice.steps[index]!, effort) : effort;
  }
  for (let index = to - 1; index >= from; index -= 1)
    remaining[index] = stepBackward(
      remaining[index + 1]!,
      lattice.steps[index + 1]!,
      lattice.layers[index + 1]!.effort,
    );
  return { reached, remaining };
};

/**
 * A solved piece in which a passage is free to be played otherwise: inside it only the locks of `allowed` hold, and bars like it
 * do not draw it (they would follow). Everything outside, and the way that was chosen, stay.
 */
export const reopened = (
  ways: Ways,
  score: Score,
  solved: SolvedLattice,
  allowed: Allowed,
  window: Window,
): SolvedLattice => {
  const { open, slices } = ways.opened(score, allowed);
  const targets: Targets = new Map(
    [...solved.targets].map(([index, own]) => [
      index,
      within(index, window) ? own.filter(({ price }) => price !== 'sameMusic') : own,
    ]),
  );
  const inside = drawnTo(open, targets, ways.builder.pricing);
  const lattice: Lattice = {
    steps: solved.lattice.steps,
    layers: solved.lattice.layers.map((layer, index) => (within(index, window) ? inside.layers[index]! : layer)),
  };
  let effort = solved.effort;
  for (let index = window[0]; index <= window[1]; index += 1) {
    const posture = solved.postures[index]!;
    effort += lattice.layers[index]!.effort[posture]! - solved.lattice.layers[index]!.effort[posture]!;
  }
  return {
    ...solved,
    lattice,
    targets,
    effort,
    slices: solved.slices.map((slice, index) => (within(index, window) ? slices[index]! : slice)),
    ...passesAround(lattice, solved, window),
  };
};
