import {
  handsTogether,
  holdsOf,
  tellHold,
  type HandsTogether,
  type PianoPlan,
  type Score,
  type TogetherBeat,
} from '@kettle-step/core';
import { barName, type Hold, type Side } from '@kettle-step/core';
import { effortFigure, numberOfBar, pretty } from '../parts/words';
import { SPACE, type Layout, type SystemLayout } from './layout';
import { newShape } from './svg';

/** Both hands beat by beat, as a strip under each system: told in terms of notes, then drawn where these stand. */

export interface StripBeat {
  /** A note that is struck on the beat, whose place is the beat's. */
  readonly noteId: string;
  readonly right: string;
  readonly left: string;
  /** 0 to 1. */
  readonly level: number;
  readonly same: boolean;
  readonly words: string;
}

export interface StripHold {
  readonly side: Side;
  readonly noteId: string;
  /** The first note after it is let go; undefined at the end of the piece. */
  readonly untilId: string | undefined;
  readonly words: string;
}

export interface Strip {
  readonly beats: readonly StripBeat[];
  readonly holds: readonly StripHold[];
}

/** At this difficulty the level is full; our choice. */
export const FULL_DIFFICULTY = 3;

export const figuresOf = (fingers: readonly (number | null)[]): string =>
  fingers.map((finger) => finger ?? '–').join('');

/** A beat in words: where, how hard, and why. */
export const beatWords = (score: Score | undefined, { bar, beat, difficulty, parts }: TogetherBeat): string => {
  const why = parts.map((part) => pretty(part.why)).join('; ');
  return `${barName(numberOfBar(score, bar))}, beat ${beat}: ${effortFigure(difficulty)}${why ? `, ${why}` : ''}`;
};

const holdIn = (score: Score, hold: Hold): StripHold => ({
  side: hold.side,
  noteId: hold.noteId,
  untilId: score.notes.find(({ onsetTicks }) => onsetTicks >= hold.untilTicks)?.id,
  words: tellHold(score, hold),
});

/** What the strip of a piece says; `together` where it is known already. */
export const stripOf = (score: Score, plan: PianoPlan, together: HandsTogether = handsTogether(score, plan)): Strip => {
  const firstAt = new Map<number, string>();
  for (const { onsetTicks, id, graceIndex } of score.notes)
    if (graceIndex === null && !firstAt.has(onsetTicks)) firstAt.set(onsetTicks, id);
  const beats = together.beats
    .filter(({ pass }) => pass === 1)
    .flatMap((one): StripBeat[] => {
      const noteId = firstAt.get(one.onsetTicks);
      if (noteId === undefined) return [];
      return [
        {
          noteId,
          right: figuresOf(one.fingers.right),
          left: figuresOf(one.fingers.left),
          level: Math.min(1, one.difficulty / FULL_DIFFICULTY),
          same: one.same,
          words: beatWords(score, one),
        },
      ];
    });
  return { beats, holds: holdsOf(score).map((hold) => holdIn(score, hold)) };
};

const TEXT = 1.85 * SPACE;
/** From the lowest ink of a system to the strip, beyond the marks of positions and moves. */
const ROWS = { right: 6.1 * SPACE, level: 6.5 * SPACE, left: 10.2 * SPACE } as const;
const LEVEL_HEIGHT = 1.9 * SPACE;
const WIDTH = 0.7 * SPACE;
/** Lines of held notes, outside the figures. */
const HOLD_LINES: Readonly<Record<Side, number>> = { right: 4.3 * SPACE, left: 10.8 * SPACE };

const figure = (x: number, y: number, words: string, side: Side): SVGElement => {
  const text = newShape('text', { x, y, 'font-size': TEXT, 'text-anchor': 'middle', class: side });
  text.textContent = words;
  return text;
};

const told = (className: string, words: string, shapes: readonly SVGElement[]): SVGElement => {
  const group = newShape('g', { class: `mark ${className}` });
  const title = newShape('title', {});
  title.textContent = words;
  group.append(title, ...shapes);
  return group;
};

const drawBeat = (beat: StripBeat, x: number, base: number): SVGElement => {
  const bottom = base + ROWS.level + LEVEL_HEIGHT;
  const height = beat.level * LEVEL_HEIGHT;
  return told('strip', beat.words, [
    figure(x, base + ROWS.right, beat.right, 'right'),
    newShape('rect', { class: 'well', x: x - WIDTH / 2, y: base + ROWS.level, width: WIDTH, height: LEVEL_HEIGHT }),
    newShape('rect', { class: 'solid', x: x - WIDTH / 2, y: bottom - height, width: WIDTH, height }),
    // Like fingers are tied by a line.
    ...(beat.same
      ? [
          newShape('path', {
            class: 'sign',
            d: `M${x + WIDTH} ${base + ROWS.level}V${bottom}`,
            'stroke-width': SPACE * 0.14,
          }),
        ]
      : []),
    figure(x, base + ROWS.left, beat.left, 'left'),
  ]);
};

const drawHold = (words: string, side: Side, from: number, to: number, base: number, ends: boolean): SVGElement => {
  const y = base + HOLD_LINES[side];
  const hook = (side === 'right' ? 1 : -1) * SPACE * 0.5;
  return told(`strip ${side}`, words, [
    newShape('path', {
      class: 'bracket',
      d: `M${from} ${y}H${to}${ends ? `v${hook}` : ''}`,
      'stroke-width': SPACE * 0.14,
    }),
  ]);
};

/** Puts the strip's shapes under the systems that its notes stand in. */
export const drawStrip = (
  { beats, holds }: Strip,
  layout: Layout,
  put: (system: number, text: string, make: () => SVGElement) => void,
): void => {
  const baseOf = ({ edge }: SystemLayout): number => edge.left;
  for (const beat of beats) {
    const note = layout.notes.get(beat.noteId);
    const system = note && layout.systems[note.system];
    if (!note || !system) continue;
    const x = (note.left + note.right) / 2;
    put(note.system, `${beat.words} ${beat.right} ${beat.left} ${x}`, () => drawBeat(beat, x, baseOf(system)));
  }
  for (const { noteId, untilId, side, words } of holds) {
    const note = layout.notes.get(noteId);
    const system = note && layout.systems[note.system];
    if (!note || !system) continue;
    const until = untilId === undefined ? undefined : layout.notes.get(untilId);
    const isHere = until?.system === note.system;
    const to = isHere ? until.left - SPACE * 0.4 : system.right;
    put(note.system, `${words} ${note.left} ${to}`, () =>
      drawHold(words, side, note.left, to, baseOf(system), isHere || until === undefined),
    );
  }
};
