import { rmSync } from 'node:fs';
import { join } from 'node:path';
import { createPlanner, DEFAULT_HANDS, type MoveKind, type PianoPlan, type Score } from '@kettle-step/core';
import { dueListSchema, lessonListSchema, pieceListSchema } from '@kettle-step/contract';
import { demoPieces } from '../../core/testing/demo';
import { openScore } from '../../core/testing/musicxml';
import { testServer } from '../../server/testing/server';
import { loadDemoStudio } from './load';
import { DEMO_PIECES, DEMO_STUDENTS } from './studio';
import { loadYears } from './years';

const FOLDER = join(__dirname, '../pieces');
const NOW = new Date('2026-01-05T10:00:00Z');

const planner = createPlanner(DEFAULT_HANDS);
const pieces: ReadonlyMap<string, { readonly score: Score; readonly plan: PianoPlan }> = new Map(
  demoPieces().map(({ name, bytes }) => {
    const { score } = openScore(bytes);
    return [name, { score, plan: planner.plan(score, { locks: new Map(), alternatives: 0 }) }];
  }),
);

const kindsIn = (name: string): ReadonlySet<MoveKind> => {
  const { right, left } = pieces.get(name)!.plan.hands;
  return new Set([...right.moves, ...left.moves].map(({ kind }) => kind));
};

const chordSizes = (name: string): ReadonlySet<number> => {
  const { notes } = pieces.get(name)!.score;
  const sizes = new Map<string, number>();
  for (const { side, onsetTicks } of notes) {
    const moment = `${side} ${onsetTicks}`;
    sizes.set(moment, (sizes.get(moment) ?? 0) + 1);
  }
  return new Set(sizes.values());
};

describe('the demo studio', () => {
  it('is loaded into an empty shelf once, and leaves a shelf in use alone', async () => {
    const server = await testServer({ prepare: (studio) => loadDemoStudio(studio, FOLDER, NOW) });
    const list = async () => pieceListSchema.parse(await (await server.fetch('api/pieces')).json()).pieces;
    expect((await list()).map(({ id }) => id).sort()).toEqual(DEMO_PIECES.map(({ id }) => id).sort());
    await server.fetch('api/pieces/millrace', { method: 'DELETE' });
    const { database } = server;
    await server.stopAndKeep();
    const second = await testServer({ database, prepare: (studio) => loadDemoStudio(studio, FOLDER, NOW) });
    const ids = pieceListSchema.parse(await (await second.fetch('api/pieces')).json()).pieces.map(({ id }) => id);
    expect(ids).not.toContain('millrace');
    await second.stop();
    rmSync(server.folder, { recursive: true, force: true });
  });

  it('makes up years of lessons for measuring, the same for the same seed', async () => {
    const years = { students: 2, years: 1, until: '2026-06-26', seed: 7 };
    const books = await Promise.all(
      [1, 2].map(async () => {
        const server = await testServer({ prepare: (studio) => loadYears(studio, years) });
        const { lessons } = lessonListSchema.parse(await (await server.fetch('api/lessons')).json());
        const { due } = dueListSchema.parse(await (await server.fetch('api/due?on=2026-12-31')).json());
        await server.stop();
        return { lessons, due };
      }),
    );
    expect(books[0]).toEqual(books[1]);
    // Twelve weeks of holidays.
    expect(books[0]!.lessons).toHaveLength(2 * 40);
    expect(books[0]!.due.length).toBeGreaterThan(2);
  });

  it('has a student for every piece', () => {
    const ids = DEMO_STUDENTS.map(({ id }) => id);
    for (const { studentId } of DEMO_PIECES) expect(ids).toContain(studentId);
  });

  it('has a piece that stays in one five-finger position in each hand', () => {
    const { right, left } = pieces.get('kite-on-a-string')!.plan.hands;
    expect([right.positions.length, left.positions.length]).toEqual([1, 1]);
  });

  it('has one with a finger change on a repeated note, and one with thumb-under runs', () => {
    expect(kindsIn('the-postmans-gate')).toContain('repeated-note-change');
    expect(kindsIn('millrace')).toContain('thumb-under');
  });

  it('has block chords, two voices with held notes, and thirds and sixths', () => {
    expect(chordSizes('market-steps')).toContain(3);
    const { notes } = pieces.get('two-on-the-stairs')!.score;
    expect(new Set(notes.filter(({ side }) => side === 'right').map(({ voice }) => voice)).size).toBeGreaterThan(1);
    expect(chordSizes('lantern-boats')).toContain(2);
  });

  it.each(['g-major-scale', 'f-major-scale'])('has %s for both hands', (name) => {
    expect(new Set(pieces.get(name)!.score.notes.map(({ side }) => side))).toEqual(new Set(['right', 'left']));
  });
});
