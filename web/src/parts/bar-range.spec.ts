import { TestBed } from '@angular/core/testing';
import { BarRangeFields, type BarRange } from './bar-range';

describe('the bars that something is about', () => {
  const open = (bars: BarRange) => {
    const fixture = TestBed.createComponent(BarRangeFields);
    fixture.componentRef.setInput('bars', bars);
    const said: BarRange[] = [];
    fixture.componentInstance.bars.subscribe((now) => said.push(now));
    fixture.detectChanges();
    const field = (label: string): HTMLInputElement =>
      (fixture.nativeElement as HTMLElement).querySelector(`[aria-label="${label}"]`)!;
    const write = (label: string, words: string): void => {
      field(label).value = words;
      field(label).dispatchEvent(new Event('input'));
    };
    return { fixture, field, write, said };
  };

  it('are all bars until a number is written, and again when it is cleared', () => {
    const { field, write, said } = open([null, null]);
    expect([field('First bar').value, field('First bar').placeholder]).toEqual(['', 'all']);
    write('First bar', '3');
    write('Last bar', '8');
    write('First bar', '');
    expect(said).toEqual([
      [3, null],
      [3, 8],
      [null, 8],
    ]);
  });

  it('are shown as they were', async () => {
    const { fixture, field } = open([2, 5]);
    await fixture.whenStable();
    expect([field('First bar').value, field('Last bar').value]).toEqual(['2', '5']);
  });
});
