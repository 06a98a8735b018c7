import { alterInKey, fifthsOf, letterPlace, midiOf, naturalAt, stepBeside, type Pitch } from '../keyboard/pitch';
import type { Key } from '../score/score';
import { KINDS, type Mode } from './kinds';
import { modeOf, MOST_ACCIDENTALS, type PatternWish } from './wish';

/** The notes of a pattern one above the other: rung 0 is the lowest it begins on, and each octave has as many rungs. */
export interface Ladder {
  readonly key: Key;
  readonly perOctave: number;
  /** @param falling - whether the line is on its way down: melodic minor and chromatic scales are then spelled otherwise */
  readonly pitch: (rung: number, falling: boolean) => Pitch;
}

/** The remainder that is never below 0: the place of a rung in its octave. */
export const mod = (value: number, by: number): number => ((value % by) + by) % by;

const raised = (pitch: Pitch): Pitch => ({ ...pitch, alter: pitch.alter + 1 });

/** Which degrees (from 0) are a half step above what the key signature says, in each form of the minor scale. */
const RAISED = {
  natural: { rising: [], falling: [] },
  harmonic: { rising: [6], falling: [6] },
  melodic: { rising: [5, 6], falling: [] },
} as const;

const scaleLadder = (tonic: Pitch, mode: Mode, minor: keyof typeof RAISED): Ladder => {
  const fifths = fifthsOf(tonic, mode);
  const altered: { readonly rising: readonly number[]; readonly falling: readonly number[] } =
    RAISED[mode === 'minor' ? minor : 'natural'];
  return {
    key: { fifths, mode },
    perOctave: 7,
    pitch: (rung, falling) => {
      const signed = stepBeside(tonic, rung, fifths);
      return (falling ? altered.falling : altered.rising).includes(mod(rung, 7)) ? raised(signed) : signed;
    },
  };
};

/** Half steps of each note of a triad above its root; the letters of a chord are thirds apart. */
const TRIADS = {
  major: [0, 4, 7],
  minor: [0, 3, 7],
} as const;

const chordLadder = (root: Pitch, halfSteps: readonly number[], key: Key, inversion: number): Ladder => ({
  key,
  perOctave: halfSteps.length,
  pitch: (rung) => {
    const at = rung + inversion;
    const note = mod(at, halfSteps.length);
    const octaves = Math.floor(at / halfSteps.length);
    const natural = naturalAt(letterPlace(root) + 2 * note + 7 * octaves);
    return { ...natural, alter: midiOf(root) + halfSteps[note]! + 12 * octaves - midiOf(natural) };
  },
});

/** Rising with sharps, falling with flats. Common practice, no source. */
const chromaticLadder = (tonic: Pitch): Ladder => ({
  key: { fifths: 0, mode: 'major' },
  perOctave: 12,
  pitch: (rung, falling) => {
    const midi = midiOf(tonic) + rung;
    if (mod(rung, 12) === 0) return { ...tonic, octave: tonic.octave + rung / 12 };
    const octave = Math.floor(midi / 12) - 1;
    // The key signatures of five sharps and five flats name the black keys.
    const steps = (['C', 'D', 'E', 'F', 'G', 'A', 'B'] as const).flatMap((step): Pitch[] => {
      const altered = alterInKey(step, falling ? -5 : 5);
      return altered === 0
        ? [{ step, alter: 0, octave }]
        : [
            { step, alter: 0, octave },
            { step, alter: altered, octave },
          ];
    });
    return steps.find((pitch) => midiOf(pitch) === midi)!;
  },
});

const signedOr = (fifths: number, mode: Key['mode']): Key =>
  Math.abs(fifths) <= MOST_ACCIDENTALS ? { fifths, mode } : { fifths: 0, mode: 'major' };

/** The notes that a pattern goes through, above its tonic. */
export const ladderOf = (tonic: Pitch, wish: PatternWish): Ladder => {
  const mode = modeOf(wish);
  const { notes } = KINDS[wish.kind];
  switch (notes.kind) {
    case 'chromatic':
      return chromaticLadder(tonic);
    case 'seventh':
      return chordLadder(tonic, notes.halfSteps, signedOr(fifthsOf(tonic, 'major') + notes.keyBy, notes.mode), 0);
    case 'triad':
      return chordLadder(tonic, TRIADS[mode], { fifths: fifthsOf(tonic, mode), mode }, wish.inversion);
    case 'scale':
      return scaleLadder(tonic, mode, notes.minor);
  }
};
