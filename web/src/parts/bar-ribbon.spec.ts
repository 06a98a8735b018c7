import { TestBed } from '@angular/core/testing';
import { lanesOf } from '@kettle-step/contract';
import type { Finger } from '@kettle-step/core';
import { testPiece } from '../../testing/piece';
import { BarRibbon } from './bar-ribbon';
import { SmallRibbon } from './small-ribbon';

const { ribbon } = testPiece('( C4/1/2 D4 E4 F4 G4 A4 B4 C5 ) | C5/4', new Map<string, Finger>([['n9', 5]]));

const show = (inputs: Readonly<Record<string, unknown>>) => {
  const fixture = TestBed.createComponent(BarRibbon);
  for (const [name, value] of Object.entries({ cells: ribbon, ...inputs })) fixture.componentRef.setInput(name, value);
  fixture.detectChanges();
  return { fixture, host: fixture.nativeElement as HTMLElement };
};

describe('the bar ribbon', () => {
  it('says of each bar its hand, state, effort and moves', () => {
    const words = [...show({}).host.querySelectorAll('.cell')].map((cell) => cell.getAttribute('title'));
    expect(words).toHaveLength(4);
    expect(words[0]).toMatch(/^Bar 1, right hand, suggested, effort \d+\.\d, thumb under$/);
    expect(words[1]).toMatch(/^Bar 2, right hand, settled/);
    expect(words[2]).toMatch(/^Bar 1, left hand, nothing to play, effort 0$/);
  });

  it('leads to a bar of a hand by a press or by keys, and not beyond its ends', () => {
    const { fixture, host } = show({ chosenBar: 0 });
    const chosen: unknown[] = [];
    fixture.componentInstance.chooseBar.subscribe((place) => chosen.push(place));
    host.querySelectorAll<HTMLElement>('.cell')[3]!.click();
    const right = host.querySelector('[role="slider"]')!;
    for (const key of ['ArrowRight', 'ArrowLeft', 'End', 'x'])
      right.dispatchEvent(new KeyboardEvent('keydown', { key }));
    expect(chosen).toEqual([
      { bar: 1, side: 'left' },
      { bar: 1, side: 'right' },
      { bar: 0, side: 'right' },
      { bar: 1, side: 'right' },
    ]);
  });

  it('speaks the chosen bar', () => {
    const { host } = show({ chosenBar: 1 });
    const [right] = [...host.querySelectorAll('[role="slider"]')];
    expect(right?.getAttribute('aria-valuenow')).toBe('2');
    expect(right?.getAttribute('aria-valuetext')).toMatch(/^Bar 2, right hand, settled/);
  });

  it('marks bars with the same music as the chosen one, and those that go their own way', () => {
    const right = (bar: number) => ({ side: 'right' as const, bar });
    const { host } = show({ alike: [right(0), right(1)], apart: [right(1)] });
    expect([...host.querySelectorAll('.sign')].map((sign) => sign.textContent)).toEqual(['=', '≠']);
    expect(host.querySelector('.cell')?.getAttribute('title')).toMatch(/the same music as the chosen bar$/);
  });
});

describe('the small ribbon', () => {
  it('is one picture with its sum in words', () => {
    const fixture = TestBed.createComponent(SmallRibbon);
    fixture.componentRef.setInput('lanes', lanesOf(ribbon));
    fixture.detectChanges();
    const host = fixture.nativeElement as HTMLElement;
    expect(host.querySelector('[role="img"]')?.getAttribute('aria-label')).toBe('2 bars, 1 of 2 settled');
    expect([...host.querySelectorAll('.cell')].map((cell) => cell.className)).toEqual([
      'cell suggested moving',
      'cell settled',
      'cell silent',
      'cell silent',
    ]);
  });
});
