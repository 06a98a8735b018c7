import type { Finger, Side } from '../hand/hand';
import { spokenName } from '../keyboard/pitch';
import { DEFAULT_RULES } from '../fingering/model/rules';
import { handbookFingering, noteIdAt, patternOf, patternWish } from '../patterns';
import type { Question, ShownNote } from './question';

/** Questions on scales as the handbook fingers them, going up one octave. */

const run = (tonic: string, side: Side): readonly ShownNote[] => {
  const pattern = patternOf(patternWish({ tonic, kind: 'major', octaves: 1, direction: 'up' }));
  const fingers = handbookFingering(pattern, side, DEFAULT_RULES)?.fingers;
  return pattern.hands[side].map(({ pitches }, at) => ({
    name: spokenName(pitches[0]!),
    finger: fingers?.get(noteIdAt(side, at, 0)) as Finger,
  }));
};

const placeOf = (tonic: string, side: Side): string =>
  `${tonic.replace('b', ' flat').replace('#', ' sharp')} major, ${side} hand, going up`;

/** Which finger comes next? From the second note to the last. */
export const nextFingers = (tonic: string, side: Side): readonly Question[] => {
  const notes = run(tonic, side);
  return notes.slice(1).map(({ name, finger }, at) => ({
    key: `next ${side} ${tonic} ${at + 2}`,
    kind: 'next',
    place: placeOf(tonic, side),
    words: `Then ${name}: which finger?`,
    answer: 'finger',
    finger,
    shows: notes.slice(0, at + 1),
  }));
};

/** Where does the thumb fall? */
export const thumbs = (tonic: string, side: Side): Question => {
  const notes = run(tonic, side);
  return {
    key: `thumb ${side} ${tonic}`,
    kind: 'thumbs',
    place: placeOf(tonic, side),
    words: 'Where does the thumb fall?',
    answer: 'notes',
    among: notes.map(({ name }) => name),
    right: notes.flatMap(({ finger }, at) => (finger === 1 ? [at] : [])),
  };
};
