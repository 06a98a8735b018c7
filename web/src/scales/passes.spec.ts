import { TestBed } from '@angular/core/testing';
import type { Pass, Student } from '@kettle-step/contract';
import { patternWish } from '@kettle-step/core';
import { of } from 'rxjs';
import { StudentsService } from '../services/students.service';
import { PassesStore } from './passes.store';

describe('the keys a student has passed', () => {
  it('stand round the circle of fifths, and are passed or taken back by one press', () => {
    localStorage.clear();
    let passes: Pass[] = [{ pattern: patternWish({ tonic: 'D', kind: 'major' }), passedOn: '2026-01-05' }];
    const service = {
      list: () => of([{ id: 'pip', name: 'Pip' }]),
      get: () => of({ id: 'pip', name: 'Pip', passes } as unknown as Student),
      pass: (_id: string, pass: Pass) => {
        passes = [...passes, pass];
        return of(undefined);
      },
      unpass: (_id: string, pattern: Pass['pattern']) => {
        passes = passes.filter((pass) => pass.pattern.tonic !== pattern.tonic);
        return of(undefined);
      },
    };
    TestBed.configureTestingModule({ providers: [PassesStore, { provide: StudentsService, useValue: service }] });
    const store = TestBed.inject(PassesStore);
    const wish = patternWish({ tonic: 'G', kind: 'major' });
    store.choose('pip');
    const passed = (): string =>
      store
        .keysOf(wish)
        .filter(({ passedOn }) => passedOn !== undefined)
        .map(({ tonic }) => tonic)
        .join(' ');
    expect(
      store
        .keysOf(wish)
        .map(({ tonic }) => tonic)
        .join(' '),
    ).toBe('Db Ab Eb Bb F C G D A E B F#');
    expect(passed()).toBe('D');
    store.toggle(wish);
    expect(passed()).toBe('G D');
    store.toggle(wish);
    expect(passed()).toBe('D');
    // Two octaves are another pattern.
    expect(store.keysOf({ ...wish, octaves: 2 }).some(({ passedOn }) => passedOn)).toBe(false);
  });
});
