import { Component, signal } from '@angular/core';
import { TestBed } from '@angular/core/testing';
import { Fill } from './fill';

@Component({ imports: [Fill], template: '<div class="page" [ksFill]="held()"></div>' })
class Page {
  readonly held = signal<readonly HTMLElement[]>([]);
}

const block = (name: string): HTMLElement => {
  const element = document.createElement('p');
  element.textContent = name;
  return element;
};

describe('a page that holds what was drawn elsewhere', () => {
  const open = () => {
    const fixture = TestBed.createComponent(Page);
    const host = fixture.nativeElement as HTMLElement;
    const hold = (...blocks: readonly HTMLElement[]): string => {
      fixture.componentInstance.held.set(blocks);
      fixture.detectChanges();
      return [...host.querySelector('.page')!.children].map(({ textContent }) => textContent).join('');
    };
    return { host, hold };
  };
  const [a, b, c, d] = ['a', 'b', 'c', 'd'].map(block) as [HTMLElement, HTMLElement, HTMLElement, HTMLElement];

  it('holds just what it is given, in that order', () => {
    const { hold } = open();
    expect(hold(a, b)).toBe('ab');
    expect(hold(a, b, c)).toBe('abc');
    expect(hold(d, b)).toBe('db');
    expect(hold(b, d, a)).toBe('bda');
    expect(hold(b)).toBe('b');
    expect(hold()).toBe('');
  });

  it('leaves alone what stands in its place, and fills up where one has gone to another page', async () => {
    const { host, hold } = open();
    hold(a, b);
    const moved: string[] = [];
    const watch = new MutationObserver((changes) =>
      changes.forEach(({ addedNodes, removedNodes }) =>
        [...addedNodes, ...removedNodes].forEach(({ textContent }) => moved.push(textContent ?? '')),
      ),
    );
    watch.observe(host, { childList: true, subtree: true });
    hold(a, b, c);
    await Promise.resolve();
    expect(moved).toEqual(['c']);
    document.createElement('div').append(b);
    expect(hold(a, c, d)).toBe('acd');
    watch.disconnect();
  });
});
