import { ChangeDetectionStrategy, Component, computed, DOCUMENT, effect, inject, signal } from '@angular/core';
import { FormsModule } from '@angular/forms';
import { RouterLink } from '@angular/router';
import { NzAlertModule } from 'ng-zorro-antd/alert';
import { NzButtonModule } from 'ng-zorro-antd/button';
import { NzProgressModule } from 'ng-zorro-antd/progress';
import { Fill } from '../../paper/fill';
import { layOnPages } from '../../paper/lay-out';
import type { Paper } from '../../paper/pages';
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

interface Chapter {
  readonly title: string;
  readonly blocks: readonly HTMLElement[];
  readonly pages: readonly Page[];
}

const chapterOf = (title: string, blocks: readonly HTMLElement[], paper: Paper): Chapter => ({
  title,
  blocks,
  pages: layOnPages(blocks, paper).map((page, at) => ({ title, isFirst: at === 0, blocks: page })),
});

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
  /** Pages by chapter: a pattern begins one, its drills go on under it. Those that are laid stay as they are. */
  private readonly chapters = signal<readonly Chapter[]>([]);
  readonly percent = computed(() => Math.round((100 * this.store.sheets().length) / this.store.wanted()));
  readonly pages = computed(() => this.chapters().flatMap(({ pages }) => pages));

  constructor() {
    effect(() => {
      if (this.store.sheets().length === 0) this.chapters.set([]);
    });
  }

  /** Lays what has been drawn on pages. */
  lay(sheet: Sheet, drawn: readonly HTMLElement[]): void {
    const known = this.chapters();
    const open = sheet.way ? undefined : known[known.length - 1];
    const { title, blocks } = open ?? { title: sheet.title, blocks: [] };
    const laid = chapterOf(title, [...blocks, ...drawn], this.store.paper());
    this.chapters.set([...(open ? known.slice(0, -1) : known), laid]);
  }

  print(): void {
    this.window.print();
  }
}
