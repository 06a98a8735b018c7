import { TestBed } from '@angular/core/testing';
import { createPlanner, DEFAULT_HANDS } from '@kettle-step/core';
import { line } from '../../../core/testing/line';
import { OtherWaysList } from './other-ways';

const score = line('[C4 E4]/1 D4 E4 F4 | G4/4');
const ways = createPlanner(DEFAULT_HANDS).alternatives(score, {
  locks: new Map(),
  side: 'right',
  bars: [0, 0],
  count: 3,
  different: true,
  freed: true,
});

const show = (inputs: Readonly<Record<string, unknown>>) => {
  const fixture = TestBed.createComponent(OtherWaysList);
  for (const [name, value] of Object.entries({ score, ways, at: -1, ...inputs }))
    fixture.componentRef.setInput(name, value);
  fixture.detectChanges();
  const looked: number[] = [];
  fixture.componentInstance.look.subscribe((at) => looked.push(at));
  return { fixture, looked, host: fixture.nativeElement as HTMLElement };
};

describe('other ways', () => {
  it('are shown with their fingers, those of a chord together, their effort and what is gained and lost', () => {
    const { host } = show({});
    const options = [...host.querySelectorAll('[role="option"]')];
    expect(options).toHaveLength(3);
    expect(options[0]!.querySelector('.fingers')?.textContent).toMatch(/^\d\d \d \d \d$/);
    expect(options[0]!.querySelector('.effort')?.textContent).toMatch(/^[+−]\d/);
    expect(options[0]!.querySelector('.why')?.textContent).toMatch(/(asks for|spares) .+ \(\d+\.\d\)/);
  });

  it.each([
    [2, 'sure', 'Sure: the next way costs 2.0 more'],
    [0.8, 'likely', 'Likely: the next way costs 0.8 more'],
    [0.2, 'choice', 'A choice: the next way costs 0.2 more'],
    [-0.6, 'choice', 'A choice: another way is easier by 0.6'],
  ])('say how sure what stands is where the next costs %d more', (effortMore, kind, words) => {
    const { host } = show({ ways: [{ ...ways[0]!, effortMore }] });
    const told = host.querySelector('.certainty')!;
    expect(told.classList).toContain(kind);
    expect(told.textContent?.replace(/\s+/g, ' ').trim()).toBe(words);
  });

  it('say that nothing else fits where there is no other way', () => {
    expect(show({ ways: [] }).host.querySelector('.certainty')?.textContent).toContain('Sure: nothing else fits');
    expect(show({ ways: undefined }).host.querySelector('.certainty')).toBeNull();
  });

  it('are walked through by arrow keys, between the first and what stands', () => {
    const { host, looked, fixture } = show({});
    const list = host.querySelector('[role="listbox"]')!;
    list.dispatchEvent(new KeyboardEvent('keydown', { key: 'ArrowDown' }));
    fixture.componentRef.setInput('at', 2);
    fixture.detectChanges();
    for (const key of ['ArrowDown', 'ArrowUp', 'x']) list.dispatchEvent(new KeyboardEvent('keydown', { key }));
    expect(looked).toEqual([0, 2, 1]);
    expect(list.getAttribute('aria-activedescendant')).toBe('way-2');
  });

  it('say so when there is none, and wait while they are looked up', () => {
    expect(show({ ways: [] }).host.textContent).toContain('Nothing else is possible here');
    expect(show({ ways: undefined }).host.querySelector('nz-spin')).not.toBeNull();
  });

  it('can be taken only when one is looked at', () => {
    expect(show({}).host.querySelector('button')).toBeNull();
    const { host, fixture } = show({ at: 1 });
    let taken = 0;
    fixture.componentInstance.take.subscribe(() => (taken += 1));
    host.querySelector('button')!.click();
    expect(taken).toBe(1);
  });
});
