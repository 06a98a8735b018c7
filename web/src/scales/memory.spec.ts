import { TestBed } from '@angular/core/testing';
import { type MemoryCheck, type NewMemoryCheck, type Student } from '@kettle-step/contract';
import { patternWish, type PatternWish, daysLater, isoDay } from '@kettle-step/core';
import { of, Subject } from 'rxjs';
import { StudentsService } from '../services/students.service';
import { MemoryCircle } from './memory-circle';
import { ScaleMemoryStore } from './memory.store';

const TODAY = isoDay(new Date());
const G = patternWish({ tonic: 'G', kind: 'major' });

const checked = (wish: PatternWish, ago: number, outcome: MemoryCheck['outcome']): MemoryCheck => ({
  id: `${wish.tonic} ${ago}`,
  subject: { kind: 'pattern', wish },
  checkedOn: daysLater(TODAY, -ago),
  outcome,
  dueOn: null,
});

const setUp = (begin: readonly MemoryCheck[]) => {
  localStorage.clear();
  let checks = begin;
  const service = {
    list: () => of([{ id: 'pip', name: 'Pip' }]),
    get: () => of({ id: 'pip', name: 'Pip', checks } as unknown as Student),
    addCheck: (_id: string, check: NewMemoryCheck) => {
      checks = [...checks, { id: 'new', dueOn: null, ...check } as MemoryCheck];
      return of(undefined);
    },
    removeCheck: (_id: string, check: string) => {
      checks = checks.filter(({ id }) => id !== check);
      return of(undefined);
    },
  };
  TestBed.configureTestingModule({ providers: [ScaleMemoryStore, { provide: StudentsService, useValue: service }] });
};

describe('the keys a student plays from memory', () => {
  it('stand round the circle of fifths, and are passed, or not yet, or taken back by one press', () => {
    setUp([checked(patternWish({ tonic: 'D', kind: 'major' }), 1, 'passed')]);
    const store = TestBed.inject(ScaleMemoryStore);
    store.choose('pip');
    const keys = store.keysOf(G);
    expect(keys.map(({ tonic }) => tonic).join(' ')).toBe('Db Ab Eb Bb F C G D A E B F#');
    const states = (): string =>
      store
        .keysOf(G)
        .flatMap(({ tonic, standing }) => (standing ? [`${tonic} ${standing.state}`] : []))
        .join(', ');
    expect(states()).toBe('D passed');
    store.check(G, 'not-yet');
    expect(states()).toBe('G not-yet, D passed');
    store.takeBack(store.checkOfToday(G)!);
    store.check(G, 'passed');
    expect(states()).toBe('G passed, D passed');
    // Two octaves are another pattern.
    expect(store.keysOf({ ...G, octaves: 2 }).some(({ standing }) => standing)).toBe(false);
  });

  it('are those of whom was chosen last, whoever’s come late', () => {
    setUp([]);
    const answers = new Map(['pip', 'juno'].map((id) => [id, new Subject<Student>()]));
    jest.spyOn(TestBed.inject(StudentsService), 'get').mockImplementation((id) => answers.get(id)!);
    const store = TestBed.inject(ScaleMemoryStore);
    store.choose('pip');
    store.choose('juno');
    for (const id of ['juno', 'pip']) answers.get(id)!.next({ id, name: id, checks: [] } as unknown as Student);
    expect(store.studentId()).toBe('juno');
  });

  it('say in words where each key stands', () => {
    setUp([
      checked(G, 200, 'passed'),
      checked(G, 100, 'not-yet'),
      checked(patternWish({ tonic: 'F', kind: 'major' }), 0, 'passed'),
    ]);
    const fixture = TestBed.createComponent(MemoryCircle);
    fixture.componentRef.setInput('wish', G);
    fixture.detectChanges();
    fixture.debugElement.injector.get(ScaleMemoryStore).choose('pip');
    fixture.detectChanges();
    const words = [...(fixture.nativeElement as HTMLElement).querySelectorAll('.chip')].map((chip) =>
      chip.getAttribute('aria-label'),
    );
    expect(words).toHaveLength(12);
    expect(words.find((one) => one?.startsWith('G,'))).toMatch(/^G, passed before, not the last time, due since /);
    expect(words.find((one) => one?.startsWith('F,'))).toMatch(/^F, passed, again on /);
    expect(words.find((one) => one?.startsWith('C,'))).toBe('C, never tried');
  });
});
