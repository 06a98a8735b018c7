import { TestBed } from '@angular/core/testing';
import { NEW_DESK, type KeepVersion, type Version } from '@kettle-step/contract';
import { of } from 'rxjs';
import { testPiece } from '../../testing/piece';
import { openSession } from '../../testing/session';
import { VersionsStore } from './versions.store';

const piece = testPiece('C4/1 D4 E4 F4 | G4/4');

const setUp = (document: string | null = null) => {
  const opened = openSession(piece, new Map(), [VersionsStore]);
  const { pieces, history } = opened;
  const whole = (version: KeepVersion): Version => ({
    ...version,
    id: 'v1',
    createdAt: '2026-01-05T10:00:00.000Z',
    sameMusic: !version.document,
    document: version.document ?? null,
  });
  const other = piece.stored.plan.fingers.map((stored, index) =>
    index === 4 ? { ...stored, finger: 1 as const, decidedBy: 'teacher' as const } : stored,
  );
  const before: KeepVersion = { name: 'Before', kind: 'named', fingers: other, desk: NEW_DESK };
  Object.assign(pieces, {
    versions: () => of(pieces.versionsKept.map(whole)),
    version: () => of(whole(document ? { ...before, document } : before)),
    removeVersion: () => of(pieces.versionsKept.pop()),
  });
  const decided = jest.spyOn(history, 'decide');
  return { ...opened, store: TestBed.inject(VersionsStore), decided };
};

describe('versions of a plan', () => {
  it('are kept by name, without spaces around it and never without one', () => {
    const { store, pieces } = setUp();
    store.keep('  Before the recital ');
    store.keep('   ');
    expect(pieces.versionsKept.map(({ name, kind }) => [name, kind])).toEqual([['Before the recital', 'named']]);
    expect(store.list()).toHaveLength(1);
  });

  it('tell in which bars they differ, and come back as a decision', () => {
    const { store, decided } = setUp();
    store.keep('Before');
    const [version] = store.list()!;
    store.compare(version!);
    expect(store.compared()?.bars).toMatchObject([{ bar: 1, side: 'right', theirs: '1', ours: '5' }]);
    store.restore(version!);
    expect(decided.mock.calls).toMatchObject([[{ locks: new Map([['n5', 1]]) }]]);
  });

  it('come back to music that was corrected since, with a word on what has no place in it', () => {
    const { store, decided } = setUp('<score-partwise>before</score-partwise>');
    store.keep('Before');
    const [version] = store.list()!;
    store.restore(version!);
    expect(store.lost()).toEqual(['Bar 2, right hand: 1 on G4']);
    expect(decided).toHaveBeenCalledTimes(1);
    store.compare(version!);
    expect(store.compared()?.bars.map(({ bar }) => bar)).toEqual([0, 1]);
  });

  it('say so when one could not be kept', () => {
    const { store, pieces } = setUp();
    pieces.versionProblem = new Error('cannot be reached');
    store.keep('Before');
    expect(store.problem()).toBe('cannot be reached');
  });
});
