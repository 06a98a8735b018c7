import {
  lanesOf,
  NEW_DESK,
  NOTHING_STANDS,
  ribbonOf,
  storedFingers,
  type Piece,
  type RibbonCell,
} from '@kettle-step/contract';
import { createPlanner, DEFAULT_HANDS, type Finger, type PianoPlan, type Score } from '@kettle-step/core';
import { line } from '../../core/testing/line';
import type { FingeredNote } from '../src/score/fingered-notes';

/** A short piece as the places of the web see it, made by the real engine. */
export interface TestPiece {
  readonly score: Score;
  readonly plan: PianoPlan;
  readonly notes: ReadonlyMap<string, FingeredNote>;
  readonly ribbon: readonly RibbonCell[];
  readonly stored: Piece;
}

const planner = createPlanner(DEFAULT_HANDS);

export const testPiece = (
  music: string,
  locks: ReadonlyMap<string, Finger> = new Map(),
  options: Parameters<typeof line>[1] = {},
): TestPiece => {
  const score = line(music, options);
  const plan = planner.plan(score, { locks, alternatives: 0 });
  const fingers = storedFingers(score, plan, locks);
  const ribbon = ribbonOf(score, plan, locks);
  const planned = new Map([...plan.hands.right.notes, ...plan.hands.left.notes].map((note) => [note.id, note]));
  const decided = new Map(fingers.map(({ noteId, decidedBy }) => [noteId, decidedBy]));
  return {
    score,
    plan,
    ribbon,
    notes: new Map(
      score.notes.map((note) => [
        note.id,
        {
          note,
          planned: planned.get(note.id)!,
          decidedBy: decided.get(note.id) ?? 'suggested',
          refused: false,
          written: true,
        },
      ]),
    ),
    stored: {
      id: 'piece',
      title: 'A line',
      composer: '',
      bars: score.bars.length,
      notes: score.notes.length,
      metre: '4/4',
      key: 'C major',
      student: '',
      studentId: null,
      generalId: null,
      updatedAt: '2026-01-05T10:00:00.000Z',
      level: 'intermediate',
      lanes: lanesOf(ribbon),
      document: '<score-partwise/>',
      standing: NOTHING_STANDS,
      plan: { revision: 1, fingers, ribbon, desk: NEW_DESK },
    },
  };
};
