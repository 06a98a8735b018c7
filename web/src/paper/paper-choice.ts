import { ChangeDetectionStrategy, Component, DOCUMENT, effect, inject, input, model } from '@angular/core';
import { FormsModule } from '@angular/forms';
import { NzRadioModule } from 'ng-zorro-antd/radio';
import { PAPERS, type MusicSize, type Paper } from './pages';

/** The paper and the size of the music on it, chosen; the printer is told the paper as long as this is shown. */
@Component({
  selector: 'ks-paper-choice',
  imports: [FormsModule, NzRadioModule],
  template: `<nz-radio-group [(ngModel)]="paper" aria-label="Paper">
      @for (name of papers; track name) {
        <label nz-radio-button [nzValue]="name">{{ name }}</label>
      }
    </nz-radio-group>
    @if (sizes()) {
      <nz-radio-group [(ngModel)]="size" aria-label="Size of the music">
        <label nz-radio-button nzValue="normal">normal</label>
        <label nz-radio-button nzValue="large">large print</label>
      </nz-radio-group>
    }`,
  styles: ':host { display: contents; }',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class PaperChoice {
  private readonly document = inject(DOCUMENT);
  readonly paper = model.required<Paper>();
  readonly size = model<MusicSize>('normal');
  /** Whether there is music on it that has a size. */
  readonly sizes = input(true);
  readonly papers = Object.keys(PAPERS) as readonly Paper[];

  constructor() {
    // The margins are the page's own.
    effect((onCleanup) => {
      const style = this.document.createElement('style');
      const { widthMm, heightMm } = PAPERS[this.paper()];
      style.textContent = `@page { size: ${widthMm}mm ${heightMm}mm; margin: 0; }`;
      this.document.head.append(style);
      onCleanup(() => style.remove());
    });
  }
}
