import { Directive, effect, ElementRef, inject, input } from '@angular/core';

/** Holds elements that were made elsewhere: drawn systems in their page. */
@Directive({ selector: '[ksFill]' })
export class Fill {
  private readonly element = inject<ElementRef<HTMLElement>>(ElementRef);
  readonly ksFill = input.required<readonly HTMLElement[]>();

  constructor() {
    effect(() => this.element.nativeElement.replaceChildren(...this.ksFill()));
  }
}
