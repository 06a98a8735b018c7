import { strToU8 } from 'fflate';
import { ATTRIBUTES, openScore, partwise, pitched } from '../../testing/musicxml';
import { writeAbc } from './abc';
import { writeMidi } from './midi';
import { explainMusicError, readMusic } from './music';
import { packMusicXml, serializeMusicXml } from './musicxml';

/** Mutations of each file: each is read to a score or to one sentence; nothing throws, nothing hangs. */
const MUTATIONS = 2_000;

/** A reproducible stream of numbers below a bound (a linear congruential generator, constants of Numerical Recipes). */
const numbers = (seed: number): ((below: number) => number) => {
  let state = seed;
  return (below) => {
    state = (Math.imul(state, 1_664_525) + 1_013_904_223) >>> 0;
    return Math.floor((state / 2 ** 32) * below);
  };
};

type Mutation = (bytes: Uint8Array, next: (below: number) => number) => Uint8Array;

const splice = (bytes: Uint8Array, at: number, remove: number, insert: Uint8Array): Uint8Array =>
  Uint8Array.from([...bytes.subarray(0, at), ...insert, ...bytes.subarray(at + remove)]);

/** Words that readers stumble over: absurd numbers, other encodings, unfinished syntax. */
const WORDS = [
  '1000000000',
  '-1',
  '0',
  '1e309',
  'NaN',
  '<note>',
  '</part>',
  ']]>',
  '&lt;',
  '[',
  '{',
  '(9999',
  '|:',
  ':|',
  '/0',
  '\0',
  '\uFEFF',
  '\u{1D11E}',
  'K:',
  'V:9',
  '[M:0/0]',
  '\n',
].map((word) => strToU8(word));

const MUTATE: readonly Mutation[] = [
  // A byte changes, a stretch is lost, doubled, or the end is missing.
  (bytes, next) => splice(bytes, next(bytes.length), 1, Uint8Array.of(next(256))),
  (bytes, next) => splice(bytes, next(bytes.length), 1 + next(40), new Uint8Array()),
  (bytes, next) => {
    const at = next(bytes.length);
    return splice(bytes, next(bytes.length), 0, bytes.subarray(at, at + 1 + next(200)));
  },
  (bytes, next) => bytes.subarray(0, next(bytes.length)),
  (bytes, next) => splice(bytes, next(bytes.length), next(3), WORDS[next(WORDS.length)]!),
  // A number becomes absurd.
  (bytes, next) => {
    const digits = [...bytes.keys()].filter((index) => bytes[index]! >= 48 && bytes[index]! <= 57);
    const at = digits[next(Math.max(1, digits.length))] ?? 0;
    return splice(bytes, at, 1, WORDS[next(5)]!);
  },
];

const mutants = function* (bytes: Uint8Array, seed: number): Generator<Uint8Array> {
  const next = numbers(seed);
  for (let count = 0; count < MUTATIONS; count += 1) {
    let mutant = bytes;
    for (let times = next(3); times >= 0 && mutant.length > 0; times -= 1)
      mutant = MUTATE[next(MUTATE.length)]!(mutant, next);
    yield mutant;
  }
};

const FINGERED =
  '<notations><slur type="start" number="1"/><technical><fingering>1</fingering></technical><articulations><staccato/></articulations></notations>';

const { document, score } = openScore(
  partwise([
    ATTRIBUTES + pitched('C4', 4, FINGERED) + pitched('E4', 4) + pitched('G4', 4, '<chord/>') + pitched('F#4', 8),
    pitched('Bb3', 16),
  ]),
);
const XML = serializeMusicXml(document);

const TUNE = `${writeAbc(score)}X:2\nT:Two\nM:6/8\nL:1/8\nK:Gm\n|:!1!G(3ABc {d}[!1!G!3!Bd]2-|[GBd]2 z4 :|1 [K:D] f6 :|2 !trill!f6 & D6 |]\n`;

describe.each([
  ['MusicXML', strToU8(XML), 'piece.musicxml', 11],
  ['packed MusicXML', packMusicXml(XML), 'piece.mxl', 12],
  ['ABC', strToU8(TUNE), 'piece.abc', 13],
  ['MIDI', writeMidi(score), 'piece.mid', 14],
])('damaged %s', (_format, bytes, name, seed) => {
  it(`is read or refused in plain words, ${MUTATIONS} times`, () => {
    let refused = 0;
    for (const mutant of mutants(bytes, seed)) {
      const read = readMusic(mutant, name, { tune: mutant.length % 2 });
      if (read.kind === 'error') {
        refused += 1;
        expect(explainMusicError(read.error)).toMatch(/^.{20,400}$/s);
      } else expect(read.value.score.notes.length).toBeGreaterThan(0);
    }
    // Neither all nor none: the mutations bite, and the readers forgive.
    expect(refused).toBeGreaterThan(MUTATIONS / 50);
    expect(refused).toBeLessThan(MUTATIONS);
  }, 120_000);
});
