import { TestBed } from '@angular/core/testing';
import { NOTHING_STANDS } from '@kettle-step/contract';
import { bothHands, handOfSpan } from '@kettle-step/core';
import { testPiece } from '../../testing/piece';
import { openSession } from '../../testing/session';
import { ServerProblem } from '../services/server-problem';
import { Conflict } from './conflict';
import { setFinger } from './decisions';

const piece = testPiece('C4/1 D4 E4 F4 | G4/4');

const conflict = new ServerProblem(
  { type: '', title: '', status: 409, detail: 'changed elsewhere', code: 'conflict', currentRevision: 5 },
  'changed elsewhere',
);

const setUp = () => {
  const opened = openSession(piece);
  const { session, history } = opened;
  const set = (id: string) => history.decide(setFinger(session.decisions(), id, 3));
  return { ...opened, set };
};

describe('saving the open piece', () => {
  beforeEach(() => jest.useFakeTimers());
  afterEach(() => jest.useRealTimers());

  it('keeps each decision a little later, with its ribbon', () => {
    const { pieces, saving, set } = setUp();
    set('n2');
    expect(saving.state().kind).toBe('saving');
    jest.advanceTimersByTime(500);
    expect(pieces.saved).toHaveLength(1);
    expect(pieces.saved[0]!.ribbon).toHaveLength(4);
    expect(saving.state().kind).toBe('saved');
  });

  it('is at rest again when a change was taken back', () => {
    const { engine, saving, set } = setUp();
    engine.broken = 'no';
    set('n2');
    expect(saving.state().kind).toBe('saved');
  });

  it('saves at once before another piece is opened', () => {
    const { pieces, saving, session, set } = setUp();
    set('n2');
    saving.open('other');
    jest.advanceTimersByTime(0);
    expect(pieces.saved).toHaveLength(1);
    expect(session.piece()?.id).toBe('other');
  });

  it('holds on to work that cannot be saved, until one goes back or gives it up', () => {
    const { pieces, saving, session, set } = setUp();
    pieces.problem = new ServerProblem(undefined, 'cannot be reached');
    set('n2');
    saving.open('other');
    jest.advanceTimersByTime(0);
    expect(session.state()).toEqual({ kind: 'held', message: '“piece” is not saved yet. cannot be reached' });
    saving.open('piece');
    expect([session.state().kind, session.decisions().locks.get('n2')]).toEqual(['ready', 3]);
    saving.open('other');
    jest.advanceTimersByTime(0);
    saving.openAnyway('other');
    expect(session.piece()?.id).toBe('other');
    jest.advanceTimersByTime(20_000);
    expect(saving.state().kind).toBe('saved');
  });

  it('says so when this window’s side of a conflict could not be kept', () => {
    const { pieces, saving, set } = setUp();
    [pieces.problem, pieces.versionProblem] = [conflict, new ServerProblem(undefined, 'cannot be reached')];
    set('n2');
    jest.advanceTimersByTime(500);
    expect(saving.state()).toEqual({ kind: 'failed', message: 'cannot be reached' });
  });

  it('leaves the piece that is open as it is when it is asked for again', () => {
    const { history, saving, set } = setUp();
    set('n2');
    saving.open('piece');
    expect(history.canUndo()).toBe(true);
  });

  it('works it out anew where the house rules have changed in the meantime, decisions and all', () => {
    const { engine, history, pieces, saving, session, set } = setUp();
    set('n2');
    pieces.stands = { house: { pairs: 'slide' }, student: null };
    const before = engine.planned.length;
    saving.open('piece');
    saving.open('piece');
    expect(engine.planned.slice(before).map(({ rules }) => rules)).toEqual([{ pairs: 'slide' }]);
    expect(session.decisions().locks.get('n2')).toBe(3);
    history.undo();
    expect(session.settings().rules).toEqual({ pairs: 'slide' });
  });

  it('knows whom the piece is for by now, and takes their hands', () => {
    const { pieces, saving, session } = setUp();
    const hands = bothHands(handOfSpan(150));
    pieces.stands = { house: {}, student: { id: 'pip', name: 'Pip', hands, rules: {} } };
    saving.open('piece');
    expect(session.piece()).toMatchObject({ id: 'piece', studentId: 'pip', student: 'Pip' });
    expect(session.settings().hands).toEqual(hands);
    pieces.stands = NOTHING_STANDS;
    saving.open('piece');
    expect(session.piece()).toMatchObject({ studentId: null, student: '' });
  });

  it('keeps both sides of a conflict: this window’s at once, the other’s before it is written over', () => {
    const { pieces, saving, set } = setUp();
    pieces.problem = conflict;
    set('n2');
    jest.advanceTimersByTime(500);
    expect(saving.state().kind).toBe('held');
    pieces.problem = undefined;
    TestBed.inject(Conflict).keepMine().subscribe();
    jest.advanceTimersByTime(500);
    expect(pieces.versionsKept.map(({ name }) => name.split(',')[0])).toEqual(['This window', 'The other window']);
    expect(pieces.saved).toHaveLength(1);
    expect(saving.state().kind).toBe('saved');
  });
});
