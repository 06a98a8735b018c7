import { TestBed } from '@angular/core/testing';
import { LEVELS, rulesAtLevel, type NewMeasure, type RulesFile, type Student } from '@kettle-step/contract';
import { handOfSpan } from '@kettle-step/core';
import { of, Subject, throwError } from 'rxjs';
import { PIP } from '../../testing/student';
import { StudentsService } from '../services/students.service';
import { MeasureForm } from './measure-form';
import { MovesTaught, useOf, withUse } from './moves-taught';
import { StudentsStore } from './students.store';

const textOf = (element: HTMLElement): string => element.textContent.replace(/\s+/g, ' ').trim();

describe('the students', () => {
  beforeEach(() => jest.useFakeTimers());
  afterEach(() => jest.useRealTimers());

  const open = (more: object = {}) => {
    const asked: unknown[] = [];
    const tell =
      (what: string) =>
      (...given: unknown[]) => {
        asked.push([what, ...given]);
        return of(undefined);
      };
    let now = PIP;
    const service = {
      list: () => of([]),
      left: () => of([]),
      forget: tell('forget'),
      get: () => of(now),
      save: (_id: string, saved: Partial<Student>) => {
        asked.push(['save', saved]);
        now = { ...now, ...saved, revision: now.revision + 1 };
        return of(now.revision);
      },
      leave: tell('leave'),
      comeBack: tell('back'),
      addMeasure: tell('measure'),
      removeMeasure: tell('take out'),
      givePiece: tell('give'),
      ...more,
    };
    TestBed.configureTestingModule({ providers: [{ provide: StudentsService, useValue: service }] });
    const store = TestBed.inject(StudentsStore);
    store.open('pip');
    const rest = (ms = 50): void => void jest.advanceTimersByTime(ms);
    return { store, asked, rest };
  };

  it('are kept as soon as something is said, each time from the state that was seen', () => {
    const { store, asked, rest } = open();
    store.change({ remarks: 'Sits well' });
    expect(store.student()?.remarks).toBe('Sits well');
    rest();
    store.change({ rules: rulesAtLevel({}, LEVELS[1]!) });
    rest();
    expect(asked).toEqual([
      ['save', { name: 'Pip', remarks: 'Sits well', since: null, rules: {}, baseRevision: 4 }],
      ['save', expect.objectContaining({ remarks: 'Sits well', baseRevision: 5 })],
    ]);
    expect([store.student()?.revision, store.saving.state()]).toEqual([6, 'saved']);
  });

  it('are shown as they were opened, whoever’s page comes late', () => {
    const answers = new Map(['pip', 'juno'].map((id) => [id, new Subject<Student>()]));
    const { store } = open({ get: (id: string) => answers.get(id) });
    store.open('juno');
    answers.get('juno')!.next({ ...PIP, id: 'juno', name: 'Juno' });
    answers.get('pip')!.next(PIP);
    expect(store.student()?.name).toBe('Juno');
    store.open(undefined);
    answers.get('juno')!.next({ ...PIP, id: 'juno', name: 'Juno' });
    expect(store.student()).toBeUndefined();
  });

  it('leave, and can come back', () => {
    const { store, asked } = open();
    store.leave('archive').subscribe();
    expect([store.student(), store.left()]).toEqual([undefined, { id: 'pip', name: 'Pip' }]);
    store.comeBack('pip').subscribe();
    expect(store.left()).toBeUndefined();
    expect(asked).toEqual([
      ['leave', 'pip', 'archive'],
      ['back', 'pip'],
    ]);
  });

  it('say what went wrong, and go on', () => {
    const { store } = open({ addMeasure: () => throwError(() => new Error('Kettle Step cannot be reached.')) });
    store.addMeasure({ measuredOn: '2026-01-05', right: handOfSpan(150), left: handOfSpan(150), remark: '' });
    expect(store.problem()).toBe('Kettle Step cannot be reached.');
    store.change({ name: 'Pippa' });
    expect([store.problem(), store.student()?.name]).toEqual(['', 'Pippa']);
  });
});

describe('moves', () => {
  it('are used freely, sparingly, or not yet, each by itself', () => {
    const rules: RulesFile = { repeats: 'never-change', moves: { slide: 'untaught', extension: 0.5 } };
    expect([useOf(rules, 'slide'), useOf(rules, 'extension'), useOf(rules, 'shift')]).toEqual([
      'not yet',
      'freely',
      'freely',
    ]);
    const sparing = withUse(rules, 'thumb-under', 'sparingly');
    expect(sparing).toEqual({ ...rules, moves: { slide: 'untaught', extension: 0.5, 'thumb-under': 2 } });
    expect(useOf(sparing, 'thumb-under')).toBe('sparingly');
    expect(withUse(sparing, 'thumb-under', 'freely')).toEqual(rules);
  });

  it('are chosen by steps, or are a choice of one’s own', () => {
    const fixture = TestBed.createComponent(MovesTaught);
    const told: RulesFile[] = [];
    fixture.componentInstance.changed.subscribe((rules) => told.push(rules));
    const look = (rules: RulesFile): HTMLElement => {
      fixture.componentRef.setInput('rules', rules);
      fixture.detectChanges();
      return fixture.nativeElement as HTMLElement;
    };
    expect(textOf(look(withUse({}, 'slide', 'sparingly')))).toContain('a choice of your own');
    look({}).querySelector<HTMLInputElement>('input')!.click();
    expect(told).toEqual([rulesAtLevel({}, LEVELS[0]!)]);
  });
});

describe('measuring', () => {
  const open = () => {
    const fixture = TestBed.createComponent(MeasureForm);
    const form = fixture.componentInstance;
    const kept: NewMeasure[] = [];
    form.measured.subscribe((measure) => kept.push(measure));
    return { form, kept };
  };

  it('takes millimetres and inches; the other hand is as the one that was measured', () => {
    const { form, kept } = open();
    form.write('right', '1-5', { figure: '150' });
    form.keep();
    form.way.set('inches');
    form.write('left', '1-5', { figure: '6,5' });
    form.write('left', '2-5', { figure: '4.5' });
    form.keep();
    expect(
      kept.map(({ right, left }) => [right, left].map(({ span15Mm, span25Mm }) => [span15Mm, Math.round(span25Mm)])),
    ).toEqual([
      [
        [150, 108],
        [150, 108],
      ],
      [
        [165.1, 114],
        [165.1, 114],
      ],
    ]);
  });

  it('takes keys that are reached easily and just, and keeps the words', () => {
    const { form, kept } = open();
    form.way.set('keys');
    form.write('right', '1-5', { easily: 'A to G', just: 'A to A' });
    form.keep();
    expect(kept[0]!.remark).toBe('right hand A to G easily, A to A just');
    expect(kept[0]!.right.span15Mm).toBeGreaterThan(164.5 + 10);
  });

  it('takes further pairs as they were measured', () => {
    const { form, kept } = open();
    form.write('right', '1-5', { figure: '160' });
    form.write('right', '1-2', { figure: '98' });
    form.keep();
    expect(kept[0]!.right.pairsMm).toEqual({ '1-2': 98 });
    form.write('right', '1-5', { figure: '160' });
    form.write('right', '3-4', { figure: '190' });
    form.keep();
    expect(form.problem()).toContain('From 3 to 4 (190 mm)');
  });

  it('says what cannot be, and keeps what was written', () => {
    const { form, kept } = open();
    const problems = (
      [
        ['1-5', 'wide'],
        ['1-5', '500'],
        ['1-5', ''],
      ] as const
    ).map(([pair, figure]) => {
      form.write('right', pair, { figure });
      form.keep();
      return form.problem();
    });
    expect(problems[0]).toBe('“wide” is not a figure.');
    expect(problems[1]).toContain('No hand spans 500 mm');
    expect(problems[2]).toContain('Nothing is written yet');
    form.write('right', '2-5', { figure: '110' });
    form.keep();
    expect(form.problem()).toBe('The right hand needs the span from thumb to fifth finger as well.');
    expect([kept, form.valueOf('right', '2-5').figure]).toEqual([[], '110']);
  });
});
