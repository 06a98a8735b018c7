import type { Finger } from '@kettle-step/core';
import { line } from '../../../core/testing/line';
import { testPiece } from '../../testing/piece';
import { openSession } from '../../testing/session';
import { freeFinger, setFinger } from './decisions';
import type { SessionEvent } from './piece-session';

const piece = testPiece('C4/1 D4 E4 F4 | G4/4');

/** The same piece with a note more in its second bar. */
const MENDED = '<score-partwise>mended</score-partwise>';
const OTHERS = new Map([[MENDED, line('C4/1 D4 E4 F4 | G4/2 A4')]]);

const setUp = () => {
  const opened = openSession(piece, OTHERS);
  const { session, history, preview, selection } = opened;
  const events: SessionEvent['kind'][] = [];
  session.events.subscribe(({ kind }) => events.push(kind));
  const fingerOf = (id: string) => preview.notes().get(id)?.planned.finger;
  const set = (finger: Finger) => history.decide(setFinger(session.decisions(), selection.chosenId()!, finger));
  const free = () => history.decide(freeFinger(session.decisions(), selection.chosenId()!));
  const mend = () => {
    const { locks, desk } = session.decisions();
    history.take({ document: MENDED, carried: { locks, desk, lost: [], kept: 0 } });
  };
  return { ...opened, events, fingerOf, set, free, mend };
};

describe('the open piece', () => {
  it('has a finger on every note, and its first note is chosen', () => {
    const { session, selection, fingerOf } = setUp();
    expect(session.state().kind).toBe('ready');
    expect(['n1', 'n2', 'n3', 'n4', 'n5'].map(fingerOf)).toEqual([1, 2, 3, 4, 5]);
    expect(selection.chosenId()).toBe('n1');
  });

  it('holds the teacher’s finger and has the rest worked out round it', () => {
    const { selection, fingerOf, set, events } = setUp();
    selection.choose('n3');
    set(1);
    expect(fingerOf('n3')).toBe(1);
    expect(selection.chosen()?.decidedBy).toBe('teacher');
    expect(events).toEqual(['wished', 'worked']);
  });

  it('does not choose what is not there', () => {
    const { selection } = setUp();
    selection.choose('nowhere');
    expect(selection.chosenId()).toBe('n1');
  });

  it('says so when it cannot be opened, and opens the next one', () => {
    const { session, engine } = setUp();
    engine.broken = 'The file is cut off.';
    session.open('other');
    expect(session.state()).toEqual({ kind: 'failed', message: 'The file is cut off.' });
    engine.broken = undefined;
    session.open('piece');
    expect(session.state().kind).toBe('ready');
  });
});

describe('taking back', () => {
  it('goes as far as one likes, there and back', () => {
    const { history, selection, fingerOf, set } = setUp();
    selection.choose('n2');
    set(3);
    set(4);
    history.undo();
    expect(fingerOf('n2')).toBe(3);
    history.undo();
    expect(fingerOf('n2')).toBe(2);
    expect(history.canUndo()).toBe(false);
    history.redo();
    history.redo();
    expect(fingerOf('n2')).toBe(4);
    expect(history.canRedo()).toBe(false);
  });

  it('forgets what was taken back once something new is set', () => {
    const { history, selection, fingerOf, set, free } = setUp();
    selection.choose('n2');
    set(3);
    free();
    expect(fingerOf('n2')).toBe(2);
    history.undo();
    set(5);
    expect(history.canRedo()).toBe(false);
  });

  it('begins anew with another piece', () => {
    const { history, session, set } = setUp();
    set(3);
    session.open('other');
    expect(history.canUndo()).toBe(false);
  });
});

describe('an engine that fails', () => {
  it('leaves what stood before, says why, and works the next decision out', () => {
    const { engine, history, session, selection, fingerOf, set, events } = setUp();
    selection.choose('n2');
    set(3);
    engine.broken = 'Too many voices.';
    set(4);
    expect(session.problem()).toContain('Too many voices.');
    expect([fingerOf('n2'), session.decisions().locks.get('n2')]).toEqual([3, 3]);
    engine.broken = undefined;
    set(5);
    expect([fingerOf('n2'), session.problem()]).toEqual([5, '']);
    history.undo();
    expect(fingerOf('n2')).toBe(3);
    expect(events).toEqual(['wished', 'worked', 'wished', 'taken-back', 'wished', 'worked', 'wished', 'worked']);
  });

  it('leaves the music as it was, and takes other music the next time', () => {
    const { engine, session, mend } = setUp();
    engine.broken = 'No memory left.';
    mend();
    expect([session.score()?.notes.length, session.changing()]).toEqual([5, false]);
    engine.broken = undefined;
    mend();
    expect(session.score()?.notes).toHaveLength(6);
  });
});

describe('other music', () => {
  it('comes with a new note chosen, and is taken back like any decision', () => {
    const { history, session, selection, set, mend } = setUp();
    set(3);
    mend();
    expect(session.score()?.notes).toHaveLength(6);
    expect(selection.chosenId()).toBe('n6');
    expect(session.decisions().locks.get('n1')).toBe(3);
    history.undo();
    expect(session.score()?.notes).toHaveLength(5);
    expect(session.decisions().locks.get('n1')).toBe(3);
    expect(selection.chosen()?.note.id).toBe('n5');
    history.redo();
    expect(session.score()?.notes).toHaveLength(6);
  });
});
