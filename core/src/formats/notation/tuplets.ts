import type { NoteValue } from './values';

export interface Bracket {
  readonly tupletStarts: boolean;
  readonly tupletStops: boolean;
  readonly tupletEvents: number;
}

const NONE: Bracket = { tupletStarts: false, tupletStops: false, tupletEvents: 0 };

interface Timed {
  readonly ticks: number;
  readonly value: NoteValue | null;
}

const ratioName = ({ value }: Timed): string => (value?.ratio ? `${value.ratio.actual}:${value.ratio.normal}` : '');

/** A group is full when its length is a whole number of rounds of `actual` of its shortest note. */
const isFull = (group: readonly Timed[]): boolean => {
  const shortest = Math.min(...group.map(({ ticks }) => ticks));
  const count = group.reduce((sum, { ticks }) => sum + ticks, 0) / shortest;
  const actual = group[0]?.value?.ratio?.actual ?? 1;
  return Math.abs(count / actual - Math.round(count / actual)) < 1e-6;
};

/** Where tuplets begin and end on a line: as soon as their notes fill the time of whole ones. */
export const bracketsOf = (events: readonly Timed[]): readonly Bracket[] => {
  const brackets = events.map(() => NONE);
  let group: number[] = [];
  const close = (): void => {
    const [first, last] = [group[0], group[group.length - 1]];
    if (first !== undefined && last !== undefined) {
      brackets[last] = { ...NONE, tupletStops: true };
      brackets[first] = { ...brackets[first]!, tupletStarts: true, tupletEvents: group.length };
    }
    group = [];
  };
  let ratio = '';
  events.forEach((event, index) => {
    if (event.ticks === 0) return;
    const name = ratioName(event);
    if (name !== ratio) close();
    ratio = name;
    if (name === '') return;
    group.push(index);
    if (isFull(group.map((member) => events[member]!))) close();
  });
  close();
  return brackets;
};
