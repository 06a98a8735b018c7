import type { Finger } from '../../hand/hand';
import type { FingerGroup, Layer } from '../search/lattice';
import { predecessor, successor } from '../search/search';
import type { BothEnds } from '../search/windows';

/**
 * What fingers several figures can share at the least effort. Some figures propose: their best fingering for each finger on each
 * of their notes. The most promising proposals are then tried in the figures, those that follow one another joined.
 */

/** Fingers of a figure, stroke by stroke, by press. */
export type Fingering = readonly (readonly Finger[])[];

/** Figures that propose, choices at each of their strokes, proposals that are tried, and stretches they are tried in. More find nothing better. */
const MOST_PROPOSERS = 3;
const MOST_CHOICES = 5;
const MOST_PROPOSALS = 10;
const MOST_STRETCHES = 6;

const fingersAt = ({ pattern }: Layer, posture: number): readonly Finger[] => pattern.postures[posture]!.fingers;

interface Choice {
  readonly posture: number;
  /** Effort of the best way of the whole piece through it. */
  readonly effort: number;
}

/** The best posture of each fingering of a layer, the best fingerings first. */
const choicesAt = ({ lattice, reached, remaining }: BothEnds, index: number): readonly Choice[] => {
  const [before, onward] = [reached[index]!, remaining[index]!];
  const best: Choice[] = [];
  for (const { from, to } of lattice.layers[index]!.pattern.groups) {
    let [posture, effort] = [from, Infinity];
    for (let at = from; at < to; at += 1) {
      const sum = before[at]! + onward[at]!;
      if (sum < effort) [posture, effort] = [at, sum];
    }
    if (effort < Infinity) best.push({ posture, effort });
  }
  return best.sort((a, b) => a.effort - b.effort).slice(0, MOST_CHOICES);
};

/** The best way through a figure that is in a posture at one of its strokes. */
const wayThrough = (
  { lattice, reached, remaining }: BothEnds,
  figure: readonly number[],
  stroke: number,
  posture: number,
): Fingering => {
  const [first, last, here] = [figure[0]!, figure[figure.length - 1]!, figure[stroke]!];
  const postures = new Array<number>(last - first + 1);
  postures[here - first] = posture;
  for (let index = here; index > first; index -= 1)
    postures[index - 1 - first] = predecessor(reached[index - 1]!, lattice.steps[index]!, postures[index - first]!);
  for (let index = here + 1; index <= last; index += 1) {
    const { effort } = lattice.layers[index]!;
    postures[index - first] = successor(remaining[index]!, lattice.steps[index]!, effort, postures[index - 1 - first]!);
  }
  return figure.map((index) => fingersAt(lattice.layers[index]!, postures[index - first]!));
};

const textOf = (fingering: Fingering): string => {
  let text = '';
  for (const fingers of fingering) text += `${fingers.join('')} `;
  return text;
};

/** Some of several, evenly chosen. */
const someOf = <T>(items: readonly T[], most: number): readonly T[] =>
  items.length <= most
    ? items
    : Array.from({ length: most }, (_, at) => items[Math.floor((at * items.length) / most)]!);

interface Proposal {
  readonly fingering: Fingering;
  /** Each of its keys has one finger throughout. */
  readonly isPlain: boolean;
  /** What it costs the figure that proposes it, beyond that figure's best. */
  readonly more: number;
}

/** Whether a fingering takes each key of a figure with one finger throughout. */
const isPlain = ({ lattice }: BothEnds, figure: readonly number[], fingering: Fingering): boolean => {
  const fingers = new Map<number, Finger>();
  return figure.every((index, stroke) => {
    const { pattern, octaveShift } = lattice.layers[index]!;
    return pattern.view.keys.every(({ place, held }, key) => {
      const finger = fingering[stroke]![key]!;
      const known = fingers.get(place + octaveShift) ?? finger;
      fingers.set(place + octaveShift, known);
      return held || known === finger;
    });
  });
};

/** Proposals that cost their own figure more than this are not tried. Effort. */
const TOO_DEAR = 8;

const proposals = (figures: readonly (readonly number[])[], ends: BothEnds): readonly Fingering[] => {
  const found = new Map<string, Proposal>();
  for (const figure of someOf(figures, MOST_PROPOSERS))
    figure.forEach((index, stroke) => {
      const choices = choicesAt(ends, index);
      for (const { posture, effort } of choices) {
        const more = effort - choices[0]!.effort;
        if (more > TOO_DEAR) break;
        const fingering = wayThrough(ends, figure, stroke, posture);
        const text = textOf(fingering);
        const known = found.get(text);
        if (!known || more < known.more)
          found.set(text, { fingering, more, isPlain: known?.isPlain ?? isPlain(ends, figure, fingering) });
      }
    });
  // A figure that is learnt once has one finger for each of its keys, where there is such a way.
  const all = [...found.values()];
  const plain = all.filter((proposal) => proposal.isPlain);
  return (plain.length > 0 ? plain : all)
    .sort((a, b) => a.more - b.more)
    .slice(0, MOST_PROPOSALS)
    .map(({ fingering }) => fingering);
};

/** Figures that follow one another without a stroke between, as stretches of layers with the stroke that each one is. */
interface Joined {
  readonly from: number;
  /** Stroke of the figure at each layer; undefined where nothing is struck. */
  readonly strokes: readonly (number | undefined)[];
}

/** Layers beyond which a stretch is not carried on: the rest of a long chain says nothing new. */
const LONGEST_STRETCH = 48;

const joinedStretches = (figures: readonly (readonly number[])[], isSilent: (index: number) => boolean): Joined[] => {
  const stretches: { from: number; strokes: (number | undefined)[] }[] = [];
  for (const figure of [...figures].sort((a, b) => a[0]! - b[0]!)) {
    const last = stretches[stretches.length - 1];
    let next = last ? last.from + last.strokes.length : -1;
    while (last && next < figure[0]! && isSilent(next)) next += 1;
    const goesOn = last && next === figure[0] && last.strokes.length < LONGEST_STRETCH;
    const stretch = goesOn ? last : { from: figure[0]!, strokes: [] };
    if (!goesOn) stretches.push(stretch);
    figure.forEach((index, stroke) => {
      stretch.strokes[index - stretch.from] = stroke;
    });
  }
  return stretches.map(({ from, strokes }) => ({ from, strokes: Array.from(strokes) }));
};

/** Whether a group of postures has these fingers on the keys struck. */
const fits = ({ pattern }: Layer, { fingers }: FingerGroup, wanted: readonly Finger[]): boolean =>
  wanted.every((finger, key) => pattern.view.keys[key]!.held || fingers[key] === finger);

/** Postures of a layer that have these fingers on the keys struck; all that are open where none has. */
const posturesWith = (layer: Layer, wanted: readonly Finger[] | undefined): readonly number[] => {
  const { pattern, effort } = layer;
  const fitting: number[] = [];
  if (wanted)
    for (const group of pattern.groups)
      if (fits(layer, group, wanted))
        for (let at = group.from; at < group.to; at += 1) if (effort[at]! < Infinity) fitting.push(at);
  if (fitting.length > 0) return fitting;
  const open: number[] = [];
  for (let at = 0; at < effort.length; at += 1) if (effort[at]! < Infinity) open.push(at);
  return open;
};

/** The least effort of the piece with a fingering in all figures of one stretch. */
const effortThrough = (
  { lattice, reached, remaining }: BothEnds,
  { from, strokes }: Joined,
  fingering: Fingering,
): number => {
  let before: readonly number[] = [];
  let efforts: number[] = [];
  for (let ahead = 0; ahead < strokes.length; ahead += 1) {
    const index = from + ahead;
    const layer = lattice.layers[index]!;
    const { effort: steps, fromSize } = lattice.steps[index]!;
    const stroke = strokes[ahead];
    const postures = posturesWith(layer, stroke === undefined ? undefined : fingering[stroke]);
    const next = new Array<number>(postures.length);
    for (let at = 0; at < postures.length; at += 1) {
      const posture = postures[at]!;
      let least = ahead === 0 ? reached[index]![posture]! : Infinity;
      for (let a = 0; a < before.length; a += 1) {
        const sum = efforts[a]! + steps[posture * fromSize + before[a]!]!;
        if (sum < least) least = sum;
      }
      next[at] = ahead === 0 ? least : least + layer.effort[posture]!;
    }
    [before, efforts] = [postures, next];
  }
  const onward = remaining[from + strokes.length - 1]!;
  let least = Infinity;
  for (let at = 0; at < before.length; at += 1) least = Math.min(least, efforts[at]! + onward[before[at]!]!);
  return least;
};

/** Fingers of a figure along a way through the whole lattice. */
const alongWay = ({ lattice }: BothEnds, figure: readonly number[], way: readonly number[]): Fingering =>
  figure.map((index) => fingersAt(lattice.layers[index]!, way[index]!));

const areSame = (a: Fingering, b: Fingering): boolean =>
  a.every((fingers, stroke) => fingers.every((finger, key) => finger === b[stroke]![key]));

/** The fingering that all figures have by themselves, on the best way; undefined where they differ. */
const sharedAlready = (
  figures: readonly (readonly number[])[],
  ends: BothEnds,
  way: readonly number[],
): Fingering | undefined => {
  const first = alongWay(ends, figures[0]!, way);
  return figures.every((figure) => areSame(first, alongWay(ends, figure, way))) ? first : undefined;
};

/**
 * The fingering that all figures share at the least effort, the first of those that are as good. Where some of the figures are led
 * already, by a group that binds them closer, only what leads them is tried (`led`). `way`: the best way with none of this.
 */
export const sharedFingering = (
  figures: readonly (readonly number[])[],
  ends: BothEnds,
  isSilent: (index: number) => boolean,
  led: readonly Fingering[],
  way: readonly number[],
): Fingering => {
  // What the best way does anyway cannot be bettered.
  const already = led.length === 0 ? sharedAlready(figures, ends, way) : undefined;
  if (already) return already;
  const tried = led.length > 0 ? led : proposals(figures, ends);
  if (tried.length <= 1) return tried[0] ?? [];
  const stretches = someOf(joinedStretches(figures, isSilent), MOST_STRETCHES);
  let best: Fingering = [];
  let least = Infinity;
  for (const fingering of tried) {
    let effort = 0;
    for (const stretch of stretches) effort += effortThrough(ends, stretch, fingering);
    if (effort < least - AS_GOOD || best.length === 0) [least, best] = [effort, fingering];
  }
  return best;
};

/** Efforts that differ by less are the same. */
const AS_GOOD = 1e-9;
