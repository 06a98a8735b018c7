import type { Finger, Side } from '../../hand/hand';
import type { Key } from '../../score/score';
import { crossingBetween, type Crossing, type Played } from '../learned';
import { spokenName } from '../../keyboard/pitch';
import { TICKS } from '../rhythm';
import { BAR, musicOf, type Drill, type Struck } from './music';

const fingerWords = (finger: Finger): string => (finger === 1 ? 'the thumb' : `${finger}`);

const quarter = (played: Played): Struck => ({ notes: [played], ticks: TICKS });

/** Up to two notes before, then the one that is stopped on: one bar. */
const stopOn = (lead: readonly Played[], last: Played): readonly Struck[] => [
  ...lead.map(quarter),
  { notes: [last], ticks: BAR - lead.length * TICKS, fermata: true },
];

/** A crossing with its neighbours, where the line comes to it and goes on the same way. */
interface Passage {
  readonly crossing: Crossing;
  readonly before: Played | undefined;
  readonly from: Played;
  readonly to: Played;
  readonly after: Played | undefined;
}

const passages = (played: readonly Played[], side: Side): readonly Passage[] =>
  played.flatMap((to, at) => {
    const from = played[at - 1];
    const crossing = from && crossingBetween(from, to, side);
    if (!from || !crossing) return [];
    const step = to.stroke.rung - from.stroke.rung;
    const inLine = (one: Played | undefined, rung: number): Played | undefined =>
      one?.stroke.rung === rung ? one : undefined;
    const before = inLine(played[at - 2], from.stroke.rung - step);
    const after = inLine(played[at + 1], to.stroke.rung + step);
    return [{ crossing, before, from, to, after }];
  });

/** On the note before, on the passing note, on the note after. */
const threeStops = ({ before, from, to, after }: Passage): readonly (readonly Struck[])[] => {
  const lead = before ? [before] : [];
  return [stopOn(lead, from), stopOn([...lead, from], to), ...(after ? [stopOn([...lead, from, to], after)] : [])];
};

const nameOf = ({ crossing: { kind, way }, from, to }: Passage): string =>
  `${kind} ${way} ${spokenName(from.pitch)} ${spokenName(to.pitch)}`;

/** The same crossing comes in every octave: one is practised, best one that comes in the middle of the line. */
const distinctPassages = (all: readonly Passage[]): readonly Passage[] => {
  const isWhole = ({ before, after }: Passage): boolean => before !== undefined && after !== undefined;
  const byName = new Map<string, Passage>();
  for (const one of all) {
    const known = byName.get(nameOf(one));
    if (!known || (!isWhole(known) && isWhole(one))) byName.set(nameOf(one), one);
  }
  return [...byName.values()];
};

const crossingDrill = (passage: Passage, id: string, side: Side, key: Key): Drill => {
  const { crossing, from, to, after } = passage;
  const [left, reached] = [spokenName(from.pitch), spokenName(to.pitch)];
  const ready = after ? ` with ${fingerWords(after.finger)} ready over ${spokenName(after.pitch)}` : '';
  const onward = after ? `; stop on ${spokenName(after.pitch)}` : '';
  const what =
    crossing.kind === 'thumb-under'
      ? `thumb under ${from.finger}, ${left} to ${reached}`
      : `${to.finger} over the thumb, ${left} to ${reached}`;
  const title = `Three stops, ${side} hand: ${what} (${crossing.way})`;
  return {
    id,
    title,
    how: `Stop on ${left} with ${fingerWords(to.finger)} already over ${reached}; stop on ${reached}${ready}${onward}.`,
    soft: null,
    make: () => musicOf(title, { [side]: threeStops(passage) }, key),
  };
};

/** Three stops for exactly the crossings of a line. */
export const crossingDrills = (played: readonly Played[], side: Side, key: Key): readonly Drill[] =>
  distinctPassages(passages(played, side)).map((passage, at) =>
    crossingDrill(passage, `crossing-${side}-${at + 1}`, side, key),
  );
