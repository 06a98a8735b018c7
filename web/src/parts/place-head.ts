import { DestroyRef, Directive, inject, Injectable, signal, TemplateRef } from '@angular/core';

/** What a place puts beside the ways to other places, in the row at the top. */
@Injectable({ providedIn: 'root' })
export class PlaceHeads {
  readonly head = signal<TemplateRef<unknown> | undefined>(undefined);
}

/** Marks the template of a place that is shown in the top row while the place is there. */
@Directive({ selector: '[ksPlaceHead]' })
export class PlaceHead {
  constructor() {
    const heads = inject(PlaceHeads);
    const mine: TemplateRef<unknown> = inject(TemplateRef);
    heads.head.set(mine);
    inject(DestroyRef).onDestroy(() => heads.head.update((now) => (now === mine ? undefined : now)));
  }
}
