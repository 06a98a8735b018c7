import { Directive, effect, ElementRef, inject, input } from '@angular/core';

/** Holds elements that were made elsewhere: drawn systems in their page. */
@Directive({ selector: '[ksFill]' })
export class Fill {
  private readonly element = inject<ElementRef<HTMLElement>>(ElementRef);
  readonly ksFill = input.required<readonly HTMLElement[]>();

  constructor() {
    effect(() => this.hold(this.ksFill()));
  }

  /** Elements that stand in their place already are not touched: to put music down again costs as much as to draw it. */
  private hold(elements: readonly HTMLElement[]): void {
    const { children } = this.element.nativeElement;
    const from = elements.findIndex((element, at) => children[at] !== element);
    const kept = from < 0 ? elements.length : from;
    while (children.length > kept) children[kept]!.remove();
    this.element.nativeElement.append(...elements.slice(kept));
  }
}
