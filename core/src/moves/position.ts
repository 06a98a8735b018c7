import { whiteKeyAt } from '../keyboard/geometry';
import { alterInKey, midiOf, pitchClassName, pitchName, STEPS, type Pitch } from '../keyboard/pitch';
import { REST_PLACES, restsOn, type Shape } from '../fingering/model/posture';
import type { SolvedSlice } from '../fingering/solve';
import { mirroredPlace } from '../fingering/model/view';
import { FINGERS, type Finger, type Side } from '../hand/hand';
import type { Score } from '../score/score';

/** A stretch of music during which the hand stays in one place. */
export interface Position {
  /** Named by the key under the hand's lowest finger, as in `G` or `Eb`. */
  readonly name: string;
  /** Close over five neighbouring keys, or open to the octave. */
  readonly shape: Shape;
  /** The resting thumb's white key, mirrored for the left hand. */
  readonly frame: number;
  readonly side: Side;
  /** Index into `Score.bars` and onset of its first slice. */
  readonly bar: number;
  readonly onsetTicks: number;
  readonly lowest: Pitch;
  readonly highest: Pitch;
  /** Slices of this hand it covers, first and last. */
  readonly slices: readonly [number, number];
  /** The notes struck in it, in order. */
  readonly noteIds: readonly string[];
}

/** The white key's letter as the key signature alters it. */
const spellWhiteKey = (midi: number, fifths: number): Pitch => {
  const octave = Math.floor(midi / 12) - 1;
  const step = STEPS.find((letter) => midiOf({ step: letter, alter: 0, octave }) === midi) ?? 'C';
  return { step, alter: alterInKey(step, fifths), octave };
};

/** The resting place of one finger as a pitch of the key. */
const restingPitch = (shape: Shape, frame: number, finger: Finger, side: Side, fifths: number): Pitch => {
  // In the open hand 4 rests between two keys; the one toward 3 is shown.
  const place = Math.floor(frame + (REST_PLACES[shape][finger - 1] ?? 0));
  return spellWhiteKey(whiteKeyAt(side === 'right' ? place : -place), fifths);
};

/** A key that this finger really plays from its resting place during the position, as it is spelled there. */
const playedBy = (finger: Finger, slices: readonly SolvedSlice[], side: Side): Pitch | undefined => {
  for (const { playable, posture } of slices)
    for (const [key, press] of playable.presses.entries())
      if (posture.fingers[key] === finger && restsOn(posture, finger, mirroredPlace(press.midi, side)))
        return press.pitch;
  return undefined;
};

const positionOf = (
  slices: readonly SolvedSlice[],
  range: readonly [number, number],
  side: Side,
  score: Score,
): Position | undefined => {
  const covered = slices.slice(range[0], range[1] + 1);
  const first = covered[0];
  if (!first) return undefined;
  const { frame, shape } = first.posture;
  const { bar, onsetTicks } = first.playable.slice;
  const fifths = score.bars[bar]?.key.fifths ?? 0;
  const pitchUnder = (finger: Finger): Pitch =>
    playedBy(finger, covered, side) ?? restingPitch(shape, frame, finger, side, fifths);
  const lowest = pitchUnder(side === 'right' ? 1 : 5);
  return {
    name: pitchClassName(lowest),
    shape,
    frame,
    side,
    bar,
    onsetTicks,
    lowest,
    highest: pitchUnder(side === 'right' ? 5 : 1),
    slices: range,
    noteIds: covered.flatMap(({ playable }) => playable.slice.struck.flatMap((press) => press.noteIds)),
  };
};

/** The positions of a solved hand, read off the frames of the chosen way. */
export const positionsOf = (slices: readonly SolvedSlice[], side: Side, score: Score): readonly Position[] => {
  const ranges: [number, number][] = [];
  slices.forEach(({ posture }, index) => {
    const last = ranges[ranges.length - 1];
    const before = last && slices[last[0]]?.posture;
    if (last && before?.frame === posture.frame && before.shape === posture.shape) last[1] = index;
    else ranges.push([index, index]);
  });
  return ranges.flatMap((range) => positionOf(slices, range, side, score) ?? []);
};

/** The key on which each finger 1-5 rests in a position, as MIDI numbers; black where the key signature says so. */
export const restingKeys = (position: Position, fifths: number): readonly number[] =>
  FINGERS.map((finger) => midiOf(restingPitch(position.shape, position.frame, finger, position.side, fifths)));

/** @example positionLabel({ name: 'G', shape: 'close' }) // => 'G position' */
export const positionLabel = (position: Pick<Position, 'name' | 'shape'>): string =>
  `${position.name} position${position.shape === 'open' ? ', open hand' : ''}`;

export const rangeLabel = (position: Pick<Position, 'lowest' | 'highest'>): string =>
  `${pitchName(position.lowest)} to ${pitchName(position.highest)}`;
