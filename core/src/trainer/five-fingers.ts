import { FINGERS, SIDES, type Finger, type Side } from '../hand/hand';
import { midiOf, spokenName, type Pitch } from '../keyboard/pitch';
import { patternOf, patternWish } from '../patterns';
import { FINGER_WORDS, type Question } from './question';

/** Calls: a number in a position that is said first. A number means another key in each. */

/** The keys under the fingers of both hands, thumb first. */
interface Place {
  readonly name: string;
  readonly hands: Readonly<Record<Side, readonly Pitch[]>>;
}

const HAND_NAMES = { right: 'Right hand', left: 'Left hand' } as const;

const placeAt = (tonic: string): Place => {
  const { hands } = patternOf(patternWish({ tonic, kind: 'five-finger-major' }));
  const upwards = (side: Side): readonly Pitch[] =>
    hands[side].slice(0, FINGERS.length).map(({ pitches }) => pitches[0]!);
  return {
    name: `${tonic.replace('b', ' flat')} position`,
    hands: { right: upwards('right'), left: [...upwards('left')].reverse() },
  };
};

/** The left hand crossed over the right: each plays where the other was. */
const crossed = ({ name, hands }: Place): Place => {
  const by = (pitches: readonly Pitch[], octaves: number): readonly Pitch[] =>
    pitches.map((pitch) => ({ ...pitch, octave: pitch.octave + octaves }));
  return { name: `${name}, hands crossed, left over right`, hands: { right: hands.right, left: by(hands.left, 2) } };
};

const under = ({ hands }: Place, side: Side, finger: Finger): Pitch => hands[side][finger - 1]!;

const inOrder = (pitches: readonly Pitch[]): readonly Pitch[] => [...pitches].sort((a, b) => midiOf(a) - midiOf(b));

const keysOf = ({ hands }: Place, sides: readonly Side[]): readonly Pitch[] =>
  inOrder(sides.flatMap((side) => hands[side]));

const word = (finger: Finger): string => `${FINGER_WORDS[finger]![0]!.toUpperCase()}${FINGER_WORDS[finger]!.slice(1)}`;

const single = (place: Place, side: Side, finger: Finger, kind: 'calls' | 'keys'): Question => ({
  key: kind === 'calls' ? `call ${side} ${finger}` : `key ${side} ${place.name} ${finger}`,
  kind,
  place: `${HAND_NAMES[side]}, ${place.name}`,
  words: `${word(finger)}.`,
  answer: 'keys',
  midis: [midiOf(under(place, side, finger))],
  among: keysOf(place, [side]),
});

const both = (place: Place, right: Finger, left: Finger, key: string): Question => ({
  key,
  kind: 'calls',
  place: `Both hands, ${place.name}`,
  words: right === left ? `Both ${FINGER_WORDS[right]}.` : `Right ${FINGER_WORDS[right]}, left ${FINGER_WORDS[left]}.`,
  answer: 'keys',
  midis: [midiOf(under(place, 'right', right)), midiOf(under(place, 'left', left))],
  among: keysOf(place, SIDES),
});

const crossedCall = (place: Place, side: Side, finger: Finger): Question =>
  ({
    ...single(place, side, finger, 'calls'),
    key: `call crossed ${side} ${finger}`,
    words: `${HAND_NAMES[side]}: ${FINGER_WORDS[finger]}.`,
    place: `Both hands, ${place.name}`,
    among: keysOf(place, SIDES),
  }) as Question;

/**
 * Number calls in one position, easiest first: one hand; both alike, where the hands move apart and together (contrary); the same key
 * names in both (parallel: right and left add up to six); hands crossed.
 */
export const calls = (tonic: string): readonly Question[] => {
  const place = placeAt(tonic);
  return [
    ...SIDES.flatMap((side) => FINGERS.map((finger) => single(place, side, finger, 'calls'))),
    ...FINGERS.map((finger) => both(place, finger, finger, `call contrary ${finger}`)),
    ...FINGERS.filter((finger) => finger !== 3).map((finger) =>
      both(place, finger, (6 - finger) as Finger, `call parallel ${finger}`),
    ),
    ...SIDES.flatMap((side) => FINGERS.map((finger) => crossedCall(crossed(place), side, finger))),
  ];
};

/** Which key is under a number, in one position after another: what beginners who read numbers as note names have to unlearn. */
export const keysUnderNumbers = (tonics: readonly string[]): readonly Question[] =>
  FINGERS.flatMap((finger) =>
    SIDES.flatMap((side) => tonics.map((tonic) => single(placeAt(tonic), side, finger, 'keys'))),
  );

/** A key as it is offered: its name, and an octave where both hands are on the keyboard. */
export const offeredName = (pitch: Pitch): string => `${spokenName(pitch)} ${pitch.octave}`;
