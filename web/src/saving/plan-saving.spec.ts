import { TestBed } from '@angular/core/testing';
import { Subject, throwError, of, type Observable } from 'rxjs';
import { NEW_DESK, type KeepVersion, type SavePlan } from '@kettle-step/contract';
import { PiecesService } from '../services/pieces.service';
import { ServerProblem } from '../services/server-problem';
import { FakePending } from '../../testing/pending';
import { PlanSaving } from './plan-saving';
import { PendingWork } from './pending-work';

const CONTENT = { fingers: [], ribbon: [], desk: NEW_DESK, document: '<score-partwise/>' };

const PIECE = { id: 'piece', title: 'Piece', document: CONTENT.document };

const conflict = new ServerProblem(
  { type: '', title: '', status: 409, detail: 'changed elsewhere', code: 'conflict', currentRevision: 5 },
  'changed elsewhere',
);

const setUp = (answer: (plan: SavePlan) => Observable<number>) => {
  const sent: SavePlan[] = [];
  const save = (_id: string, plan: SavePlan): Observable<number> => {
    sent.push(plan);
    return answer(plan);
  };
  const versions: KeepVersion[] = [];
  const keepVersion = (_id: string, version: KeepVersion): Observable<unknown> => {
    versions.push(version);
    return of(undefined);
  };
  const pending = new FakePending();
  TestBed.configureTestingModule({
    providers: [
      PlanSaving,
      { provide: PiecesService, useValue: { save, keepVersion } },
      { provide: PendingWork, useValue: pending },
    ],
  });
  const saving = TestBed.inject(PlanSaving);
  saving.begin({ ...PIECE, revision: 3 });
  return { saving, sent, pending, versions };
};

describe('saving a plan', () => {
  beforeEach(() => jest.useFakeTimers());
  afterEach(() => jest.useRealTimers());

  it('saves a little after the last of several quick changes, from the revision it knows', () => {
    const { saving, sent } = setUp((plan) => of(plan.baseRevision + 1));
    saving.keep(CONTENT);
    saving.keep(CONTENT);
    expect(saving.state().kind).toBe('saving');
    jest.advanceTimersByTime(500);
    expect(sent.map(({ baseRevision }) => baseRevision)).toEqual([3]);
    expect(saving.state().kind).toBe('saved');
    saving.keep(CONTENT);
    jest.advanceTimersByTime(500);
    expect(sent.map(({ baseRevision }) => baseRevision)).toEqual([3, 4]);
  });

  it('sends the music along only when it is other music than the server has', () => {
    const { saving, sent } = setUp((plan) => of(plan.baseRevision + 1));
    for (const document of [CONTENT.document, '<mended/>', '<mended/>', CONTENT.document]) {
      saving.keep({ ...CONTENT, document });
      jest.advanceTimersByTime(500);
    }
    expect(sent.map(({ document }) => document)).toEqual([undefined, '<mended/>', undefined, CONTENT.document]);
  });

  it('keeps the work after a failure and tries again by itself', () => {
    let reachable = false;
    const { saving, sent } = setUp(() =>
      reachable ? of(4) : throwError(() => new ServerProblem(undefined, 'cannot be reached')),
    );
    saving.keep(CONTENT);
    jest.advanceTimersByTime(500);
    expect(saving.state()).toEqual({ kind: 'failed', message: 'cannot be reached' });
    reachable = true;
    jest.advanceTimersByTime(5100);
    expect(saving.state().kind).toBe('saved');
    expect(sent).toHaveLength(2);
  });

  it('stops at a conflict until the teacher has decided, with the work among the versions', () => {
    const { saving, sent, versions } = setUp(() => throwError(() => conflict));
    saving.keep(CONTENT);
    jest.advanceTimersByTime(500);
    expect(saving.state().kind).toBe('held');
    saving.keep(CONTENT);
    saving.saveNow();
    jest.advanceTimersByTime(10_000);
    expect([sent.length, versions.length]).toEqual([1, 1]);
    expect(saving.state().message).toBe('changed elsewhere');
    saving.begin({ ...PIECE, revision: 5 });
    expect(saving.state().kind).toBe('saved');
  });

  it('sends one save at a time', () => {
    const answers = [new Subject<number>(), new Subject<number>()];
    let next = 0;
    const { saving, sent } = setUp(() => answers[next++]!);
    saving.keep(CONTENT);
    jest.advanceTimersByTime(500);
    saving.keep({ ...CONTENT });
    jest.advanceTimersByTime(500);
    expect(sent).toHaveLength(1);
    answers[0]!.next(4);
    answers[0]!.complete();
    expect(sent.map(({ baseRevision }) => baseRevision)).toEqual([3, 4]);
  });

  it('is not at rest while a change is still worked out, also when the one before it has been saved', () => {
    const answer = new Subject<number>();
    const { saving, sent } = setUp(() => (sent.length === 1 ? answer : of(5)));
    saving.keep(CONTENT);
    jest.advanceTimersByTime(500);
    saving.expect();
    answer.next(4);
    answer.complete();
    expect(saving.state().kind).toBe('saving');
    saving.keep(CONTENT);
    jest.advanceTimersByTime(500);
    expect(saving.state().kind).toBe('saved');
  });

  it('is not at rest before the last save is answered, also when the change after it was taken back', () => {
    const answer = new Subject<number>();
    const { saving } = setUp(() => answer);
    saving.keep(CONTENT);
    jest.advanceTimersByTime(500);
    saving.expect();
    saving.expectNothing();
    expect(saving.state().kind).toBe('saving');
    answer.next(4);
    answer.complete();
    expect(saving.state().kind).toBe('saved');
  });

  it('holds what is not saved on this device, with its music, until it is', () => {
    let reachable = false;
    const { saving, pending } = setUp(() =>
      reachable ? of(4) : throwError(() => new ServerProblem(undefined, 'cannot be reached')),
    );
    saving.keep(CONTENT);
    expect(pending.kept.map(({ pieceId, title, plan }) => [pieceId, title, plan])).toEqual([
      ['piece', 'Piece', { baseRevision: 3, ...CONTENT }],
    ]);
    jest.advanceTimersByTime(500);
    expect(pending.kept).toHaveLength(1);
    reachable = true;
    window.dispatchEvent(new Event('online'));
    jest.advanceTimersByTime(0);
    expect(pending.kept).toEqual([]);
  });

  it('keeps the latest on the device while an earlier save is under way', () => {
    const answer = new Subject<number>();
    const { saving, pending } = setUp(() => answer);
    saving.keep(CONTENT);
    jest.advanceTimersByTime(500);
    saving.keep({ ...CONTENT, document: '<mended/>' });
    answer.next(4);
    expect(pending.kept.map(({ plan }) => plan.document)).toEqual(['<mended/>']);
  });

  it('lets the answer for a piece that is no longer open pass', () => {
    const answer = new Subject<number>();
    const { saving, sent } = setUp(() => (sent.length === 1 ? answer : of(10)));
    saving.keep(CONTENT);
    jest.advanceTimersByTime(500);
    saving.begin({ ...PIECE, id: 'other', revision: 9 });
    answer.next(4);
    answer.complete();
    saving.keep(CONTENT);
    jest.advanceTimersByTime(500);
    expect(sent.map(({ baseRevision }) => baseRevision)).toEqual([3, 9]);
  });
});
