import type { RunFingering } from './run-fingering';

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
