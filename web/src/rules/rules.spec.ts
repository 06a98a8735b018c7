import { TestBed } from '@angular/core/testing';
import { provideRouter } from '@angular/router';
import type { HouseRules, RulesFile, SaveHouseRules, SaveStudent, Student } from '@kettle-step/contract';
import { of, throwError } from 'rxjs';
import { testPiece } from '../../testing/piece';
import { openSession } from '../../testing/session';
import { PIP } from '../../testing/student';
import { HouseRulesService } from '../services/house-rules.service';
import { StudentsService } from '../services/students.service';
import { ServerProblem } from '../services/server-problem';
import { RulesStore } from './rules.store';

const conflict = new ServerProblem(
  { type: '', title: '', status: 409, detail: 'changed elsewhere', code: 'conflict', currentRevision: 3 },
  'changed elsewhere',
);

const SLIDING: Student = { ...PIP, rules: { pairs: 'slide' } };

const open = (house: RulesFile = {}) => {
  const savedHouse: SaveHouseRules[] = [];
  const savedStudent: SaveStudent[] = [];
  const server = { house: { rules: house, revision: 2 } as HouseRules, isAway: false };
  const houseService = {
    get: () => of(server.house),
    save: ({ rules, baseRevision }: SaveHouseRules) => {
      if (server.isAway) return throwError(() => new Error('Nobody answers.'));
      if (baseRevision !== server.house.revision) return throwError(() => conflict);
      savedHouse.push({ rules, baseRevision });
      server.house = { rules, revision: baseRevision + 1 };
      return of(baseRevision + 1);
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
  return { ...opened, store, server, savedHouse, savedStudent, rest: (ms = 10) => void jest.advanceTimersByTime(ms) };
};

describe('the house rules', () => {
  beforeEach(() => jest.useFakeTimers());
  afterEach(() => jest.useRealTimers());

  it('are saved for the studio one after another, each from the revision before', () => {
    const { store, savedHouse, rest } = open({ chromatic: 'groups' });
    expect(store.isReady()).toBe(true);
    store.settle('pairs', 'slide');
    rest();
    store.settle('chromatic', undefined);
    rest();
    expect(savedHouse).toEqual([
      { rules: { chromatic: 'groups', pairs: 'slide' }, baseRevision: 2 },
      { rules: { pairs: 'slide' }, baseRevision: 3 },
    ]);
  });

  it('that cannot be saved stay as they were answered, and are saved later', () => {
    const { store, server, savedHouse, rest } = open({ chromatic: 'groups' });
    server.isAway = true;
    store.settle('pairs', 'slide');
    store.settle('crossing', 'outer-voices');
    rest();
    expect(store.houseSaving.problem()).toBe('Not saved yet. Nobody answers.');
    expect(store.own()).toEqual({ chromatic: 'groups', pairs: 'slide', crossing: 'outer-voices' });
    server.isAway = false;
    rest(6000);
    expect(savedHouse.at(-1)?.rules).toEqual(store.own());
    expect(store.houseSaving.problem()).toBe('');
  });

  it('go on top of what another window answered, which keeps the same question as it has it', () => {
    const { store, server, rest } = open({ chromatic: 'groups' });
    server.house = { rules: { chromatic: 'groups', pairs: 'change-at-lifts', ties: 0 }, revision: 3 };
    store.settle('pairs', 'slide');
    store.settle('chromatic', undefined);
    rest(100);
    expect(server.house.rules).toEqual({ pairs: 'change-at-lifts', ties: 0 });
    expect(store.own()).toEqual(server.house.rules);
    expect(store.houseSaving.lost()).toContain('another window');
  });

  it('stand under those of a student, who answers for the questions that are settled otherwise', () => {
    const { store, savedStudent, rest } = open({ chromatic: 'groups', pairs: 'change-at-lifts' });
    store.choose({ kind: 'student', id: 'pip' });
    expect(store.settings().rules).toEqual({ chromatic: 'groups', pairs: 'slide' });
    expect(store.under()).toEqual({ chromatic: 'groups', pairs: 'change-at-lifts' });
    store.settle('pairs', undefined);
    expect(store.settings().rules.pairs).toBe('change-at-lifts');
    rest();
    expect(savedStudent).toMatchObject([{ name: 'Pip', rules: {}, baseRevision: 4 }]);
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
