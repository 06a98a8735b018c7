import { ChangeDetectionStrategy, Component, computed, DOCUMENT, effect, inject, signal } from '@angular/core';
import { FormsModule } from '@angular/forms';
import { RouterLink } from '@angular/router';
import { NzAlertModule } from 'ng-zorro-antd/alert';
import { NzButtonModule } from 'ng-zorro-antd/button';
import { NzProgressModule } from 'ng-zorro-antd/progress';
import { Fill } from '../../paper/fill';
import { layOnPages } from '../../paper/lay-out';
import { PaperChoice } from '../../paper/paper-choice';
import { PlaceHead } from '../../parts/place-head';
import { BookletSheet } from './booklet-sheet';
import { BookletStore, type Contents, type Sheet } from './booklet.store';

const CONTENTS_WORDS: Readonly<Record<Contents, string>> = {
  pattern: 'this pattern',
  drills: 'this pattern and its drills',
  right: 'keys the right hand plays alike',
  left: 'keys the left hand plays alike',
  both: 'keys both hands play alike',
  shape: 'keys of the same shape',
  keys: 'all keys',
};

/** A page with what stands on it. */
interface Page {
  readonly title: string;
  readonly isFirst: boolean;
  readonly blocks: readonly HTMLElement[];
}

/** The pattern of the scale room on paper: a page, or a booklet of keys. */
@Component({
  selector: 'ks-booklet',
  imports: [
    BookletSheet,
    Fill,
    FormsModule,
    NzAlertModule,
    NzButtonModule,
    NzProgressModule,
    PaperChoice,
    PlaceHead,
    RouterLink,
  ],
  providers: [BookletStore],
  templateUrl: './booklet.html',
  styleUrl: './booklet.less',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class Booklet {
  private readonly window = inject(DOCUMENT).defaultView!;
  readonly store = inject(BookletStore);
  readonly contentsWords = CONTENTS_WORDS;
  /** A pattern begins a page, its drills go on under it. */
  readonly pages = signal<readonly Page[]>([]);
  readonly percent = computed(() => Math.round((100 * this.store.sheets().length) / this.store.wanted()));

  constructor() {
    effect(() => {
      if (this.store.sheets().length === 0) this.pages.set([]);
    });
  }

  /** Lays what has been drawn on pages; those that are full stay as they are. */
  lay(sheet: Sheet, drawn: readonly HTMLElement[]): void {
    const known = this.pages();
    const open = sheet.way ? undefined : known[known.length - 1];
    const { title, isFirst, blocks } = open ?? { title: sheet.title, isFirst: true, blocks: [] };
    const laid = layOnPages([...blocks, ...drawn], this.store.paper(), isFirst).map((page, at): Page => ({
      title,
      isFirst: isFirst && at === 0,
      blocks: page,
    }));
    this.pages.set([...(open ? known.slice(0, -1) : known), ...laid]);
  }

  print(): void {
    this.window.print();
  }
}
