import {
  afterNextRender,
  ChangeDetectionStrategy,
  Component,
  ElementRef,
  inject,
  input,
  output,
  viewChild,
  ViewEncapsulation,
} from '@angular/core';
import { indexDrawing, paintFingers, showPages } from '../../score/drawing';
import { HandReading } from '../hand-reading';
import { sourceWords } from '../scale-words';
import { TogetherStrip } from '../together-strip';
import type { Sheet } from './booklet.store';

/** A pattern or a drill as blocks that are laid on pages one after another. */
@Component({
  selector: 'ks-booklet-sheet',
  imports: [HandReading, TogetherStrip],
  template: `@if (sheet().way; as way) {
      <div #music class="drawn"></div>
      @if (way.together.length > 0) {
        <div class="block"><ks-together-strip [moments]="way.together" /></div>
      }
      <div class="block hands">
        @for (side of sheet().sides; track side) {
          <div>
            <ks-hand-reading [side]="side" [learned]="way.learned[side]" [counted]="sheet().counted" />
            <p class="source">Fingers {{ sourceWords(way.sources[side]) }}.</p>
          </div>
        }
      </div>
    } @else {
      <div class="block drill">
        <h3>{{ sheet().title }}</h3>
        <p>{{ sheet().how }}</p>
        <div #music class="drawn"></div>
      </div>
    }`,
  styles: `
    .block {
      padding-top: 5mm;
    }
    .block.hands {
      display: flex;
      gap: 8mm;
    }
    .block.hands > div {
      flex: 1;
    }
    .block h3 {
      font-size: 16px;
    }
    .block p {
      margin: 0 0 1mm;
    }
    .block .source {
      color: var(--ink-soft);
      font-size: 12px;
    }
  `,
  // The blocks leave this element for their page.
  encapsulation: ViewEncapsulation.None,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class BookletSheet {
  private readonly host = inject<ElementRef<HTMLElement>>(ElementRef).nativeElement;
  private readonly music = viewChild.required<ElementRef<HTMLElement>>('music');
  readonly sheet = input.required<Sheet>();
  /** The blocks, once they are drawn. */
  readonly drawn = output<readonly HTMLElement[]>();
  readonly sourceWords = sourceWords;

  constructor() {
    afterNextRender(() => {
      const music = this.music().nativeElement;
      showPages(music, this.sheet().systems);
      paintFingers(indexDrawing(music), this.sheet().notes);
      const isPattern = this.sheet().way !== undefined;
      this.drawn.emit([...this.host.querySelectorAll<HTMLElement>(isPattern ? '.page, .block' : '.block')]);
    });
  }
}
