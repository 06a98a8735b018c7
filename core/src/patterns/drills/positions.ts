import type { Side } from '../../hand/hand';
import type { Key } from '../../score/score';
import { crossingBetween, wayOut, type Played } from '../learned';
import { TICKS } from '../rhythm';
import { BAR, musicOf, type Drill, type Struck } from './music';

/** The notes of each position on the way out: a crossing begins the next. */
const positions = (out: readonly Played[], side: Side): Played[][] => {
  const groups: Played[][] = [];
  out.forEach((one, at) => {
    const before = out[at - 1];
    if (!before || crossingBetween(before, one, side)) groups.push([one]);
    else groups[groups.length - 1]!.push(one);
  });
  return groups;
};

const inBlock = (group: readonly Played[]): readonly Struck[] => [
  { notes: [...group].sort((a, b) => a.stroke.rung - b.stroke.rung), ticks: BAR },
];

const LEAD_TICKS = TICKS / 2;

const stopAtItsEnd = (group: readonly Played[]): readonly Struck[] => {
  const lead = group.slice(0, -1);
  return [
    ...lead.map((one) => ({ notes: [one], ticks: LEAD_TICKS })),
    { notes: [group[group.length - 1]!], ticks: BAR - lead.length * LEAD_TICKS, fermata: true },
  ];
};

/** Each position as a block, and a stop at the end of each; none where the hand stays in one. */
export const positionDrills = (played: readonly Played[], side: Side, key: Key): readonly Drill[] => {
  const groups = positions(wayOut(played), side);
  if (groups.length < 2) return [];
  const drill = (
    id: string,
    title: string,
    how: string,
    bar: (group: readonly Played[]) => readonly Struck[],
  ): Drill => ({
    id: `${id}-${side}`,
    title: `${title}, ${side} hand`,
    how,
    soft: null,
    make: () => musicOf(title, { [side]: groups.map(bar) }, key),
  });
  return [
    drill(
      'blocks',
      'Blocks',
      'All notes of a position at once, as a chord; lift, and have the next block in the hand before it is played.',
      inBlock,
    ),
    drill(
      'positions',
      'Stop at each position',
      'Play to the end of each position, stop there and name it; begin the next only when the hand lies over it.',
      stopAtItsEnd,
    ),
  ];
};
