import { TestBed } from '@angular/core/testing';
import { provideRouter } from '@angular/router';
import { testPiece } from '../../testing/piece';
import { openSession } from '../../testing/session';
import { setFinger } from '../session/decisions';
import { Links } from '../session/links';
import { SheetSteps } from './sheet-steps';

const open = () => {
  const opened = openSession(testPiece('( C4/1/2 D4 E4 F4 G4 A4 B4 C5 ) | C5/2 C4/2 | G4/4'), new Map(), [
    Links,
    SheetSteps,
    provideRouter([]),
  ]);
  const store = TestBed.inject(SheetSteps);
  const keys = (): readonly string[] => store.steps().map(({ key }) => key);
  return { ...opened, store, keys };
};

describe('the practice sheet of the open piece', () => {
  it('has the steps of the plan, of some bars alone where they are named', () => {
    const { store } = open();
    const kinds = () => store.steps().map(({ step }) => step?.kind);
    expect(kinds()).toEqual(expect.arrayContaining(['thumb-under', 'apart', 'tempo']));
    store.bars.set([3, 3]);
    expect(kinds()).toEqual(['apart', 'tempo']);
    expect(store.steps()[0]!.place).toBe('Bar 3, right hand');
  });

  it('is the teacher’s to change: steps out and in, in another order, in other words, and own ones', () => {
    const { store, keys } = open();
    const [first, second] = keys() as [string, string];
    store.include(first, false);
    expect(store.printed()[0]!.key).toBe(second);
    store.move(first, 1);
    expect(keys().slice(0, 2)).toEqual([second, first]);
    store.reword(second, 'Slowly.');
    store.add(' Sing it. ');
    store.add(' ');
    expect(store.printed()[0]).toMatchObject({ words: 'Slowly.', check: '' });
    expect(store.printed().at(-1)).toMatchObject({ place: '', words: 'Sing it.', step: undefined });
    const [offer] = store.more();
    store.include(offer!.key, true);
    expect(store.printed().map(({ key }) => key)).toContain(offer!.key);
    store.discard(store.steps().find(({ step }) => !step)!.key);
    expect(store.steps().every(({ step }) => step)).toBe(true);
  });

  it('is kept with the piece, and every change can be taken back', () => {
    const { store, session, history, keys } = open();
    const [first] = keys() as [string];
    store.include(first, false);
    expect(session.decisions().desk.practice.sheet.steps).toEqual([
      { key: first, isIn: false, words: null, basis: null },
    ]);
    history.undo();
    expect(store.steps()[0]!.isIn).toBe(true);
  });

  it('keeps what was changed when the fingering changes, and says where the music of a step is another now', () => {
    const { store, session, history } = open();
    const under = store.steps().find(({ step }) => step?.kind === 'thumb-under')!;
    const apart = store.steps().find(({ step }) => step?.kind === 'apart')!;
    store.reword(under.key, 'Slowly.');
    store.reword(apart.key, 'Alone.');
    // Other fingers in the scale: the thumb passes elsewhere, so the first step is about nothing any more.
    for (const [id, finger] of [
      ['n4', 4],
      ['n5', 1],
    ] as const)
      // prettier-ignore
      history.decide(setFinger(session.decisions(), id, finger));
    const words = store.steps().map((step) => [step.words, step.note]);
    expect(words).toContainEqual(['Slowly.', 'gone']);
    // The hand ends with another finger: what it does alone is said otherwise now.
    expect(words).toContainEqual(['Alone.', 'changed']);
    store.settle(apart.key, 'new');
    expect(store.steps().find(({ key }) => key === apart.key)).toMatchObject({ note: '' });
    expect(store.steps().find(({ key }) => key === apart.key)!.words).toContain('counting aloud');
  });

  it('has the ladder that is wished for', () => {
    const { store } = open();
    store.setLadder({ today: 40, goal: 80, weeks: 2, daysAWeek: 5 });
    expect(store.sheet()!.ladder[0]).toBe(40);
    expect(store.sheet()!.ladder.at(-1)).toBe(80);
    expect(store.sheet()!.days).toHaveLength(10);
    expect(store.printed().at(-1)!.words).toContain('Tempo ladder: 40,');
  });
});
