import { Component, signal } from '@angular/core';
import { TestBed } from '@angular/core/testing';
import type { Command } from './command';
import { CommandButton } from './command-button';
import { KeysSheet } from './keys-sheet';

const can = signal(true);
const on = signal(false);
let runs = 0;

const COMPARE: Command = {
  words: 'Compare',
  does: 'compare printed, suggested and ours',
  keys: ['c'],
  can,
  isOn: on,
  run: () => (runs += 1),
};

@Component({
  imports: [CommandButton, KeysSheet],
  template: `<ks-command [command]="command" [withKey]="true" />
    <ks-command [command]="command" [isSign]="true">≠</ks-command>
    <ks-keys-sheet [groups]="[{ title: 'Look', commands: { command, silent } }]" />`,
})
class Place {
  readonly command = COMPARE;
  readonly silent: Command = { words: 'No key', keys: [], run: () => undefined };
}

describe('what is drawn of a command', () => {
  const setUp = () => {
    const fixture = TestBed.createComponent(Place);
    fixture.detectChanges();
    const page = fixture.nativeElement as HTMLElement;
    const [button, small] = [...page.querySelectorAll('button')] as [HTMLButtonElement, HTMLButtonElement];
    return { fixture, page, button, small };
  };

  it('is a button with its words and key, which follows whether it can be done and is on', () => {
    const { fixture, button, small } = setUp();
    expect(button.textContent?.trim()).toBe('Compare (C)');
    expect(button.title).toBe('compare printed, suggested and ours (C)');
    expect([small.textContent?.trim(), small.getAttribute('aria-label')]).toEqual(['≠', 'Compare']);
    button.click();
    expect(runs).toBe(1);
    can.set(false);
    on.set(true);
    fixture.detectChanges();
    expect([button.disabled, button.getAttribute('aria-pressed')]).toEqual([true, 'true']);
  });

  it('is a line on the keys sheet, where it has a key', () => {
    const { page } = setUp();
    expect([...page.querySelectorAll('dt')].map((term) => term.textContent?.trim())).toEqual(['C']);
    expect(page.querySelector('dd')?.textContent).toBe('compare printed, suggested and ours');
  });
});
