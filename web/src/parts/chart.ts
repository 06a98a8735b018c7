import { DestroyRef, effect, type ElementRef, inject, signal, type Signal } from '@angular/core';
import type { EChartsType } from 'echarts/core';

/** What draws charts of some kinds, in a file of its own. */
export interface ChartKinds {
  readonly drawInto: (element: HTMLElement) => EChartsType;
}

/**
 * A chart in an element: it comes when it is first looked at, fits the element, and goes with it. For use where signals are made (it
 * needs an injection context).
 */
export const chartIn = (
  holder: Signal<ElementRef<HTMLElement>>,
  load: () => Promise<ChartKinds>,
): Signal<EChartsType | undefined> => {
  const destroyed = inject(DestroyRef);
  const chart = signal<EChartsType | undefined>(undefined);
  let observer: ResizeObserver | undefined;
  effect(() => {
    const { nativeElement } = holder();
    if (observer) return;
    observer = new ResizeObserver(() => chart()?.resize());
    observer.observe(nativeElement);
    void load().then(({ drawInto }) => {
      if (!destroyed.destroyed) chart.set(drawInto(nativeElement));
    });
  });
  destroyed.onDestroy(() => {
    observer?.disconnect();
    chart()?.dispose();
  });
  return chart.asReadonly();
};

/** A colour of the style sheet by its name, as charts need it. */
export const toneOf = (element: HTMLElement, name: string): string =>
  getComputedStyle(element).getPropertyValue(name).trim() || '#555';
