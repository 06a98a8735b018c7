import {
  ChangeDetectionStrategy,
  Component,
  computed,
  DestroyRef,
  DOCUMENT,
  type ElementRef,
  inject,
  linkedSignal,
  signal,
  viewChild,
} from '@angular/core';
import { takeUntilDestroyed, toObservable } from '@angular/core/rxjs-interop';
import { FormsModule } from '@angular/forms';
import { WRITING_LEVELS, type Score, type WritingLevel } from '@kettle-step/core';
import { NzAlertModule } from 'ng-zorro-antd/alert';
import { NzButtonModule } from 'ng-zorro-antd/button';
import { NzCheckboxModule } from 'ng-zorro-antd/checkbox';
import { NzInputModule } from 'ng-zorro-antd/input';
import { NzRadioModule } from 'ng-zorro-antd/radio';
import { NzSpinModule } from 'ng-zorro-antd/spin';
import { catchError, combineLatest, EMPTY, map, switchMap } from 'rxjs';
import { dayInWords } from '../parts/dates';
import { PlaceHead } from '../parts/place-head';
import { messageOf } from '../parts/words';
import { EngraverService } from '../services/engraver.service';
import { indexDrawing, paintFingers, showPages } from '../score/drawing';
import { layOut } from '../score/layout';
import { drawMarks } from '../score/marks-drawing';
import { Fill } from '../paper/fill';
import { layOnPages, wordsBlock } from '../paper/lay-out';
import { MUSIC_SIZES, musicWidthPx, type MusicSize, type Paper } from '../paper/pages';
import { PaperChoice } from '../paper/paper-choice';
import { fontRule, offer, pngFile, sizeOf, svgFile } from '../paper/picture';
import { PieceSession } from '../session/piece-session';
import { PrintStore } from './print.store';

const WRITING_WORDS: Readonly<Record<WritingLevel, string>> = {
  every: 'every note',
  normal: 'normal',
  pencil: 'pencil',
};

/** The piece on paper: what is seen is what the printer, or the browser's PDF, gets. */
@Component({
  selector: 'ks-print',
  imports: [
    Fill,
    FormsModule,
    NzAlertModule,
    NzButtonModule,
    NzCheckboxModule,
    NzInputModule,
    NzRadioModule,
    NzSpinModule,
    PaperChoice,
    PlaceHead,
  ],
  providers: [PrintStore],
  templateUrl: './print.html',
  styleUrl: './print.less',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class Print {
  private readonly engraver = inject(EngraverService);
  private readonly window = inject(DOCUMENT).defaultView!;
  /** Where systems are drawn and measured before they are laid on pages. */
  private readonly bench = viewChild<ElementRef<HTMLElement>>('measured');
  private readonly picture = viewChild<ElementRef<HTMLElement>>('picture');
  readonly session = inject(PieceSession);
  readonly store = inject(PrintStore);

  readonly paper = signal<Paper>('A4');
  readonly size = signal<MusicSize>('normal');
  readonly student = linkedSignal(() => this.session.piece()?.student ?? '');
  readonly date = signal(dayInWords(new Date()));
  readonly levels = WRITING_LEVELS;
  readonly writingWords = WRITING_WORDS;
  readonly failure = signal<string | undefined>(undefined);
  /** Bars of a picture, as printed numbers. */
  readonly firstBar = signal(1);
  readonly lastBar = signal(4);
  /** Drawn systems by page, as elements that wait for their place. */
  readonly pages = signal<readonly (readonly HTMLElement[])[]>([]);

  /** What the engraver is asked for; numbers and marks are drawn afterwards. */
  private readonly engraving = computed(() => {
    const engravable = this.session.engravable();
    if (this.session.state().kind !== 'ready' || engravable === undefined) return undefined;
    return { engravable, paper: this.paper(), scale: MUSIC_SIZES[this.size()], room: this.store.room() };
  });

  private readonly drawn = computed(() => {
    const [bench, notes, marks] = [this.bench()?.nativeElement, this.store.notes(), this.store.marks()];
    return bench && notes && marks ? { bench, notes, marks, care: this.store.care() } : undefined;
  });

  constructor() {
    const engraved = toObservable(this.engraving).pipe(
      switchMap((wanted) => {
        if (!wanted) return EMPTY;
        const { engravable: document, paper, scale, room } = wanted;
        return this.engraver.engraveWhole({ document, widthPx: musicWidthPx(paper), scale, room }).pipe(
          map((systems) => ({ systems, paper })),
          catchError((cause: unknown) => {
            this.failure.set(messageOf(cause));
            return EMPTY;
          }),
        );
      }),
    );
    combineLatest([engraved, toObservable(this.drawn)])
      .pipe(
        map(([{ systems, paper }, drawn]) => {
          if (!drawn) return [];
          const { bench, notes, marks, care } = drawn;
          showPages(bench, systems);
          const drawing = indexDrawing(bench);
          paintFingers(drawing, notes);
          drawMarks(layOut(bench, drawing), marks);
          const words = wordsBlock(care);
          if (words) bench.append(words);
          return layOnPages([...bench.querySelectorAll<HTMLElement>('.page, .words')], paper);
        }),
        takeUntilDestroyed(inject(DestroyRef)),
      )
      .subscribe((pages) => this.pages.set(pages));
  }

  /** Gives some bars, as they are on the page, as a picture. */
  takePicture(form: 'svg' | 'png'): void {
    const [score, engravable, title] = [this.session.score(), this.session.engravable(), this.session.piece()?.title];
    const [holder, notes, marks] = [this.picture()?.nativeElement, this.store.notes(), this.store.marks()];
    if (!score || !engravable || !holder || !notes || !marks) return;
    const bars = this.barsOfPicture(score);
    this.failure.set(undefined);
    this.engraver
      .engraveWhole({
        document: engravable,
        widthPx: musicWidthPx(this.paper()),
        scale: MUSIC_SIZES[this.size()],
        bars,
        room: this.store.room(),
      })
      .pipe(
        switchMap(async ([drawing]) => {
          showPages(holder, drawing ? [drawing] : []);
          const drawn = indexDrawing(holder);
          paintFingers(drawn, notes);
          drawMarks(layOut(holder, drawn, bars[0] - 1), marks);
          const svg = holder.querySelector('svg')!;
          const { width, height } = sizeOf(svg);
          const text = svgFile(svg, await fontRule(this.window.document));
          holder.replaceChildren();
          return form === 'svg' ? new Blob([text], { type: 'image/svg+xml' }) : pngFile(text, width, height);
        }),
      )
      .subscribe({
        next: (file) => offer(file, `${title} ${this.firstBar()}-${this.lastBar()}.${form}`),
        error: (cause: unknown) => this.failure.set(messageOf(cause)),
      });
  }

  print(): void {
    this.window.print();
  }

  /** First and last bar counted from 1, of the printed numbers that were asked for; as near as the piece has them. */
  private barsOfPicture({ bars }: Score): readonly [number, number] {
    const indexOf = (number: number): number => bars.findIndex((bar) => bar.number === number);
    const [first, last] = [indexOf(Number(this.firstBar())), indexOf(Number(this.lastBar()))];
    const from = first < 0 ? 0 : first;
    const to = last < 0 ? bars.length - 1 : last;
    return [Math.min(from, to) + 1, Math.max(from, to) + 1];
  }
}
