import type { Type } from '@angular/core';
import { TestBed } from '@angular/core/testing';
import { MARK_KINDS } from '../score/score-marks';
import { MarkChoices } from '../score/mark-choices';
import { provideRouter } from '@angular/router';
import { testPiece } from '../../testing/piece';
import { openSession } from '../../testing/session';
import { of } from 'rxjs';
import { wordsOf } from '../commands/command';
import { OtherWaysStore } from '../bar-card/other-ways.store';
import { Playback } from '../sound/playback';
import { TransportStore } from '../sound/transport.store';
import { Actions } from './actions';
import { BenchCard } from './bench-card';
import { BenchCommands } from './bench-commands';
import { BenchFoot } from './bench-foot';
import { BenchHead } from './bench-head';
import { BenchScore } from './bench-score';
import { BenchSheets } from './bench-sheets';
import { BenchView } from './bench-view';
import type { Sheet } from './bench-words';
import { CorrectStore } from './correct/correct.store';
import { PlansStore } from './plans/plans.store';
import { VersionsStore } from './versions.store';

const PROVIDERS = [
  Actions,
  BenchCommands,
  BenchView,
  CorrectStore,
  OtherWaysStore,
  PlansStore,
  Playback,
  TransportStore,
  VersionsStore,
  provideRouter([]),
];

const show = (part: Type<unknown>, music = 'C4/1 D4 E4 F4 | G4/4') => {
  const opened = openSession(testPiece(music), new Map(), PROVIDERS);
  Object.assign(opened.pieces, {
    exportAddress: (id: string, form: string) => `/api/pieces/${id}/export.${form}`,
    versions: () => of([]),
  });
  const fixture = TestBed.createComponent(part);
  fixture.detectChanges();
  const host = fixture.nativeElement as HTMLElement;
  const text = (): string => {
    fixture.detectChanges();
    return host.textContent?.replace(/\s+/g, ' ').trim() ?? '';
  };
  const press = (name: string | RegExp): void => {
    const isIt = (one: HTMLElement): boolean =>
      (one.getAttribute('aria-label') ?? one.textContent ?? '').trim().match(name) !== null;
    [...host.querySelectorAll('button')].find(isIt)!.click();
    fixture.detectChanges();
  };
  return { ...opened, fixture, host, text, press };
};

describe('the head of the bench', () => {
  it('says whose piece it is, how far it is, and which hand plays', () => {
    const { text } = show(BenchHead);
    expect(text()).toContain('piece');
    expect(text()).toContain('open 2 of 2');
    expect(text()).toContain('adult, medium · step 4');
  });

  it('shows one hand, opens a panel and takes back, by its buttons', () => {
    const { host, text, press, history, session } = show(BenchHead);
    const view = TestBed.inject(BenchView);
    press(/^left$/);
    press(/^Compare$/);
    expect([view.hand(), view.panel()]).toEqual(['left', 'compare']);
    expect(host.querySelector('button[aria-label="Undo"]')?.hasAttribute('disabled')).toBe(true);
    history.decide({ ...session.decisions(), locks: new Map([['n1', 2]]) });
    text();
    press(/^Undo$/);
    expect(session.decisions().locks.size).toBe(0);
  });
});

describe('the card of the bench', () => {
  it('is headed by the bar and its hand, and settles it', () => {
    const { text, press, session } = show(BenchCard);
    expect(text()).toMatch(/^Bar 1 ?right hand ?open/);
    press(/^Settle \(Enter\)$/);
    expect([...session.decisions().locks.keys()]).toEqual(['n1', 'n2', 'n3', 'n4']);
    expect(text()).toMatch(/^Bar 2 ?right hand ?open/);
    expect(text()).toContain('Bar 1, right hand, settled.');
  });

  it('keeps a remark on the bar', () => {
    const { host, session } = show(BenchCard);
    const field = host.querySelector('textarea')!;
    field.value = 'Sing it first.';
    field.dispatchEvent(new Event('change'));
    expect(session.decisions().desk.remarks).toEqual([{ side: 'right', bar: 0, text: 'Sing it first.' }]);
  });
});

describe('the foot of the bench', () => {
  it('names the bar that goes round, and has the keys that are played', () => {
    const { host, text, selection } = show(BenchFoot);
    expect(text()).toContain('Bar 1');
    selection.chooseBar(1, 'right');
    expect(text()).toContain('Bar 2');
    expect(host.querySelector('ks-hand-rail svg')?.getAttribute('aria-label')).toMatch(/right/i);
  });
});

describe('the score of the bench', () => {
  // The engraver draws in a worker: what it is given is looked at, not what it draws.
  const scoreOf = (music: string) => {
    TestBed.overrideComponent(BenchScore, { set: { imports: [], template: '' } });
    const opened = show(BenchScore, music);
    return { ...opened, part: opened.fixture.componentInstance as BenchScore };
  };

  it('says the chosen note as one would at the piano', () => {
    const { part, history, session, selection } = scoreOf('C4/1 D4 E4 F4 | G4/4');
    expect(part.spoken()).toBe('Bar 1, beat 1, right hand, C4, finger 1, suggested');
    history.decide({ ...session.decisions(), locks: new Map([['n5', 4]]) });
    selection.choose('n5');
    expect(part.spoken()).toBe('Bar 2, beat 1, right hand, G4, finger 4, set by you');
  });

  it('draws the marks that are wanted', () => {
    const { part } = scoreOf('C4/1 D4 E4 F4 | G4/1 A4 B4 C5');
    expect(part.marks()!.moves.map(({ kind }) => kind)).toEqual(['thumb-under']);
    TestBed.inject(MarkChoices).toggle('moves');
    expect(part.marks()!.moves).toEqual([]);
    TestBed.inject(MarkChoices).toggle('moves');
  });
});

describe('the sheets of the bench', () => {
  const open = (sheet: Sheet) => {
    const opened = show(BenchSheets);
    TestBed.inject(BenchView).sheet.set(sheet);
    opened.text();
    const dialog = document.querySelector<HTMLElement>('[role=dialog][aria-label]');
    return { ...opened, dialog: dialog! };
  };

  it.each([
    ['level', 'Hand and level'],
    ['versions', 'Versions'],
    ['marks', 'Marks on the score'],
    ['words', 'The piece in words'],
    ['help', 'Keys'],
  ] as const)('shows one of them by its name: %s', (sheet, title) => {
    expect(open(sheet).dialog.getAttribute('aria-label')).toBe(title);
  });

  it('lists every key of the bench', () => {
    const { dialog } = open('help');
    const keys = dialog.textContent ?? '';
    for (const { commands } of TestBed.inject(BenchCommands).groups)
      for (const command of Object.values(commands)) expect(keys).toContain(command.does ?? wordsOf(command));
  });

  it('ticks the kinds of marks that are drawn', () => {
    const { dialog } = open('marks');
    const boxes = [...dialog.querySelectorAll<HTMLInputElement>('input[type=checkbox]')];
    expect(boxes).toHaveLength(MARK_KINDS.length);
    boxes[0]!.click();
    expect(TestBed.inject(MarkChoices).marks().positions).toBe(false);
    boxes[0]!.click();
  });
});
