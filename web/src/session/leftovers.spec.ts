import { TestBed } from '@angular/core/testing';
import { testPiece } from '../../testing/piece';
import { openSession } from '../../testing/session';
import { Leftovers } from './leftovers';
import type { Pending } from '@kettle-step/contract';

const piece = testPiece('C4/1 D4 E4 F4 | G4/4');
const { plan, document } = piece.stored;

/** Another window set 3 on the second note and was closed. */
const LEFT: Pending = {
  pieceId: 'piece',
  title: 'Piece',
  window: 'gone',
  madeAt: '2026-01-05T10:00:00.000Z',
  plan: {
    baseRevision: plan.revision,
    document,
    fingers: [{ noteId: 'n2', finger: 3, substitute: null, decidedBy: 'teacher' }],
    ribbon: [],
    desk: plan.desk,
  },
};

const setUp = async (left: Pending) => {
  const opened = openSession(piece);
  opened.pending.kept = [left];
  const leftovers = TestBed.inject(Leftovers);
  leftovers.look();
  await Promise.resolve();
  return { ...opened, leftovers };
};

const done = (work: ReturnType<Leftovers['bringBack']>): Promise<void> =>
  new Promise((complete, error) => work.subscribe({ complete, error }));

describe('work that was left unsaved', () => {
  it('is offered when its piece is opened again', async () => {
    const { leftovers, saving } = await setUp(LEFT);
    expect(leftovers.here()).toEqual(LEFT);
    expect(leftovers.hasMovedOn()).toBe(false);
    saving.open('other');
    await Promise.resolve();
    expect(leftovers.here()).toBeUndefined();
    expect(leftovers.all()).toEqual([LEFT]);
  });

  it('is not spoken of where it reached the studio after all, and only the answer was lost', async () => {
    const { leftovers, pending } = await setUp({ ...LEFT, plan: { ...LEFT.plan, fingers: plan.fingers } });
    await Promise.resolve();
    expect(leftovers.here()).toBeUndefined();
    expect(pending.kept).toEqual([]);
  });

  it('is brought back as a decision, which can be undone, and is then kept like any other', async () => {
    const { leftovers, session, history, pending, pieces } = await setUp(LEFT);
    await done(leftovers.bringBack());
    expect(session.decisions().locks.get('n2')).toBe(3);
    expect(leftovers.all()).toEqual([]);
    expect(pieces.versionsKept).toEqual([]);
    // What is not saved yet is this window's own by now.
    expect(pending.kept.map(({ window }) => window)).toEqual(['here']);
    history.undo();
    expect(session.decisions().locks.size).toBe(0);
  });

  it('keeps what the studio has as a version where the piece has moved on', async () => {
    const { leftovers, session, pieces } = await setUp({ ...LEFT, plan: { ...LEFT.plan, baseRevision: 99 } });
    expect(leftovers.hasMovedOn()).toBe(true);
    await done(leftovers.bringBack());
    expect(pieces.versionsKept.map(({ name }) => name.split(',')[0])).toEqual(['In the studio']);
    expect(session.decisions().locks.get('n2')).toBe(3);
  });

  it('can be set aside: the piece stays as it is, and the work stands among its versions', async () => {
    const { leftovers, session, pieces, pending } = await setUp(LEFT);
    await done(leftovers.setAside());
    expect(session.decisions().locks.size).toBe(0);
    expect(pieces.versionsKept.map(({ name, fingers }) => [name.split(',')[0], fingers])).toEqual([
      ['Left unsaved', LEFT.plan.fingers],
    ]);
    expect(pending.kept).toEqual([]);
  });

  it('stays on the device where it could not be set aside', async () => {
    const { leftovers, pieces, pending } = await setUp(LEFT);
    pieces.versionProblem = new Error('cannot be reached');
    await expect(done(leftovers.setAside())).rejects.toThrow('cannot be reached');
    expect(pending.kept).toEqual([LEFT]);
    expect(leftovers.all()).toEqual([LEFT]);
  });
});
