import type { FingeredPattern } from '../fingered';
import { playedBy } from '../learned';
import { mostOctavesOf, type PatternWish } from '../wish';
import { crossingDrills } from './crossings';
import { handDrills } from './hands';
import { inARow, ownMusic, type Drill } from './music';
import { positionDrills } from './positions';
import { rhythmDrills } from './rhythms';

export type { Drill, DrillMusic } from './music';

/** The pattern at hand with something changed in it, fingered the same way. */
export type Refinger = (change: Partial<PatternWish>) => FingeredPattern;

const OCTAVES_WORDS = ['', 'One octave', ', then two', ', three', ', four'];

const octaveDrills = ({ pattern: { wish } }: FingeredPattern, refinger: Refinger): readonly Drill[] => {
  const most = mostOctavesOf(wish);
  if (most < 2) return [];
  const title = OCTAVES_WORDS.slice(1, most + 1).join('');
  return [
    {
      id: 'octaves',
      title,
      how: 'Each time an octave more in the same number of beats. Go on only when the shorter one is easy.',
      soft: null,
      make: () =>
        inARow(
          title,
          Array.from({ length: most }, (_, at) => ownMusic(refinger({ octaves: at + 1 }))),
        ),
    },
  ];
};

/**
 * The exercises that belong to a pattern: of single notes, three stops at each crossing, blocks, a stop at each position, one
 * octave more each time, rhythms and groups, and detached; of every pattern, hands apart, one hand louder, on the table top and in
 * the air. Common practice, no source.
 */
export const drillsOf = (fingered: FingeredPattern, refinger: Refinger): readonly Drill[] => {
  const { wish, ladder } = fingered.pattern;
  const lines = wish.sides.flatMap((side) => {
    const played = playedBy(fingered, side);
    return played ? [{ side, played }] : [];
  });
  if (lines.length === 0) return handDrills(fingered);
  return [
    ...lines.flatMap(({ side, played }) => [
      ...crossingDrills(played, side, ladder.key),
      ...positionDrills(played, side, ladder.key),
    ]),
    ...octaveDrills(fingered, refinger),
    ...rhythmDrills(lines, ladder.key),
    ...handDrills(fingered),
  ];
};
