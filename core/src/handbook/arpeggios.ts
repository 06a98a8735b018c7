import type { InversionFingering, RunFingering } from './run-fingering';

/**
 * Fingerings of triad arpeggios in root position. Source: `MANUALS`. The left hand from a white key: one white key between the
 * first two notes, 4; two, 3 (common practice; some teachers always use 3).
 */

/** Major triads. */
export const MAJOR_ARPEGGIOS: readonly RunFingering[] = [
  { tonics: ['C', 'D', 'E', 'F', 'G', 'A', 'B', 'Gb'], hand: 'right', octave: [1, 2, 3], starts: [], ends: [5, 1] },
  { tonics: ['Db', 'Eb', 'Ab', 'Bb'], hand: 'right', octave: [4, 1, 2], starts: [[2], [4]], ends: [4] },
  { tonics: ['C', 'F', 'G'], hand: 'left', octave: [1, 4, 2], starts: [[5]], ends: [1] },
  { tonics: ['D', 'E', 'A', 'B', 'Gb'], hand: 'left', octave: [1, 3, 2], starts: [[5]], ends: [1] },
  { tonics: ['Db', 'Eb', 'Ab'], hand: 'left', octave: [2, 1, 4], starts: [], ends: [2] },
  { tonics: ['Bb'], hand: 'left', octave: [3, 2, 1], starts: [], ends: [3, 2] },
];

/** Minor triads. */
export const MINOR_ARPEGGIOS: readonly RunFingering[] = [
  { tonics: ['C', 'D', 'E', 'F', 'G', 'A', 'B', 'Eb'], hand: 'right', octave: [1, 2, 3], starts: [], ends: [5, 1] },
  { tonics: ['C#', 'F#', 'G#'], hand: 'right', octave: [4, 1, 2], starts: [[2], [4]], ends: [4] },
  { tonics: ['Bb'], hand: 'right', octave: [2, 3, 1], starts: [], ends: [2] },
  { tonics: ['C', 'D', 'E', 'F', 'G', 'A', 'B', 'Eb'], hand: 'left', octave: [1, 4, 2], starts: [[5]], ends: [1] },
  { tonics: ['C#', 'F#', 'G#'], hand: 'left', octave: [2, 1, 4], starts: [], ends: [2] },
  { tonics: ['Bb'], hand: 'left', octave: [3, 2, 1], starts: [], ends: [3, 2] },
];

/** Dominant sevenths, by their lowest note. Source: `SCALE_MANUAL`. */
// prettier-ignore
export const DOMINANT_SEVENTHS: readonly RunFingering[] = [
  { tonics: ['C', 'D', 'E', 'F', 'G', 'A', 'B'], hand: 'right', octave: [1, 2, 3, 4], starts: [], ends: [1, 5] },
  { tonics: ['Eb', 'Ab', 'Bb'], hand: 'right', octave: [4, 1, 2, 3], starts: [[2], [4]], ends: [4] },
  { tonics: ['Db'], hand: 'right', octave: [4, 1, 2, 3], starts: [[2], [4]], ends: [4], variants: [[2, 3, 4, 1]], sure: 'medium' },
  { tonics: ['F#'], hand: 'right', octave: [2, 3, 4, 1], starts: [], ends: [2] },
  { tonics: ['C', 'D', 'E', 'F', 'G', 'A', 'B'], hand: 'left', octave: [1, 4, 3, 2], starts: [[5]], ends: [1] },
  { tonics: ['Eb', 'Ab'], hand: 'left', octave: [2, 1, 4, 3], starts: [], ends: [2] },
  { tonics: ['Bb'], hand: 'left', octave: [3, 2, 1, 4], starts: [], ends: [2, 3], variants: [[2, 1, 4, 3]], sure: 'medium' },
  { tonics: ['Db'], hand: 'left', octave: [2, 1, 4, 3], starts: [], ends: [2], variants: [[4, 3, 2, 1]], sure: 'medium' },
  { tonics: ['F#'], hand: 'left', octave: [4, 3, 2, 1], starts: [], ends: [2, 4] },
];

/** Diminished sevenths, by their lowest note. Source: `SCALE_MANUAL`. */
// prettier-ignore
export const DIMINISHED_SEVENTHS: readonly RunFingering[] = [
  { tonics: ['C', 'D', 'G'], hand: 'right', octave: [1, 2, 3, 4], starts: [], ends: [1, 5], variants: [[2, 3, 4, 1]] },
  { tonics: ['E', 'A', 'B'], hand: 'right', octave: [1, 2, 3, 4], starts: [], ends: [1, 5] },
  { tonics: ['F'], hand: 'right', octave: [1, 2, 3, 4], starts: [], ends: [1, 5], variants: [[3, 4, 1, 2]] },
  { tonics: ['F#', 'G#'], hand: 'right', octave: [4, 1, 2, 3], starts: [[2], [4]], ends: [4] },
  { tonics: ['C#'], hand: 'right', octave: [4, 1, 2, 3], starts: [[2], [4]], ends: [4], variants: [[3, 4, 1, 2]], sure: 'medium' },
  { tonics: ['Eb', 'Bb'], hand: 'right', octave: [3, 4, 1, 2], starts: [[2, 3], [3, 4]], ends: [3], variants: [[2, 3, 4, 1]], sure: 'medium' },
  { tonics: ['C', 'D', 'E', 'F', 'G', 'A', 'B'], hand: 'left', octave: [1, 4, 3, 2], starts: [[5]], ends: [1] },
  { tonics: ['C#', 'F#'], hand: 'left', octave: [3, 2, 1, 4], starts: [], ends: [2, 3], variants: [[2, 1, 4, 3]], sure: 'medium' },
];

/** Triad arpeggios that begin on the third or the fifth. Source: `SCALE_MANUAL`. */
// prettier-ignore
export const TRIAD_INVERSIONS: readonly InversionFingering[] = [
  { tonics: ['C', 'F', 'G', 'Db', 'Eb', 'Ab', 'Bb'], mode: 'major', inversion: 1, hand: 'right', octave: [1, 2, 4], starts: [], ends: [1, 5] },
  { tonics: ['Gb'], mode: 'major', inversion: 1, hand: 'right', octave: [1, 2, 4], starts: [], ends: [1, 5], variants: [[2, 3, 1]], sure: 'medium' },
  { tonics: ['D', 'A', 'E'], mode: 'major', inversion: 1, hand: 'right', octave: [4, 1, 2], starts: [[2], [4]], ends: [4], variants: [[2, 3, 1], [3, 1, 2]], sure: 'medium' },
  { tonics: ['B'], mode: 'major', inversion: 1, hand: 'right', octave: [2, 3, 1], starts: [], ends: [2], variants: [[2, 4, 1]], sure: 'medium' },
  { tonics: ['C', 'F', 'G', 'Db', 'Eb', 'Ab', 'Bb'], mode: 'major', inversion: 1, hand: 'left', octave: [1, 4, 2], starts: [[5]], ends: [1] },
  { tonics: ['Gb'], mode: 'major', inversion: 1, hand: 'left', octave: [1, 4, 2], starts: [[5]], ends: [1], variants: [[3, 2, 1]], sure: 'medium' },
  { tonics: ['D', 'A', 'E'], mode: 'major', inversion: 1, hand: 'left', octave: [3, 2, 1], starts: [], ends: [2, 3], variants: [[4, 2, 1], [2, 1, 4]], sure: 'medium' },
  { tonics: ['B'], mode: 'major', inversion: 1, hand: 'left', octave: [3, 2, 1], starts: [], ends: [2, 3], variants: [[4, 2, 1]], sure: 'medium' },
  { tonics: ['C', 'F', 'G'], mode: 'major', inversion: 2, hand: 'right', octave: [1, 2, 4], starts: [], ends: [1, 5] },
  { tonics: ['D', 'A', 'E', 'Bb'], mode: 'major', inversion: 2, hand: 'right', octave: [1, 2, 4], starts: [], ends: [1, 5], variants: [[1, 2, 3]] },
  { tonics: ['Gb'], mode: 'major', inversion: 2, hand: 'right', octave: [1, 2, 4], starts: [], ends: [1, 5], sure: 'medium' },
  { tonics: ['Db', 'Eb', 'Ab'], mode: 'major', inversion: 2, hand: 'right', octave: [2, 4, 1], starts: [], ends: [2], variants: [[2, 3, 1]] },
  { tonics: ['B'], mode: 'major', inversion: 2, hand: 'right', octave: [3, 1, 2], starts: [[2], [3]], ends: [3], variants: [[4, 1, 2]], sure: 'medium' },
  { tonics: ['C', 'F', 'G', 'D', 'A', 'E', 'Bb'], mode: 'major', inversion: 2, hand: 'left', octave: [1, 3, 2], starts: [[5]], ends: [1] },
  { tonics: ['Gb'], mode: 'major', inversion: 2, hand: 'left', octave: [1, 3, 2], starts: [[5]], ends: [1], sure: 'medium' },
  { tonics: ['Db', 'Eb', 'Ab'], mode: 'major', inversion: 2, hand: 'left', octave: [4, 2, 1], starts: [], ends: [2, 4], variants: [[3, 2, 1]] },
  { tonics: ['B'], mode: 'major', inversion: 2, hand: 'left', octave: [2, 1, 3], starts: [], ends: [2], variants: [[2, 1, 4]], sure: 'medium' },
  { tonics: ['D', 'A', 'E', 'B', 'F#', 'C#', 'G#'], mode: 'minor', inversion: 1, hand: 'right', octave: [1, 2, 4], starts: [], ends: [1, 5] },
  { tonics: ['Eb'], mode: 'minor', inversion: 1, hand: 'right', octave: [1, 2, 4], starts: [], ends: [1, 5], sure: 'medium' },
  { tonics: ['C', 'F', 'G'], mode: 'minor', inversion: 1, hand: 'right', octave: [4, 1, 2], starts: [[2], [4]], ends: [4], variants: [[2, 3, 1], [3, 1, 2]], sure: 'medium' },
  { tonics: ['Bb'], mode: 'minor', inversion: 1, hand: 'right', octave: [3, 1, 2], starts: [[2], [3]], ends: [3], variants: [[4, 1, 2]], sure: 'medium' },
  { tonics: ['D', 'A', 'E', 'F#', 'C#', 'G#'], mode: 'minor', inversion: 1, hand: 'left', octave: [1, 4, 2], starts: [[5]], ends: [1] },
  { tonics: ['B'], mode: 'minor', inversion: 1, hand: 'left', octave: [1, 4, 2], starts: [[5]], ends: [1], variants: [[1, 3, 2]], sure: 'medium' },
  { tonics: ['Eb'], mode: 'minor', inversion: 1, hand: 'left', octave: [1, 4, 2], starts: [[5]], ends: [1], sure: 'medium' },
  { tonics: ['C', 'F', 'G'], mode: 'minor', inversion: 1, hand: 'left', octave: [3, 2, 1], starts: [], ends: [2, 3, 4], variants: [[4, 2, 1]], sure: 'medium' },
  { tonics: ['Bb'], mode: 'minor', inversion: 1, hand: 'left', octave: [2, 1, 3], starts: [], ends: [2], variants: [[2, 1, 4]], sure: 'medium' },
  { tonics: ['D', 'A', 'E', 'C', 'F', 'G'], mode: 'minor', inversion: 2, hand: 'right', octave: [1, 2, 4], starts: [], ends: [1, 5], variants: [[1, 2, 3]] },
  { tonics: ['Eb', 'Bb'], mode: 'minor', inversion: 2, hand: 'right', octave: [1, 2, 4], starts: [], ends: [1, 5], variants: [[1, 2, 3]], sure: 'medium' },
  { tonics: ['F#', 'C#', 'G#'], mode: 'minor', inversion: 2, hand: 'right', octave: [2, 4, 1], starts: [], ends: [2], variants: [[2, 3, 1]] },
  { tonics: ['B'], mode: 'minor', inversion: 2, hand: 'right', octave: [3, 1, 2], starts: [[2], [3]], ends: [3], variants: [[4, 1, 2]], sure: 'medium' },
  { tonics: ['D', 'A', 'E', 'C', 'F', 'G', 'Bb'], mode: 'minor', inversion: 2, hand: 'left', octave: [1, 3, 2], starts: [[5]], ends: [1] },
  { tonics: ['Eb'], mode: 'minor', inversion: 2, hand: 'left', octave: [1, 3, 2], starts: [[5]], ends: [1], sure: 'medium' },
  { tonics: ['F#', 'C#', 'G#'], mode: 'minor', inversion: 2, hand: 'left', octave: [4, 2, 1], starts: [], ends: [2, 4], variants: [[3, 2, 1]] },
];
