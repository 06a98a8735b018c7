import { pitchClass, whiteKeyAt } from '../keyboard/geometry';
import { alterInKey, midiOf, pitchClassName, pitchName, STEPS, type Pitch } from '../keyboard/pitch';
import { areOneBlock, type HeldBlocks } from './held-block';
import type { Block } from '../reading/blocks';
import { REST_PLACES, restsOn, type Shape } from '../fingering/model/posture';
import type { SolvedSlice } from '../fingering/solve';
import { mirroredPlace } from '../fingering/model/view';
import { FINGERS, type Finger, type Side } from '../hand/hand';
import type { Score } from '../score/score';

/** A stretch of music during which the hand stays in one place. */
export interface Position {
  /** Named by the key under the hand's lowest finger, as in `G` or `Eb`. */
  readonly name: string;
  /** The root of the broken chord that is played in it as one block; null where it is no chord. */
  readonly chord: string | null;
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

/** The root of a block as the music spells it, or as its lowest key is. */
const chordName = ({ root, presses }: Block): string => {
  const lowest = presses.reduce((least, press) => (press.midi < least.midi ? press : least));
  return pitchClassName((presses.find(({ midi }) => pitchClass(midi) === root) ?? lowest).pitch);
};

/** A block wider than a fifth opens the hand. Semitones. */
const FIFTH = 7;

/** Lowest and highest key of a block as the music spells them. */
const endsOf = ({ presses }: Block): readonly [Pitch, Pitch] => {
  const sorted = [...presses].sort((a, b) => a.midi - b.midi);
  return [sorted[0]!.pitch, sorted[sorted.length - 1]!.pitch];
};

const isWide = ({ keys }: Block): boolean => keys[keys.length - 1]! - keys[0]! > FIFTH;

const positionOf = (
  slices: readonly SolvedSlice[],
  held: HeldBlocks,
  range: readonly [number, number],
  side: Side,
  score: Score,
): Position | undefined => {
  const covered = slices.slice(range[0], range[1] + 1);
  const first = covered[0];
  if (!first) return undefined;
  const block = blockOf(slices, held, range);
  const { frame } = first.posture;
  const shape: Shape = block ? (isWide(block) ? 'open' : 'close') : first.posture.shape;
  const { bar, onsetTicks } = first.playable.slice;
  const fifths = score.bars[bar]?.key.fifths ?? 0;
  const pitchUnder = (finger: Finger): Pitch =>
    playedBy(finger, covered, side) ?? restingPitch(shape, frame, finger, side, fifths);
  const ends = block && endsOf(block);
  const lowest = ends?.[0] ?? pitchUnder(side === 'right' ? 1 : 5);
  return {
    name: pitchClassName(lowest),
    chord: block ? chordName(block) : null,
    shape,
    frame,
    side,
    bar,
    onsetTicks,
    lowest,
    highest: ends?.[1] ?? pitchUnder(side === 'right' ? 5 : 1),
    slices: range,
    noteIds: covered.flatMap(({ playable }) => playable.slice.struck.flatMap((press) => press.noteIds)),
  };
};

const isSamePlace = (a: SolvedSlice, b: SolvedSlice): boolean =>
  a.posture.frame === b.posture.frame && a.posture.shape === b.posture.shape;

/** The broken chord that a range is, where it is one and opens the hand or moves it; in five fingers it is a position as any. */
const blockOf = (
  slices: readonly SolvedSlice[],
  held: HeldBlocks,
  [from, to]: readonly [number, number],
): Block | undefined => {
  const block = held[from];
  if (!block) return undefined;
  for (let index = from + 1; index <= to; index += 1) if (!areOneBlock(held, from, index)) return undefined;
  const stays = slices.slice(from, to + 1).every((slice) => isSamePlace(slice, slices[from]!));
  return isWide(block) || !stays ? block : undefined;
};

/** The positions of a solved hand, read off the frames of the chosen way; a broken chord is one, wherever the fingers reach. */
export const positionsOf = (
  slices: readonly SolvedSlice[],
  held: HeldBlocks,
  side: Side,
  score: Score,
): readonly Position[] => {
  const ranges: [number, number][] = [];
  slices.forEach((_, index) => {
    const last = ranges[ranges.length - 1];
    const goesOn = last && (isSamePlace(slices[last[1]]!, slices[index]!) || areOneBlock(held, last[1], index));
    if (goesOn) last[1] = index;
    else ranges.push([index, index]);
  });
  return ranges.flatMap((range) => positionOf(slices, held, range, side, score) ?? []);
};

/** The key on which each finger 1-5 rests in a position, as MIDI numbers; black where the key signature says so. */
export const restingKeys = (position: Position, fifths: number): readonly number[] =>
  FINGERS.map((finger) => midiOf(restingPitch(position.shape, position.frame, finger, position.side, fifths)));

/**
 * @example positionLabel({ name: 'G', chord: null, shape: 'close' }) // => 'G position'
 * @example positionLabel({ name: 'C#', chord: 'A', shape: 'open' }) // => 'A chord, hand open'
 */
export const positionLabel = ({ name, chord, shape }: Pick<Position, 'name' | 'chord' | 'shape'>): string =>
  `${chord === null ? `${name} position` : `${chord} chord`}${shape === 'open' ? ', hand open' : ''}`;

export const rangeLabel = (position: Pick<Position, 'lowest' | 'highest'>): string =>
  `${pitchName(position.lowest)} to ${pitchName(position.highest)}`;
