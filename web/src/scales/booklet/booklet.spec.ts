import { TestBed } from '@angular/core/testing';
import { provideRouter } from '@angular/router';
import { DEFAULT_SETTINGS } from '@kettle-step/contract';
import {
  createPlanner,
  DEFAULT_HANDS,
  DEFAULT_RULES,
  drillOf,
  patternMusic,
  patternOf,
  patternReading,
  type PatternWish,
} from '@kettle-step/core';
import { map, of, Subject, take } from 'rxjs';
import { EngineService } from '../../services/engine.service';
import { EngraverService } from '../../services/engraver.service';
import { HouseRulesService } from '../../services/house-rules.service';
import { Booklet } from './booklet';

const planner = createPlanner(DEFAULT_HANDS);

/** The engine without its worker. */
const engine = {
  pattern: (wish: PatternWish) =>
    of({ music: patternMusic(planner, patternOf(wish), DEFAULT_RULES), engravable: wish.tonic }),
  patternReading: (wish: PatternWish) => of(patternReading(planner, patternOf(wish), DEFAULT_RULES)),
  drill: (wish: PatternWish, _settings: unknown, id: string) =>
    of({ planned: drillOf(planner, patternOf(wish), DEFAULT_RULES, id)!, engravable: id }),
};

/** Pixels: four such blocks go on a page of A4. */
const BLOCK_HEIGHT = 200;

/** An engraver that hands out one piece of music at each turn. */
const open = () => {
  localStorage.clear();
  jest
    .spyOn(HTMLElement.prototype, 'getBoundingClientRect')
    .mockReturnValue({ height: BLOCK_HEIGHT, width: 700 } as DOMRect);
  const turns = new Subject<void>();
  const engraveWhole = ({ document }: { document: string }) =>
    turns.pipe(
      take(1),
      map(() => [`<svg data-of="${document}"></svg>`]),
    );
  TestBed.configureTestingModule({
    providers: [
      provideRouter([]),
      { provide: EngineService, useValue: engine },
      { provide: EngraverService, useValue: { engraveWhole } },
      { provide: HouseRulesService, useValue: { settings: () => of(DEFAULT_SETTINGS) } },
    ],
  });
  const fixture = TestBed.createComponent(Booklet);
  const host = fixture.nativeElement as HTMLElement;
  fixture.detectChanges();
  const engrave = (times = 1): void => {
    for (let time = 0; time < times; time += 1) {
      turns.next();
      fixture.detectChanges();
      TestBed.tick();
    }
    fixture.detectChanges();
  };
  const choose = (contents: Parameters<typeof fixture.componentInstance.store.contents.set>[0]): void => {
    fixture.componentInstance.store.contents.set(contents);
    fixture.detectChanges();
    TestBed.tick();
  };
  const pages = (): readonly HTMLElement[] => [...host.querySelectorAll<HTMLElement>('.paper')];
  const blocksOf = (page: HTMLElement | undefined): readonly Element[] => [
    ...(page?.querySelector('.music')?.children ?? []),
  ];
  const { store } = fixture.componentInstance;
  return { fixture, host, store, engrave, choose, pages, blocksOf };
};

afterEach(() => jest.restoreAllMocks());

describe('scales on paper', () => {
  it('begin with the pattern that was looked at, on a titled page', () => {
    const { host, engrave, pages, blocksOf } = open();
    expect(pages()).toHaveLength(0);
    expect(host.querySelector('[role=status]')?.textContent).toBe('0 of 1');
    engrave();
    expect(pages().map((page) => page.getAttribute('aria-label'))).toEqual(['Page 1 of 1']);
    expect(pages()[0]!.querySelector('h2')?.textContent).toBe('C major scale, one octave');
    // The music, the hands together, and what is read of each hand.
    expect(blocksOf(pages()[0])).toHaveLength(3);
    expect(pages()[0]!.textContent).toContain('Stop if it hurts; ask your teacher.');
    expect(host.querySelector('[role=status]')).toBeNull();
  });

  it('lay drills under their pattern, and leave full pages as they are', () => {
    const { store, engrave, choose, pages, blocksOf } = open();
    engrave();
    choose('drills');
    const drills = store.wanted() - 1;
    expect(drills).toBe(19);
    engrave(2);
    const [first] = pages();
    const held = blocksOf(first);
    expect(held.map((block) => block.classList.contains('drill'))).toEqual([false, false, false, true]);
    engrave(drills);
    expect(pages()).toHaveLength(1 + Math.ceil((drills - 1) / 4));
    expect(pages()[0]).toBe(first);
    blocksOf(pages()[0]).forEach((block, at) => expect(block).toBe(held[at]));
    expect(pages().filter((page) => page.querySelector('h2'))).toHaveLength(1);
    const titles = pages().flatMap((page) => [...page.querySelectorAll('h3')].map(({ textContent }) => textContent));
    expect(titles).toHaveLength(drills);
    expect(new Set(titles).size).toBe(drills);
    expect(store.isDone()).toBe(true);
  });

  it('give each key of a family a page of its own', () => {
    const { engrave, choose, pages } = open();
    engrave();
    choose('both');
    engrave(5);
    // Common practice, no source: of the white keys all but F and B are fingered like C by both hands.
    expect(pages().map((page) => page.querySelector('h2')?.textContent?.split(' ')[0])).toEqual([
      'C',
      'D',
      'E',
      'G',
      'A',
    ]);
  });

  it('can be stopped on the way: what is there can be printed', () => {
    const { host, store, engrave, choose, pages, fixture } = open();
    engrave();
    choose('keys');
    expect(store.wanted()).toBe(12);
    engrave(4);
    const button = (name: string): HTMLButtonElement =>
      [...host.querySelectorAll('button')].find(({ textContent }) => textContent?.trim() === name)!;
    expect(button('Print or save as PDF').disabled).toBe(true);
    button('Cancel').click();
    fixture.detectChanges();
    engrave(3);
    expect(host.querySelector('[role=status]')?.textContent).toBe('Stopped after 4 of 12.');
    expect(pages()).toHaveLength(4);
    expect(button('Print or save as PDF').disabled).toBe(false);
    // Another choice begins anew.
    choose('pattern');
    expect(pages()).toHaveLength(0);
    engrave();
    expect(pages()).toHaveLength(1);
  });
});
