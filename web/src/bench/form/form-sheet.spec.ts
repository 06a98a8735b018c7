import { TestBed } from '@angular/core/testing';
import { provideRouter } from '@angular/router';
import type { Score } from '@kettle-step/core';
import { testPiece, type TestPiece } from '../../../testing/piece';
import { openSession } from '../../../testing/session';
import { FormSheet } from './form-sheet';
import { FormStore } from './form.store';
import { Links } from '../../session/links';

/** Two bars that are repeated, and one after them. */
const repeated = (): TestPiece => {
  const piece = testPiece('C4/1 D4 E4 F4 | G4/1 C5 E5 G5 | C5/4');
  const score: Score = {
    ...piece.score,
    bars: piece.score.bars.map((bar) => ({ ...bar, repeatEnd: bar.index === 1 ? 2 : 0 })),
  };
  return { ...piece, score };
};

const open = () => {
  const opened = openSession(repeated(), new Map(), [provideRouter([])]);
  const fixture = TestBed.createComponent(FormSheet);
  const host = fixture.nativeElement as HTMLElement;
  const text = (): string => {
    TestBed.tick();
    fixture.detectChanges();
    return host.textContent?.replace(/\s+/g, ' ') ?? '';
  };
  const choose = (label: string, option: number): void => {
    const select = host.querySelector<HTMLSelectElement>(`select[aria-label="${label}"]`)!;
    select.selectedIndex = option;
    select.dispatchEvent(new Event('change'));
  };
  return { ...opened, host, text, choose, fixture };
};

describe('the form of a piece on the bench', () => {
  beforeEach(() => jest.useFakeTimers());
  afterEach(() => jest.useRealTimers());

  it('says in which order bars are played, and where sections meet', () => {
    const { text } = open();
    expect(text()).toContain('Played as bars 1–2, 1–3.');
    expect(text()).toContain('A: bars 1 to 2');
    jest.advanceTimersByTime(300);
    expect(text()).toContain('From bar 2 back to bar 1');
    expect(text()).toMatch(/right hand, shift: the hand lifts/);
  });

  it('settles the pedal of the piece, and of bars in it; it can be undone', () => {
    const { text, choose, session, history, fixture } = open();
    text();
    choose('Pedal for the piece', 2);
    expect(session.decisions().desk.playing.pedal).toEqual([{ bars: [0, 2], way: 'each-harmony' }]);
    fixture.componentInstance.setPedal('3', '', 'none');
    expect(session.decisions().desk.playing.pedal[1]).toEqual({ bars: [2, 2], way: 'none' });
    expect(text()).toContain('bar 3: none');
    fixture.componentInstance.setPedal('9', '', 'none');
    expect(text()).toContain('There is no bar 9 in this piece.');
    history.undo();
    history.undo();
    expect(session.decisions().desk.playing.pedal).toEqual([]);
  });

  it('begins a section where the teacher wants one, and raises a hand the second time', () => {
    const { text, choose, session, host } = open();
    text();
    choose('Second time, bars 1 to 2, right hand', 1);
    expect(session.decisions().desk.playing.octaves).toEqual([{ bar: 0, side: 'right', octaves: 1 }]);
    const name = host.querySelector<HTMLInputElement>('input[name="section-name"]')!;
    name.value = 'The climb';
    const sheet = TestBed.createComponent(FormSheet).componentInstance;
    sheet.begin('2', name);
    expect(name.value).toBe('');
    expect(text()).toContain('The climb: bar 2');
    expect(text()).toContain('Take out The climb');
  });
});

describe('links with fingers that prepare them', () => {
  it('are taken by one press', () => {
    const { history } = openSession(repeated(), new Map(), [FormStore, Links, provideRouter([])]);
    const store = TestBed.inject(FormStore);
    const better = { fingers: new Map([['n8', 4 as const]]), saves: 2, costs: 0 };
    store.prepare({ side: 'right', kind: 'seam', fromBar: 1, toBar: 0, pass: 1, move: null, effort: 3, better });
    expect(history.canUndo()).toBe(true);
  });
});
