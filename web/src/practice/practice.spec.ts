import { TestBed } from '@angular/core/testing';
import { provideRouter } from '@angular/router';
import { testPiece } from '../../testing/piece';
import { openSession } from '../../testing/session';
import { setFinger } from '../session/decisions';
import { PracticeStore } from './practice.store';

const open = () => {
  const opened = openSession(testPiece('( C4/1/2 D4 E4 F4 G4 A4 B4 C5 ) | C5/2 C4/2 | G4/4'), new Map(), [
    PracticeStore,
    provideRouter([]),
  ]);
  return { ...opened, store: TestBed.inject(PracticeStore) };
};

describe('the practice sheet of the open piece', () => {
  it('has the steps of the plan, of some bars alone where they are named', () => {
    const { store } = open();
    const all = store.steps().map(({ kind }) => kind);
    expect(all).toEqual(expect.arrayContaining(['thumb-under', 'apart', 'tempo']));
    store.bars.set([3, 3]);
    expect(store.steps().map(({ kind }) => kind)).toEqual(['apart', 'tempo']);
    expect(store.steps()[0]!.place).toBe('Bar 3, right hand');
  });

  it('is the teacher’s to change: steps out, in another order, in other words, and own ones', () => {
    const { store } = open();
    const [first, second] = store.steps();
    store.change(0, { isIn: false });
    expect(store.printed()[0]).toEqual(second);
    store.move(0, 1);
    expect(store.steps()[1]).toEqual({ ...first, isIn: false });
    store.move(0, -1);
    expect(store.steps()[0]).toEqual(second);
    store.change(0, { words: 'Slowly.' });
    store.add(' Sing it. ');
    store.add(' ');
    expect(store.printed()[0]!.words).toBe('Slowly.');
    expect(store.printed().at(-1)).toMatchObject({ place: '', words: 'Sing it.' });
  });

  it('begins anew when the fingering changes', () => {
    const { store, history, session } = open();
    store.change(0, { words: 'Slowly.' });
    history.decide(setFinger(session.decisions(), 'n4', 4));
    expect(store.steps().map(({ words }) => words)).not.toContain('Slowly.');
  });
});
