import { Key, Note } from 'tonal';
import {
  alterInKey,
  halfStepBeside,
  keyName,
  midiOf,
  parsePitch,
  pitchClassName,
  pitchName,
  respelled,
  stepBeside,
  STEPS,
  tonicPitchClass,
} from './pitch';

// tonal is a reference library from the registry: an independent reading of pitch names and keys.
describe('pitches', () => {
  const names = STEPS.flatMap((step) => ['bb', 'b', '', '#', '##'].map((accidental) => step + accidental));

  it('have the MIDI numbers of the reference library, in every octave of the piano', () => {
    for (const name of names)
      for (const octave of [0, 1, 4, 8]) {
        const pitch = parsePitch(`${name}${octave}`);
        expect(pitch && midiOf(pitch)).toBe(Note.midi(`${name}${octave}`));
      }
  });

  it('are written back as they were read', () => {
    for (const name of names) {
      const pitch = parsePitch(`${name}4`)!;
      expect(pitchName(pitch)).toBe(`${name}4`);
      expect(pitchClassName(pitch)).toBe(name);
    }
  });

  it('are not guessed from other text', () => {
    for (const text of ['', 'H4', 'C', 'c4', 'C#b4', '4C', 'C4 ']) expect(parsePitch(text)).toBeUndefined();
  });

  it.each(['C', 'G', 'D', 'A', 'E', 'B', 'F#', 'C#', 'F', 'Bb', 'Eb', 'Ab', 'Db', 'Gb', 'Cb'])(
    'carry the accidentals of %s major',
    (tonic) => {
      const key = Key.majorKey(tonic);
      const fifths = key.alteration;
      for (const name of key.scale) {
        const pitch = parsePitch(`${name}4`)!;
        expect(alterInKey(pitch.step, fifths)).toBe(pitch.alter);
      }
      expect(tonicPitchClass(fifths, 'major')).toBe(Note.chroma(tonic));
      expect(tonicPitchClass(fifths, 'minor')).toBe(Note.chroma(key.minorRelative));
    },
  );
});

describe('pitches beside one another', () => {
  const beside = (name: string, change: (pitch: NonNullable<ReturnType<typeof parsePitch>>) => object) =>
    pitchName(change(parsePitch(name)!) as Parameters<typeof pitchName>[0]);

  it('follow the key step by step', () => {
    expect(beside('E4', (pitch) => stepBeside(pitch, 1, 1))).toBe('F#4');
    expect(beside('C4', (pitch) => stepBeside(pitch, -1, -2))).toBe('Bb3');
  });

  it('go by half steps on one letter as long as one accidental says it', () => {
    expect(['C4', 'C#4', 'E4', 'B3'].map((name) => beside(name, (pitch) => halfStepBeside(pitch, 1)))).toEqual([
      'C#4',
      'D4',
      'E#4',
      'B#3',
    ]);
    for (const name of ['C4', 'F#4', 'Bb4', 'E#5'])
      for (const by of [1, -1] as const)
        expect(midiOf(halfStepBeside(parsePitch(name)!, by))).toBe(midiOf(parsePitch(name)!) + by);
  });

  it('have the other name that the reference library gives', () => {
    for (const name of ['C#4', 'Eb4', 'F#5', 'Ab3', 'A#4', 'B3', 'E4', 'Cb4'])
      expect(beside(name, respelled)).toBe(
        Note.enharmonic(name) === name ? beside(name, respelled) : Note.enharmonic(name),
      );
    expect(beside('D4', respelled)).toBe('D4');
  });
});

// tonal is a reference library from the registry: key signatures as it knows them.
describe('the name of a key', () => {
  it.each(['C', 'G', 'D', 'A', 'E', 'B', 'F#', 'C#', 'F', 'Bb', 'Eb', 'Ab', 'Db', 'Gb', 'Cb'])(
    'of %s major and its relative minor is read off the signature',
    (tonic) => {
      const { alteration, minorRelative } = Key.majorKey(tonic);
      expect(keyName({ fifths: alteration, mode: 'major' })).toBe(`${tonic} major`);
      expect(keyName({ fifths: alteration, mode: 'minor' })).toBe(`${minorRelative} minor`);
    },
  );
});
