import { TestBed } from '@angular/core/testing';
import { provideRouter } from '@angular/router';
import type { HouseRules, RulesFile, SaveHouseRules, SaveStudent, Student } from '@kettle-step/contract';
import { of, throwError } from 'rxjs';
import { testPiece } from '../../testing/piece';
import { openSession } from '../../testing/session';
import { PIP } from '../../testing/student';
import { HouseRulesService } from '../services/house-rules.service';
import { StudentsService } from '../services/students.service';
import { RulesStore } from './rules.store';

const SLIDING: Student = { ...PIP, rules: { pairs: 'slide' } };

const open = (house: RulesFile = {}) => {
  const savedHouse: SaveHouseRules[] = [];
  const savedStudent: SaveStudent[] = [];
  let isRefused = false;
  const houseService = {
    get: () => of<HouseRules>({ rules: house, revision: 2 }),
    save: (rules: SaveHouseRules) => {
      if (isRefused) return throwError(() => new Error('changed elsewhere'));
      savedHouse.push(rules);
      return of(rules.baseRevision + 1);
    },
  };
  const students = {
    list: () => of([SLIDING]),
    get: () => of(SLIDING),
    save: (_id: string, student: SaveStudent) => {
      savedStudent.push(student);
      return of(student.baseRevision + 1);
    },
  };
  const opened = openSession(testPiece('C4/1 D4 E4 F4 | G4/4'), new Map(), [
    RulesStore,
    provideRouter([]),
    { provide: HouseRulesService, useValue: houseService },
    { provide: StudentsService, useValue: students },
  ]);
  const store = TestBed.inject(RulesStore);
  store.load();
  return { ...opened, store, savedHouse, savedStudent, refuse: () => (isRefused = true) };
};

describe('the house rules', () => {
  it('are kept for the studio one after another, each from the revision before', () => {
    const { store, savedHouse } = open({ chromatic: 'groups' });
    expect(store.isReady()).toBe(true);
    store.settle('pairs', 'slide');
    store.settle('chromatic', undefined);
    expect(savedHouse).toEqual([
      { rules: { chromatic: 'groups', pairs: 'slide' }, baseRevision: 2 },
      { rules: { pairs: 'slide' }, baseRevision: 3 },
    ]);
  });

  it('that could not be kept are shown as they stand on the server', () => {
    const { store, refuse } = open({ chromatic: 'groups' });
    refuse();
    store.settle('pairs', 'slide');
    expect(store.problem()).toBe('changed elsewhere');
    expect(store.own()).toEqual({ chromatic: 'groups' });
  });

  it('stand under those of a student, who answers for the questions that are settled otherwise', () => {
    const { store, savedStudent } = open({ chromatic: 'groups', pairs: 'change-at-lifts' });
    store.choose({ kind: 'student', id: 'pip' });
    expect(store.settings().rules).toEqual({ chromatic: 'groups', pairs: 'slide' });
    expect(store.under()).toEqual({ chromatic: 'groups', pairs: 'change-at-lifts' });
    store.settle('pairs', undefined);
    expect(savedStudent).toMatchObject([{ name: 'Pip', rules: {}, baseRevision: 4 }]);
    expect(store.settings().rules.pairs).toBe('change-at-lifts');
  });

  it('and those of a student stand under those of a piece, which can be taken back', () => {
    const { store, session, history, engine } = open({ chromatic: 'groups' });
    store.choose({ kind: 'piece' });
    store.settle('wideLeaps', 'jump');
    expect(session.decisions().desk.rules).toEqual({ wideLeaps: 'jump' });
    expect(store.settings().rules).toEqual({ chromatic: 'groups', wideLeaps: 'jump' });
    expect(engine.planned.at(-1)?.rules).toEqual({ wideLeaps: 'jump' });
    history.undo();
    expect(store.own()).toEqual({});
  });
});
