import { TestBed } from '@angular/core/testing';
import { createPlanner, DEFAULT_HANDS, type Finger } from '@kettle-step/core';
import { testPiece } from '../../testing/piece';
import { Compare } from './compare';

const locks = new Map<string, Finger>([
  ['n1', 2],
  ['n2', 3],
  ['n3', 4],
  ['n4', 5],
]);
const { score: bare, plan } = testPiece('C4/1 D4 E4 F4 | G4 F4 E4 D4', locks);
const score = {
  ...bare,
  notes: bare.notes.map((note, index) => ({
    ...note,
    printed: index < 2 ? [{ finger: index + 1, substitution: false, alternate: false }] : [],
  })),
};
const comparison = createPlanner(DEFAULT_HANDS).compare(score, { locks });

const show = (inputs: Readonly<Record<string, unknown>> = {}) => {
  const fixture = TestBed.createComponent(Compare);
  const chosen = { side: 'right', bar: 0 };
  for (const [name, value] of Object.entries({ score, plan, comparison, chosen, ...inputs }))
    fixture.componentRef.setInput(name, value);
  fixture.detectChanges();
  return { fixture, host: fixture.nativeElement as HTMLElement };
};

const cellsOf = (row: Element): string[] =>
  [...row.querySelectorAll('td')].map((cell) => (cell.textContent ?? '').replace(/\s+/g, ' ').trim());

describe('printed, suggested and ours', () => {
  it('stand side by side where they differ, with the effort of each and why', () => {
    const [row] = [...show().host.querySelectorAll('tbody tr')];
    const [printed, suggested, ours, efforts, why] = cellsOf(row!);
    expect([printed, suggested, ours]).toEqual(['12––', '1234', '2 3 4 5']);
    expect(efforts).toMatch(/^\d\.?\d* · \d\.?\d* · \d\.?\d*$/);
    expect(why).toMatch(/the suggestion (spares|asks for)/);
    expect([...row!.querySelectorAll('.figure.other')].map((figure) => figure.textContent)).toHaveLength(6);
  });

  it('show bars that agree only when asked', () => {
    const { fixture, host } = show();
    const few = host.querySelectorAll('tbody tr').length;
    fixture.componentInstance.all.set(true);
    fixture.detectChanges();
    expect(host.querySelectorAll('tbody tr').length).toBeGreaterThanOrEqual(few);
    expect(host.querySelectorAll('tbody tr')).toHaveLength(2);
  });

  it('lets printed numbers be kept in a bar, a hand or the piece', () => {
    const { fixture, host } = show();
    const kept: unknown[] = [];
    fixture.componentInstance.keepPrinted.subscribe((extent) => kept.push(extent));
    for (const button of host.querySelectorAll('button'))
      if (/Keep printed|right hand|whole piece/.test(button.textContent ?? '') && !button.closest('th')) button.click();
    expect(kept).toEqual([{ side: 'right' }, 'piece', { side: 'right', bar: 0 }]);
  });

  it('warns of printed numbers that this hand cannot play', () => {
    const unplayable = { ...comparison, right: { ...comparison.right, unplayable: ['n1'] } };
    const { host } = show({ comparison: unplayable });
    expect(host.textContent).toContain('1 printed number is marked ✕');
    expect(host.querySelector('tbody .figure')?.textContent).toBe('1✕');
  });

  it('waits while it is worked out', () => {
    expect(show({ comparison: undefined }).host.textContent).toContain('Comparing…');
  });
});
