import { TestBed } from '@angular/core/testing';
import { FakeLessons, lessonAt } from '../../testing/lesson-book';
import { testPiece } from '../../testing/piece';
import { openSession } from '../../testing/session';
import { LessonsService } from '../services/lessons.service';
import { ListenStore } from './listen.store';

const setUp = () => {
  const book = new FakeLessons([lessonAt('a', '2026-03-04T16:00')]);
  const piece = testPiece('C4/1 D4 E4 F4 | G4/1 F4 E4 D4 | C4/4');
  const opened = openSession({ ...piece, stored: { ...piece.stored, studentId: 'pip' } }, new Map(), [
    ListenStore,
    { provide: LessonsService, useValue: book },
  ]);
  const store = TestBed.inject(ListenStore);
  TestBed.tick();
  return { ...opened, store, book: () => book.lessons };
};

describe('listening to the open piece', () => {
  it('tells a steady playing from one with faults, bar by bar', () => {
    const { store } = setUp();
    store.simulate({ way: 'steady', seed: 1, tempo: 0.8 });
    expect(store.figures()).toMatchObject({ expected: 9, right: 9, stumbled: [], bars: null });
    expect(store.byBar()).toEqual([]);
    const struck = [60, 62, 64, 65, 68, 65, 64, 62, 60];
    const down = (at: number): number => (at === struck.length - 1 ? 2300 : 550);
    store.listen(struck.map((midi, at) => ({ midi, onMs: at * 600, offMs: at * 600 + down(at) })));
    expect(store.byBar()).toMatchObject([
      { name: 'Bar 2', told: [{ place: 'bar 2, beat 1', words: 'G sharp in place of G' }] },
    ]);
    expect(store.marked()).toHaveLength(1);
    expect(store.figures()).toMatchObject({ right: 8, stumbled: [2] });
  });

  it('listens to some bars alone, and does not take other music for them', () => {
    const { store } = setUp();
    store.bars.set([2, 2]);
    store.simulate({ way: 'steady', seed: 2, tempo: 1 });
    expect(store.figures()).toMatchObject({ expected: 4, bars: [2, 2] });
    store.listen([30, 41, 22, 97].map((midi, at) => ({ midi, onMs: at * 600, offMs: at * 600 + 550 })));
    expect(store.hearing()!.isLike).toBe(false);
    expect(store.figures()).toBeUndefined();
  });

  it('listens to one hand where only one plays', () => {
    const { store } = setUp();
    store.sides.set(['right']);
    store.simulate({ way: 'steady', seed: 1, tempo: 0.8 });
    expect(store.figures()).toMatchObject({ expected: 9, right: 9 });
    store.sides.set(['left']);
    store.simulate({ way: 'steady', seed: 1, tempo: 0.8 });
    expect(store.figures()).toBeUndefined();
  });

  it('keeps what was heard with the lesson, and shows it over the weeks', async () => {
    const { store, book } = setUp();
    store.simulate({ way: 'steady', seed: 1, tempo: 0.8 });
    await Promise.resolve();
    TestBed.tick();
    store.keep(book()[0]!);
    expect(book()[0]!.hearings).toMatchObject([{ id: '1', right: 9 }]);
    expect(store.kept()).toBe('Kept with the lesson of 4 March 2026.');
    store.keep(book()[0]!);
    expect(book()[0]!.hearings.map(({ id }) => id)).toEqual(['1', '2']);
  });
});
