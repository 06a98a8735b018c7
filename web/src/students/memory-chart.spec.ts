import { TestBed } from '@angular/core/testing';
import type { MemoryCheck } from '@kettle-step/contract';
import { MemoryChart } from './memory-chart';

const check = (id: string, words: string, checkedOn: string, outcome: MemoryCheck['outcome']): MemoryCheck => ({
  id,
  subject: { kind: 'words', words },
  checkedOn,
  outcome,
  dueOn: null,
});

// The chart itself is drawn by its package, in a browser.
jest.mock('./memory-chart.echarts', () => ({
  drawInto: () => ({ setOption: () => undefined, resize: () => undefined, dispose: () => undefined }),
}));

describe('the chart of memory checks', () => {
  it('stands as a table too, with what is due', () => {
    const fixture = TestBed.createComponent(MemoryChart);
    fixture.componentRef.setInput('checks', [
      check('a', 'C position', '2026-01-10', 'passed'),
      check('b', 'C position', '2026-02-10', 'not-yet'),
      check('c', 'G position', '2026-02-12', 'not-yet'),
    ]);
    fixture.detectChanges();
    const element = fixture.nativeElement as HTMLElement;
    const rows = [...element.querySelectorAll('tbody tr')].map((row) =>
      [...row.children].map((cell) => cell.textContent!.trim()),
    );
    expect(rows).toEqual([
      ['January 2026', '1', '0', '0'],
      ['February 2026', '0', '1', '1'],
    ]);
    expect(element.textContent).toMatch(/Due: C position \(since \d+ February 2026\); G position/);
    expect(element.querySelector('.chart')!.getAttribute('aria-label')).toContain('2 months');
  });
});
