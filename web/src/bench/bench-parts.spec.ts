import type { Type } from '@angular/core';
import { TestBed } from '@angular/core/testing';
import { provideRouter } from '@angular/router';
import { testPiece } from '../../testing/piece';
import { openSession } from '../../testing/session';
import { OtherWaysStore } from '../bar-card/other-ways.store';
import { TransportStore } from '../sound/transport.store';
import { Actions } from './actions';
import { BenchCard } from './bench-card';
import { BenchCommands } from './bench-commands';
import { BenchFoot } from './bench-foot';
import { BenchHead } from './bench-head';
import { BenchView } from './bench-view';
import { CorrectStore } from './correct/correct.store';
import { VersionsStore } from './versions.store';

const PROVIDERS = [
  Actions,
  BenchCommands,
  BenchView,
  CorrectStore,
  OtherWaysStore,
  TransportStore,
  VersionsStore,
  provideRouter([]),
];

const show = (part: Type<unknown>, music = 'C4/1 D4 E4 F4 | G4/4') => {
  const opened = openSession(testPiece(music), new Map(), PROVIDERS);
  Object.assign(opened.pieces, { exportAddress: (id: string, form: string) => `/api/pieces/${id}/export.${form}` });
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
  return { ...opened, host, text, press };
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
