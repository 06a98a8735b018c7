import { pairLimitMm } from '../../hand/reach';
import type { Finger, Hand, Side } from '../../hand/hand';
import { isBlack, keyPlace, WHITE_KEY_PITCH_MM } from '../../keyboard/geometry';
import type { LinkKind } from '../../score/slices';
import type { SoundingKey } from './posture';

/** One slice as the terms see it: mirrored keys from the thumb's side up. */
export interface SliceView {
  readonly keys: readonly SoundingKey[];
  readonly rolled: boolean;
  /** There is time: weak fingers hardly matter. */
  readonly slow: boolean;
}

/** The single key that moves between two slices, as indices into both; undefined when more than one moves. */
export interface Lead {
  readonly from: number;
  readonly to: number;
}

/** How a step goes, from what surrounds it. */
export interface Pace {
  /** One of several strokes on one key that follow one another faster than one finger repeats. */
  readonly fast: boolean;
  /** Part of a line that goes on by semitones one way. */
  readonly chromatic: boolean;
  /** Inside an ornament, or from a grace note. */
  readonly ornamental: boolean;
  /** To the key beside and straight back, or the way back. */
  readonly neighbour: boolean;
  /** A repeated key that is struck once more after this. */
  readonly repeatsOn: boolean;
}

/** Two neighbouring slices and how they hang together; everything that does not depend on the fingers. */
export interface LinkView extends Pace {
  readonly from: SliceView;
  readonly to: SliceView;
  readonly link: LinkKind;
  readonly lead: Lead | undefined;
  /** Keys that stay down, as pairs of indices. */
  readonly kept: readonly (readonly [number, number])[];
  /** Keys struck again: pairs of indices. */
  readonly repeated: readonly (readonly [number, number])[];
}

/** Mirrored place of a key: rises from thumb to little finger in either hand. */
export const mirroredPlace = (midi: number, side: Side): number =>
  side === 'right' ? keyPlace(midi) : -keyPlace(midi);

export const keyView = (midi: number, side: Side, held: boolean): SoundingKey => ({
  midi,
  place: mirroredPlace(midi, side),
  black: isBlack(midi),
  held,
});

export const byPlace = (a: SoundingKey, b: SoundingKey): number => a.place - b.place;

/** Of several keys that are left, the one nearest to where the line goes on: there the voice is carried. */
const nearest = (keys: readonly SoundingKey[], leaving: readonly number[], place: number): number =>
  leaving.reduce((best, index) =>
    Math.abs(keys[index]!.place - place) < Math.abs(keys[best]!.place - place) ? index : best,
  );

const findLead = (from: SliceView, to: SliceView, kept: LinkView['kept']): Lead | undefined => {
  const leaving = from.keys.map((_, index) => index).filter((index) => !kept.some(([a]) => a === index));
  const struck = to.keys.map((_, index) => index).filter((index) => !to.keys[index]?.held);
  const [next, second] = struck;
  if (leaving.length === 0 || next === undefined || second !== undefined) return undefined;
  // A block that is let go as one leads nowhere; two voices that are let go together each lead on.
  if (leaving.length > 1 && leaving.every((index) => !from.keys[index]!.held)) return undefined;
  return { from: nearest(from.keys, leaving, to.keys[next]!.place), to: next };
};

export const linkView = (from: SliceView, to: SliceView, link: LinkKind, pace: Pace): LinkView => {
  const kept: (readonly [number, number])[] = [];
  const repeated: (readonly [number, number])[] = [];
  to.keys.forEach((key, b) => {
    const a = from.keys.findIndex((before) => before.midi === key.midi);
    if (a >= 0) (key.held ? kept : repeated).push([a, b]);
  });
  return { from, to, link, ...pace, lead: findLead(from, to, kept), kept, repeated };
};

export const fingerAt = (fingers: readonly Finger[], index: number): Finger => fingers[index] ?? 1;

/** Distance between two keys, mm. */
export const distanceMm = (a: SoundingKey, b: SoundingKey): number => Math.abs(a.place - b.place) * WHITE_KEY_PITCH_MM;

/** Whether two fingers of this hand can be on two keys at once. */
export const spans = (hand: Hand, a: SoundingKey, fingerA: Finger, b: SoundingKey, fingerB: Finger): boolean =>
  distanceMm(a, b) <= pairLimitMm(hand, fingerA, fingerB) + 1e-6;

/** Fingers in the order of their keys. */
export const inOrder = (a: SoundingKey, fingerA: Finger, b: SoundingKey, fingerB: Finger): boolean =>
  fingerA === fingerB ? a.midi === b.midi : (fingerB - fingerA) * (b.place - a.place) > 0;
