import { otherSide, type Hand, type Hands, type Side } from '../hand/hand';
import { bestReach, type PairReach } from '../hand/chord-reach';
import { REACH_VERDICTS, type ReachVerdict } from '../hand/reach';
import type { Pitch } from '../keyboard/pitch';
import type { Travel } from '../moves/travel';
import type { Easing } from '../score/eased';
import { beatOf, type Note, type Score } from '../score/score';
import { slicesOf, type Press, type Slice } from '../score/slices';
import type { PianoPlan } from './plan';

/** Where a piece asks more than a hand reaches, and what can be done about it. */

/** One way out of a strain, and how the hand lies then. */
export interface WayOut {
  readonly kind: Easing['kind'] | 'give';
  /** The note it is about; of a rolled chord its lowest. */
  readonly pitch: Pitch;
  /** What is to be settled; empty where notes are given away. */
  readonly easings: readonly Easing[];
  /** Notes to be given to the other hand. */
  readonly give: readonly string[];
  /** The beat before which a held note is let go; null for other ways. */
  readonly beforeBeat: number | null;
  readonly verdict: ReachVerdict;
}

interface At {
  readonly side: Side;
  /** Index into `Score.bars`. */
  readonly bar: number;
  readonly onsetTicks: number;
  readonly beat: number;
  readonly pitches: readonly Pitch[];
  readonly noteIds: readonly string[];
  readonly waysOut: readonly WayOut[];
}

/** A chord, keys beside a held one, or a leap, that this hand takes at its limit or not at all. */
export type Strain =
  /** Null where there are more keys than fingers. */
  | (At & { readonly kind: 'chord' | 'held'; readonly reach: PairReach | null })
  | (At & { readonly kind: 'leap'; readonly travel: Travel });

const byKey = (a: Press, b: Press): number => a.midi - b.midi;

const keysOf = (presses: readonly Press[]): readonly number[] => presses.map(({ midi }) => midi);

/** How keys lie in a hand: one key always easily, more keys than fingers never. */
const verdictOf = (midis: readonly number[], side: Side, hand: Hand): ReachVerdict =>
  midis.length < 2 ? 'easy' : (bestReach(midis, side, hand)?.verdict ?? 'out-of-reach');

const isBetter = (after: ReachVerdict, before: ReachVerdict): boolean =>
  REACH_VERDICTS.indexOf(after) < REACH_VERDICTS.indexOf(before);

const endOf = ({ onsetTicks, durationTicks }: Note): number => onsetTicks + durationTicks;

/** How the other hand lies if it takes a key for as long as it is written, at the worst moment of that time. */
const verdictWith = ({ notes }: Score, press: Press, to: Side, hand: Hand): ReachVerdict => {
  const beside = notes.filter(
    (note) => note.side === to && note.onsetTicks < press.endTicks && endOf(note) > press.onsetTicks,
  );
  const moments = [press.onsetTicks, ...beside.map(({ onsetTicks }) => Math.max(onsetTicks, press.onsetTicks))];
  return moments
    .map((moment) => {
      const sounding = beside.filter((note) => note.onsetTicks <= moment && endOf(note) > moment);
      return verdictOf(
        [...new Set([press.midi, ...sounding.map(({ midi }) => midi)])].sort((a, b) => a - b),
        to,
        hand,
      );
    })
    .reduce((worst, one) => (isBetter(worst, one) ? one : worst));
};

const way = (
  kind: WayOut['kind'],
  { pitch, noteIds }: Press,
  verdict: ReachVerdict,
  more: Partial<WayOut>,
): WayOut => ({
  kind,
  pitch,
  verdict,
  easings:
    kind === 'roll' || kind === 'leave-out' || kind === 'pedal' ? noteIds.map((noteId) => ({ kind, noteId })) : [],
  give: [],
  beforeBeat: null,
  ...more,
});

/** The key that may go to the other hand: the one on its side, where that hand takes it without strain. */
const givingOf = (score: Score, presses: readonly Press[], side: Side, hands: Hands): readonly WayOut[] => {
  const press = side === 'right' ? presses[0] : presses[presses.length - 1];
  if (!press || press.noteIds.length === 0) return [];
  const other = verdictWith(score, press, otherSide(side), hands[otherSide(side)]);
  if (other === 'limit' || other === 'out-of-reach') return [];
  const rest = verdictOf(keysOf(presses.filter((one) => one !== press)), side, hands[side]);
  return [way('give', press, isBetter(rest, other) ? other : rest, { give: press.noteIds })];
};

/** Inner notes are missed least; the melody on top and the bass below most. */
const byWeight =
  (presses: readonly Press[], side: Side) =>
  (a: Press, b: Press): number => {
    const weight = (press: Press): number => {
      const [low, high] = [press === presses[0], press === presses[presses.length - 1]];
      if (!low && !high) return 0;
      return (side === 'right') === low ? 1 : 2;
    };
    return weight(a) - weight(b);
  };

const waysOut = (score: Score, slice: Slice, side: Side, hands: Hands, now: ReachVerdict): readonly WayOut[] => {
  const presses = [...slice.struck, ...slice.held].sort(byKey);
  const without = (gone: Press): ReachVerdict =>
    verdictOf(keysOf(presses.filter((one) => one !== gone)), side, hands[side]);
  const [before] = slice.struck.flatMap(({ noteIds }) => noteIds);
  const beforeBeat = beatOf(score, slice);
  const named = slice.held.filter(({ noteIds }) => noteIds.length > 0);
  const letGo = named.map((held) =>
    way('let-go', held, without(held), {
      easings: before === undefined ? [] : held.noteIds.map((noteId) => ({ kind: 'let-go', noteId, beforeId: before })),
      beforeBeat,
    }),
  );
  const pedal = named.map((held) => way('pedal', held, without(held), {}));
  const [lowest, second] = slice.struck;
  const roll = lowest && second && slice.held.length === 0 ? [way('roll', lowest, 'easy', {})] : [];
  const leaveOut =
    slice.struck.length > 1
      ? [...slice.struck].sort(byWeight(presses, side)).map((gone) => way('leave-out', gone, without(gone), {}))
      : [];
  return [...letGo, ...roll, ...pedal, ...givingOf(score, presses, side, hands), ...leaveOut].filter(
    ({ verdict, easings, give }) => isBetter(verdict, now) && easings.length + give.length > 0,
  );
};

const wideIn = (score: Score, side: Side, hands: Hands): readonly Strain[] => {
  const told = new Set<string>();
  return slicesOf(score, side).flatMap((slice): Strain[] => {
    const presses = [...slice.struck, ...slice.held].sort(byKey);
    if (presses.length < 2 || slice.rolled || slice.struck.length === 0) return [];
    const reach = bestReach(keysOf(presses), side, hands[side]) ?? null;
    const verdict = reach?.verdict ?? 'out-of-reach';
    if (verdict !== 'limit' && verdict !== 'out-of-reach') return [];
    // A long note beside many short ones is told once.
    const [low, high] = [presses[0]!, presses[presses.length - 1]!];
    const name = [low, high].map(({ midi, onsetTicks }) => `${midi} ${onsetTicks}`).join();
    if (told.has(name)) return [];
    told.add(name);
    const isHeld = slice.held.includes(low) || slice.held.includes(high);
    return [
      {
        kind: isHeld ? 'held' : 'chord',
        side,
        bar: slice.bar,
        onsetTicks: slice.onsetTicks,
        beat: beatOf(score, slice),
        pitches: presses.map(({ pitch }) => pitch),
        noteIds: presses.flatMap(({ noteIds }) => noteIds),
        reach,
        waysOut: waysOut(score, slice, side, hands, verdict),
      },
    ];
  });
};

const leapsIn = (score: Score, plan: PianoPlan, side: Side, hands: Hands): readonly Strain[] => {
  const byId = new Map(score.notes.map((note) => [note.id, note]));
  return plan.hands[side].moves.flatMap(({ travel, bar, onsetTicks, fromId, toId }): Strain[] => {
    const [from, to] = [byId.get(fromId), byId.get(toId)];
    if (!travel || travel.fitsUpTo >= 1 || !from || !to) return [];
    const press: Press = { ...to, noteIds: [to.id], adorns: null, endTicks: endOf(to) };
    const at = { side, bar, onsetTicks, beat: beatOf(score, { bar, onsetTicks }), noteIds: [to.id] };
    return [
      { kind: 'leap', ...at, pitches: [from.pitch, to.pitch], travel, waysOut: givingOf(score, [press], side, hands) },
    ];
  });
};

/** All strains of a piece for these hands, in the order they come; what is easy or only stretched is none. */
export const strainsOf = (score: Score, plan: PianoPlan, hands: Hands): readonly Strain[] =>
  (['right', 'left'] as const)
    .flatMap((side) => [...wideIn(score, side, hands), ...leapsIn(score, plan, side, hands)])
    .sort((a, b) => a.onsetTicks - b.onsetTicks);
