import { TestBed } from '@angular/core/testing';
import { Subject, throwError, of, type Observable } from 'rxjs';
import { NEW_DESK, type SavePlan } from '@kettle-step/contract';
import { PiecesService, ServerProblem } from '../services/pieces.service';
import { Autosave } from './autosave';

const CONTENT = { fingers: [], ribbon: [], desk: NEW_DESK, document: '<score-partwise/>' };

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
  TestBed.configureTestingModule({ providers: [Autosave, { provide: PiecesService, useValue: { save } }] });
  const autosave = TestBed.inject(Autosave);
  autosave.begin('piece', 3, CONTENT.document);
  return { autosave, sent };
};

describe('autosave', () => {
  beforeEach(() => jest.useFakeTimers());
  afterEach(() => jest.useRealTimers());

  it('saves a little after the last of several quick changes, from the revision it knows', () => {
    const { autosave, sent } = setUp((plan) => of(plan.baseRevision + 1));
    autosave.keep(CONTENT);
    autosave.keep(CONTENT);
    expect(autosave.state().kind).toBe('saving');
    jest.advanceTimersByTime(500);
    expect(sent.map(({ baseRevision }) => baseRevision)).toEqual([3]);
    expect(autosave.state().kind).toBe('saved');
    autosave.keep(CONTENT);
    jest.advanceTimersByTime(500);
    expect(sent.map(({ baseRevision }) => baseRevision)).toEqual([3, 4]);
  });

  it('sends the music along only when it is other music than the server has', () => {
    const { autosave, sent } = setUp((plan) => of(plan.baseRevision + 1));
    for (const document of [CONTENT.document, '<mended/>', '<mended/>', CONTENT.document]) {
      autosave.keep({ ...CONTENT, document });
      jest.advanceTimersByTime(500);
    }
    expect(sent.map(({ document }) => document)).toEqual([undefined, '<mended/>', undefined, CONTENT.document]);
  });

  it('keeps the work after a failure and tries again by itself', () => {
    let reachable = false;
    const { autosave, sent } = setUp(() =>
      reachable ? of(4) : throwError(() => new ServerProblem(undefined, 'cannot be reached')),
    );
    autosave.keep(CONTENT);
    jest.advanceTimersByTime(500);
    expect(autosave.state()).toEqual({ kind: 'failed', message: 'cannot be reached' });
    reachable = true;
    jest.advanceTimersByTime(5100);
    expect(autosave.state().kind).toBe('saved');
    expect(sent).toHaveLength(2);
  });

  it('stops at a conflict until the teacher has decided', () => {
    const { autosave, sent } = setUp(() => throwError(() => conflict));
    autosave.keep(CONTENT);
    jest.advanceTimersByTime(500);
    expect(autosave.state().kind).toBe('conflict');
    autosave.keep(CONTENT);
    autosave.saveNow();
    jest.advanceTimersByTime(10_000);
    expect(sent).toHaveLength(1);
    autosave.begin('piece', 5, CONTENT.document);
    expect(autosave.state().kind).toBe('saved');
  });

  it('sends one save at a time', () => {
    const answers = [new Subject<number>(), new Subject<number>()];
    let next = 0;
    const { autosave, sent } = setUp(() => answers[next++]!);
    autosave.keep(CONTENT);
    jest.advanceTimersByTime(500);
    autosave.keep(CONTENT);
    jest.advanceTimersByTime(500);
    expect(sent).toHaveLength(1);
    answers[0]!.next(4);
    answers[0]!.complete();
    expect(sent.map(({ baseRevision }) => baseRevision)).toEqual([3, 4]);
  });
});
