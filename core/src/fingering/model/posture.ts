import type { Finger } from '../../hand/hand';

/**
 * A posture of the hand over a slice, always as a right hand: for the left hand the keyboard is mirrored, so that places
 * rise from the thumb to the little finger in both.
 */
export interface Posture extends Frame {
  /** A finger for each sounding key, thumb side first. */
  readonly fingers: readonly Finger[];
}

/** Where the resting hand lies. */
export interface Frame {
  /** The white key (whole place) at which the resting thumb lies in a close hand. */
  readonly frame: number;
  readonly shape: Shape;
}

export type Shape = 'close' | 'open';

/** A sounding key as the terms see it. */
export interface SoundingKey {
  /** Mirrored place in white keys. */
  readonly place: number;
  readonly black: boolean;
  /** Kept down from before, not struck now. */
  readonly held: boolean;
  readonly midi: number;
}

/** Resting places of fingers 1-5 from the frame, u: five neighbouring keys, and the hand open to an octave. */
export const REST_PLACES: Readonly<Record<Shape, readonly number[]>> = {
  close: [0, 1, 2, 3, 4],
  open: [-1, 1, 3, 4.5, 6],
};

/** How far each finger may leave its resting place, u: toward the thumb's side and toward the little finger's. */
const LEEWAY: Readonly<Record<Shape, readonly (readonly [number, number])[]>> = {
  close: [
    [-2.5, 1],
    [-1, 1.5],
    [-1, 1],
    [-1, 1],
    [-1, 2.5],
  ],
  open: [
    [-1.5, 1],
    [-1, 1],
    [-1, 1],
    [-1, 1],
    [-1, 1.5],
  ],
};

/** Allowance for rounding of black-key places. */
const SLACK = 1e-6;

export const restPlace = (shape: Shape, frame: number, finger: Finger): number =>
  frame + (REST_PLACES[shape][finger - 1] ?? 0);

/** How far a finger on `place` is from rest; positive toward the little finger. u. */
export const offsetFromRest = (posture: Posture, finger: Finger, place: number): number =>
  place - restPlace(posture.shape, posture.frame, finger);

/** A finger is at home within this of its resting place, u (black keys lie up to 0.64 off). */
const AT_HOME = 0.65;

export const restsOn = (posture: Posture, finger: Finger, place: number): boolean =>
  Math.abs(offsetFromRest(posture, finger, place)) <= AT_HOME;

export const withinLeeway = (shape: Shape, frame: number, finger: Finger, place: number): boolean => {
  const offset = place - restPlace(shape, frame, finger);
  const [low, high] = LEEWAY[shape][finger - 1] ?? [0, 0];
  return offset >= low - SLACK && offset <= high + SLACK;
};

/** Frames in which a finger can be on a place at all. */
export const framesFor = (shape: Shape, finger: Finger, place: number): number[] => {
  const [low, high] = LEEWAY[shape][finger - 1] ?? [0, 0];
  const rest = REST_PLACES[shape][finger - 1] ?? 0;
  const frames: number[] = [];
  for (let frame = Math.ceil(place - rest - high - SLACK); frame <= Math.floor(place - rest - low + SLACK); frame += 1)
    frames.push(frame);
  return frames;
};
