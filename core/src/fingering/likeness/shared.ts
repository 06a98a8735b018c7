import type { Finger } from '../../hand/hand';
import type { Lattice, Layer } from '../search/lattice';
import { predecessor, successor } from '../search/search';
import type { BothEnds } from '../search/windows';

/**
 * What fingers several figures can share at the least effort. Some figures propose: their best fingering for each
 * finger on each of their notes. Each proposal is then tried in all figures at once, those that follow one another joined.
 */

/** Fingers of a figure, stroke by stroke, by press. */
export type Fingering = readonly (readonly Finger[])[];

/** Figures that propose, and choices at each of their strokes. More find nothing better. */
const MOST_PROPOSERS = 3;
const MOST_CHOICES = 5;

const fingersAt = ({ pattern }: Layer, posture: number): readonly Finger[] => pattern.postures[posture]!.fingers;

/** The best posture of each fingering of a layer, the best fingerings first. */
const choicesAt = ({ lattice, reached, remaining }: BothEnds, index: number): readonly number[] => {
  const best: { readonly posture: number; readonly effort: number }[] = [];
  for (const { from, to } of lattice.layers[index]!.pattern.groups) {
    let [posture, effort] = [from, Infinity];
    for (let at = from; at < to; at += 1) {
      const sum = reached[index]![at]! + remaining[index]![at]!;
      if (sum < effort) [posture, effort] = [at, sum];
    }
    if (effort < Infinity) best.push({ posture, effort });
  }
  return best
    .sort((a, b) => a.effort - b.effort)
    .slice(0, MOST_CHOICES)
    .map(({ posture }) => posture);
};

/** The best way through a figure that is in a posture at one of its strokes. */
const wayThrough = (
  { lattice, reached, remaining }: BothEnds,
  figure: readonly number[],
  stroke: number,
  posture: number,
): Fingering => {
  const [first, last, here] = [figure[0]!, figure[figure.length - 1]!, figure[stroke]!];
  const postures = new Map([[here, posture]]);
  for (let index = here; index > first; index -= 1)
    postures.set(index - 1, predecessor(reached[index - 1]!, lattice.steps[index]!, postures.get(index)!));
  for (let index = here + 1; index <= last; index += 1) {
    const { effort } = lattice.layers[index]!;
    postures.set(index, successor(remaining[index]!, lattice.steps[index]!, effort, postures.get(index - 1)!));
  }
  return figure.map((index) => fingersAt(lattice.layers[index]!, postures.get(index)!));
};

const textOf = (fingering: Fingering): string => fingering.map((fingers) => fingers.join('')).join(' ');

/** Some of several, evenly chosen. */
const someOf = <T>(items: readonly T[], most: number): readonly T[] =>
  items.length <= most
    ? items
    : Array.from({ length: most }, (_, at) => items[Math.floor((at * items.length) / most)]!);

const proposals = (figures: readonly (readonly number[])[], ends: BothEnds): readonly Fingering[] => {
  const found = new Map<string, Fingering>();
  for (const figure of someOf(figures, MOST_PROPOSERS))
    figure.forEach((index, stroke) => {
      for (const posture of choicesAt(ends, index)) {
        const fingering = wayThrough(ends, figure, stroke, posture);
        if (!found.has(textOf(fingering))) found.set(textOf(fingering), fingering);
      }
    });
  return [...found.values()];
};

/** Figures that follow one another without a stroke between, as stretches of layers with the stroke that each one is. */
interface Joined {
  readonly from: number;
  /** Stroke of the figure at each layer; undefined where nothing is struck. */
  readonly strokes: readonly (number | undefined)[];
}

const joinedStretches = (figures: readonly (readonly number[])[], isSilent: (index: number) => boolean): Joined[] => {
  const stretches: { from: number; strokes: (number | undefined)[] }[] = [];
  for (const figure of [...figures].sort((a, b) => a[0]! - b[0]!)) {
    const last = stretches[stretches.length - 1];
    let next = last ? last.from + last.strokes.length : -1;
    while (last && next < figure[0]! && isSilent(next)) next += 1;
    const stretch = last && next === figure[0] ? last : { from: figure[0]!, strokes: [] };
    if (stretch !== last) stretches.push(stretch);
    figure.forEach((index, stroke) => {
      stretch.strokes[index - stretch.from] = stroke;
    });
  }
  return stretches.map(({ from, strokes }) => ({ from, strokes: Array.from(strokes) }));
};

/** Postures of a layer that have these fingers on the keys struck; all that are open where none has. */
const posturesWith = ({ pattern, effort }: Layer, wanted: readonly Finger[] | undefined): readonly number[] => {
  const open: number[] = [];
  const fitting: number[] = [];
  const { keys } = pattern.view;
  pattern.postures.forEach(({ fingers }, at) => {
    if (effort[at] === Infinity) return;
    open.push(at);
    if (wanted?.every((finger, key) => keys[key]!.held || fingers[key] === finger)) fitting.push(at);
  });
  return fitting.length > 0 ? fitting : open;
};

/** The least effort of the piece with a fingering in all figures of one stretch. */
const effortThrough = (
  { lattice, reached, remaining }: BothEnds,
  { from, strokes }: Joined,
  fingering: Fingering,
): number => {
  let before: readonly number[] = [];
  let efforts: number[] = [];
  strokes.forEach((stroke, ahead) => {
    const index = from + ahead;
    const layer = lattice.layers[index]!;
    const postures = posturesWith(layer, stroke === undefined ? undefined : fingering[stroke]);
    efforts = postures.map((posture) =>
      ahead === 0
        ? reached[index]![posture]!
        : layer.effort[posture]! + leastStep(lattice, index, before, efforts, posture),
    );
    before = postures;
  });
  const last = from + strokes.length - 1;
  return Math.min(...efforts.map((effort, at) => effort + remaining[last]![before[at]!]!));
};

const leastStep = (
  { steps }: Lattice,
  index: number,
  before: readonly number[],
  efforts: readonly number[],
  to: number,
): number => {
  const { effort, fromSize } = steps[index]!;
  let least = Infinity;
  for (let at = 0; at < before.length; at += 1)
    least = Math.min(least, efforts[at]! + effort[to * fromSize + before[at]!]!);
  return least;
};

/**
 * The fingering that all figures share at the least effort, the first of those that are as good. Where some of the figures are led
 * already, by a group that binds them closer, only what leads them is tried (`led`).
 */
export const sharedFingering = (
  figures: readonly (readonly number[])[],
  ends: BothEnds,
  isSilent: (index: number) => boolean,
  led: readonly Fingering[],
): Fingering => {
  const stretches = joinedStretches(figures, isSilent);
  let best: Fingering = [];
  let least = Infinity;
  for (const fingering of led.length > 0 ? led : proposals(figures, ends)) {
    const effort = stretches.reduce((sum, stretch) => sum + effortThrough(ends, stretch, fingering), 0);
    if (effort < least - 1e-9 || best.length === 0) [least, best] = [effort, fingering];
  }
  return best;
};
