import type { RunFingering } from './run-fingering';

/** Fingerings of scales. Source: `MANUALS`; of natural and melodic minor `SCALE_MANUAL`. */

/** Major scales. */
export const MAJOR_SCALES: readonly RunFingering[] = [
  { tonics: ['C', 'G', 'D', 'A', 'E', 'B'], hand: 'right', octave: [1, 2, 3, 1, 2, 3, 4], starts: [], ends: [5, 1] },
  { tonics: ['F'], hand: 'right', octave: [1, 2, 3, 4, 1, 2, 3], starts: [], ends: [4] },
  { tonics: ['Bb'], hand: 'right', octave: [4, 1, 2, 3, 1, 2, 3], starts: [[4], [2]], ends: [4] },
  { tonics: ['Eb'], hand: 'right', octave: [3, 1, 2, 3, 4, 1, 2], starts: [[3], [2]], ends: [3] },
  {
    tonics: ['Ab'],
    hand: 'right',
    octave: [3, 4, 1, 2, 3, 1, 2],
    starts: [
      [3, 4],
      [2, 3],
    ],
    ends: [3],
  },
  { tonics: ['Db'], hand: 'right', octave: [2, 3, 1, 2, 3, 4, 1], starts: [], ends: [2] },
  { tonics: ['Gb'], hand: 'right', octave: [2, 3, 4, 1, 2, 3, 1], starts: [], ends: [2] },
  { tonics: ['C', 'G', 'D', 'A', 'E', 'F'], hand: 'left', octave: [1, 4, 3, 2, 1, 3, 2], starts: [[5]], ends: [1] },
  { tonics: ['B'], hand: 'left', octave: [1, 3, 2, 1, 4, 3, 2], starts: [[4]], ends: [1] },
  { tonics: ['Bb', 'Eb', 'Ab', 'Db'], hand: 'left', octave: [3, 2, 1, 4, 3, 2, 1], starts: [], ends: [3, 2] },
  { tonics: ['Gb'], hand: 'left', octave: [4, 3, 2, 1, 3, 2, 1], starts: [], ends: [4, 2] },
];

/** Harmonic minor scales. */
export const HARMONIC_MINOR_SCALES: readonly RunFingering[] = [
  { tonics: ['A', 'E', 'B', 'D', 'G', 'C'], hand: 'right', octave: [1, 2, 3, 1, 2, 3, 4], starts: [], ends: [5, 1] },
  { tonics: ['F'], hand: 'right', octave: [1, 2, 3, 4, 1, 2, 3], starts: [], ends: [4] },
  {
    tonics: ['F#', 'C#', 'G#'],
    hand: 'right',
    octave: [3, 4, 1, 2, 3, 1, 2],
    starts: [
      [3, 4],
      [2, 3],
    ],
    ends: [3],
  },
  { tonics: ['Eb'], hand: 'right', octave: [3, 1, 2, 3, 4, 1, 2], starts: [[3], [2]], ends: [3] },
  { tonics: ['Bb'], hand: 'right', octave: [4, 1, 2, 3, 1, 2, 3], starts: [[4], [2]], ends: [4] },
  { tonics: ['A', 'E', 'D', 'G', 'C', 'F'], hand: 'left', octave: [1, 4, 3, 2, 1, 3, 2], starts: [[5]], ends: [1] },
  { tonics: ['B'], hand: 'left', octave: [1, 3, 2, 1, 4, 3, 2], starts: [[4]], ends: [1] },
  { tonics: ['F#'], hand: 'left', octave: [4, 3, 2, 1, 3, 2, 1], starts: [], ends: [4, 2] },
  { tonics: ['C#', 'G#'], hand: 'left', octave: [3, 2, 1, 4, 3, 2, 1], starts: [], ends: [3, 2] },
  { tonics: ['Eb'], hand: 'left', octave: [2, 1, 4, 3, 2, 1, 3], starts: [], ends: [2] },
  { tonics: ['Bb'], hand: 'left', octave: [2, 1, 3, 2, 1, 4, 3], starts: [], ends: [2] },
];

/** Natural minor scales. Source: `SCALE_MANUAL`. */
// prettier-ignore
export const NATURAL_MINOR_SCALES: readonly RunFingering[] = [
  { tonics: ['A', 'E', 'D', 'G', 'C', 'B'], hand: 'right', octave: [1, 2, 3, 1, 2, 3, 4], starts: [], ends: [1, 5] },
  { tonics: ['F'], hand: 'right', octave: [1, 2, 3, 4, 1, 2, 3], starts: [], ends: [4] },
  { tonics: ['F#', 'C#', 'G#'], hand: 'right', octave: [3, 4, 1, 2, 3, 1, 2], starts: [[3, 4], [2, 3]], ends: [3] },
  { tonics: ['Eb'], hand: 'right', octave: [3, 1, 2, 3, 4, 1, 2], starts: [[3], [2]], ends: [3] },
  { tonics: ['Bb'], hand: 'right', octave: [4, 1, 2, 3, 1, 2, 3], starts: [[4], [2]], ends: [4] },
  { tonics: ['A', 'E', 'D', 'G', 'C', 'F'], hand: 'left', octave: [1, 4, 3, 2, 1, 3, 2], starts: [[5]], ends: [1] },
  { tonics: ['B'], hand: 'left', octave: [1, 3, 2, 1, 4, 3, 2], starts: [[4]], ends: [1] },
  { tonics: ['F#'], hand: 'left', octave: [4, 3, 2, 1, 3, 2, 1], starts: [], ends: [2, 4] },
  { tonics: ['C#'], hand: 'left', octave: [3, 2, 1, 4, 3, 2, 1], starts: [], ends: [2, 3] },
  { tonics: ['G#'], hand: 'left', octave: [3, 2, 1, 3, 2, 1, 4], starts: [], ends: [3] },
  { tonics: ['Eb'], hand: 'left', octave: [2, 1, 4, 3, 2, 1, 3], starts: [], ends: [2] },
  { tonics: ['Bb'], hand: 'left', octave: [2, 1, 3, 2, 1, 4, 3], starts: [], ends: [2] },
];

/** Melodic minor scales, falling as natural minor. Source: `SCALE_MANUAL`. */
// prettier-ignore
export const MELODIC_MINOR_SCALES: readonly RunFingering[] = [
  { tonics: ['A', 'E', 'D', 'G', 'C', 'B'], hand: 'right', octave: [1, 2, 3, 1, 2, 3, 4], starts: [], ends: [1, 5] },
  { tonics: ['F'], hand: 'right', octave: [1, 2, 3, 4, 1, 2, 3], starts: [], ends: [4] },
  { tonics: ['F#', 'C#'], hand: 'right', octave: [2, 3, 1, 2, 3, 4, 1], octaveDown: [3, 4, 1, 2, 3, 1, 2], starts: [[2, 3], [3, 4]], ends: [2, 3] },
  { tonics: ['G#'], hand: 'right', octave: [3, 4, 1, 2, 3, 1, 2], starts: [[3, 4], [2, 3]], ends: [3] },
  { tonics: ['Eb'], hand: 'right', octave: [3, 1, 2, 3, 4, 1, 2], starts: [[3], [2]], ends: [3] },
  { tonics: ['Bb'], hand: 'right', octave: [4, 1, 2, 3, 1, 2, 3], starts: [[4], [2]], ends: [4] },
  { tonics: ['A', 'E', 'D', 'G', 'C', 'F'], hand: 'left', octave: [1, 4, 3, 2, 1, 3, 2], starts: [[5]], ends: [1] },
  { tonics: ['B'], hand: 'left', octave: [1, 3, 2, 1, 4, 3, 2], starts: [[4]], ends: [1] },
  { tonics: ['F#'], hand: 'left', octave: [4, 3, 2, 1, 3, 2, 1], starts: [], ends: [2, 4] },
  { tonics: ['C#'], hand: 'left', octave: [3, 2, 1, 4, 3, 2, 1], starts: [], ends: [2, 3] },
  { tonics: ['G#'], hand: 'left', octave: [3, 2, 1, 4, 3, 2, 1], octaveDown: [3, 2, 1, 3, 2, 1, 4], starts: [], ends: [2, 3] },
  { tonics: ['Eb'], hand: 'left', octave: [2, 1, 4, 3, 2, 1, 3], starts: [], ends: [2] },
  { tonics: ['Bb'], hand: 'left', octave: [2, 1, 3, 2, 1, 4, 3], starts: [], ends: [2], variants: [[2, 1, 4, 3, 2, 1, 3]], sure: 'medium' },
];
