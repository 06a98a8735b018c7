import { parsePitch } from '../keyboard/pitch';
import {
  BLOCK_CHORDS,
  chromaticFinger,
  HARMONIC_MINOR_SCALES,
  MAJOR_ARPEGGIOS,
  MAJOR_SCALES,
  MINOR_ARPEGGIOS,
} from '.';

const TABLES = { MAJOR_SCALES, HARMONIC_MINOR_SCALES, MAJOR_ARPEGGIOS, MINOR_ARPEGGIOS };

describe('the handbook', () => {
  it.each(Object.entries(TABLES))('has every key once for each hand in %s', (_name, rows) => {
    for (const hand of ['right', 'left'] as const) {
      const tonics = rows.filter((row) => row.hand === hand).flatMap((row) => row.tonics);
      expect(new Set(tonics).size).toBe(tonics.length);
      expect(tonics.length).toBeGreaterThanOrEqual(12);
      for (const tonic of tonics) expect(parsePitch(`${tonic}4`)).toBeDefined();
    }
  });

  // Common practice, no source: a scale passes the thumb twice an octave, with groups of three and four fingers; an arpeggio once.
  it('has one group of three and one of four in every scale, and one thumb in every arpeggio', () => {
    for (const { octave } of [...MAJOR_SCALES, ...HARMONIC_MINOR_SCALES]) {
      expect([...octave].sort()).toEqual([1, 1, 2, 2, 3, 3, 4]);
    }
    for (const { octave } of [...MAJOR_ARPEGGIOS, ...MINOR_ARPEGGIOS])
      expect(octave.filter((finger) => finger === 1)).toHaveLength(1);
  });

  it('has a finger for every note of a chord, in order', () => {
    for (const { hand, notes, fingers } of BLOCK_CHORDS) {
      expect(fingers).toHaveLength(notes.length);
      const rising = hand === 'right' ? fingers : [...fingers].reverse();
      expect([...rising].sort()).toEqual(rising);
    }
  });

  // Common practice, no source.
  it('plays every black key of a chromatic scale with 3, and never the same finger twice running', () => {
    for (const side of ['right', 'left'] as const) {
      const octave = Array.from({ length: 13 }, (_, index) => chromaticFinger(60 + index, side));
      expect([1, 3, 6, 8, 10].map((key) => octave[key])).toEqual([3, 3, 3, 3, 3]);
      octave.slice(1).forEach((finger, index) => expect(finger).not.toBe(octave[index]));
    }
  });
});
