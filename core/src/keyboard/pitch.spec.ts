import { Key, Note } from 'tonal';
import { alterInKey, midiOf, parsePitch, pitchClassName, pitchName, STEPS, tonicPitchClass } from './pitch';

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
