import {
  ChangeDetectionStrategy,
  Component,
  computed,
  DestroyRef,
  effect,
  ElementRef,
  inject,
  input,
  output,
  signal,
  viewChild,
} from '@angular/core';
import { takeUntilDestroyed, toObservable } from '@angular/core/rxjs-interop';
import { NzAlertModule } from 'ng-zorro-antd/alert';
import { NzSpinModule } from 'ng-zorro-antd/spin';
import {
  catchError,
  combineLatest,
  connect,
  debounceTime,
  distinctUntilChanged,
  EMPTY,
  filter,
  merge,
  Observable,
  skip,
  switchMap,
  take,
  tap,
} from 'rxjs';
import { messageOf } from '../parts/words';
import { EngraverService } from '../services/engraver.service';
import { drawCaret, type Caret } from './caret';
import type { FingeredNote } from './fingered-notes';
import { layOut } from './layout';
import { drawMarks } from './marks-drawing';
import type { ScoreMarks } from './score-marks';
import {
  addPages,
  frameChosen,
  indexDrawing,
  keepPagesInSight,
  paintFingers,
  showPages,
  type Drawing,
} from './drawing';

/** Two to three systems on a laptop screen. */
const SCALE = 42;

/** Which hands are looked at. */
export type HandView = 'both' | 'right' | 'left';

/** Widths of an element as it is laid out, in whole pixels. */
const widthsOf = (element: HTMLElement): Observable<number> =>
  new Observable<number>((subscriber) => {
    const observer = new ResizeObserver(() => subscriber.next(Math.floor(element.clientWidth)));
    observer.observe(element);
    return () => observer.disconnect();
  });

/**
 * The engraved piece with its finger numbers; the place it stands in provides the engraver. It is engraved once for a width; a changed finger only changes the figure in
 * the drawing.
 */
@Component({
  selector: 'ks-score-view',
  imports: [NzAlertModule, NzSpinModule],
  templateUrl: './score-view.html',
  styleUrl: './score-view.less',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class ScoreView {
  private readonly engraver = inject(EngraverService);
  private readonly host = inject<ElementRef<HTMLElement>>(ElementRef);
  private readonly sheet = viewChild.required<ElementRef<HTMLElement>>('sheet');

  readonly engravable = input.required<string>();
  /** Numbers of a plan; where there is none those in the document are shown as they are. */
  readonly notes = input<ReadonlyMap<string, FingeredNote>>();
  readonly chosenId = input<string>();
  readonly marks = input<ScoreMarks>();
  /** The hand that is looked at; the other is drawn faintly. */
  readonly hand = input<HandView>('both');
  /** Where the next note goes, while music is typed in: after a note, else at the start of a hand's staff. */
  readonly caret = input<Caret>();
  /** Staff size, percent of the engraver's own. */
  readonly scale = input(SCALE);
  readonly spoken = input('');
  /** What the score is and which keys it has, for those who do not see it. */
  readonly label = input('Score. Arrow keys choose a note, 1 to 5 set its finger, 0 clears it.');
  readonly chooseNote = output<string>();

  private readonly hasStrip = computed(() => (this.marks()?.strip.beats.length ?? 0) > 0);

  private readonly drawing = signal<Drawing | undefined>(undefined);
  /** Measured when marks are first wanted: it takes a moment on a long piece. */
  private readonly layout = computed(() => {
    const drawing = this.drawing();
    return drawing && layOut(this.sheet().nativeElement, drawing);
  });
  readonly failure = signal<string | undefined>(undefined);
  readonly waiting = computed(() => this.drawing() === undefined && this.failure() === undefined);

  constructor() {
    const destroyed = inject(DestroyRef);
    const documents = toObservable(this.engravable);
    const elements = toObservable(this.sheet);
    const widths = elements.pipe(
      switchMap(({ nativeElement }) => widthsOf(nativeElement)),
      filter((width) => width > 200),
      // The first is taken at once; while a window is drawn larger or smaller the last counts.
      connect((all) => merge(all.pipe(take(1)), all.pipe(skip(1), debounceTime(80)))),
      distinctUntilChanged(),
    );
    combineLatest([documents, widths, toObservable(this.hasStrip)])
      .pipe(
        switchMap(([document, width, strip]) =>
          this.engraver
            .engrave({ document, widthPx: width, scale: this.scale(), room: strip ? 'strip' : 'marks' })
            .pipe(
              catchError((cause: unknown) => {
                this.failure.set(messageOf(cause));
                return EMPTY;
              }),
            ),
        ),
        tap(({ pages, lot }) => {
          const sheet = this.sheet().nativeElement;
          if (lot === 'first') showPages(sheet, pages);
          else addPages(sheet, pages);
          this.failure.set(undefined);
          this.drawing.set(indexDrawing(sheet));
        }),
        takeUntilDestroyed(destroyed),
      )
      .subscribe();

    effect(() => {
      const drawing = this.drawing();
      const notes = this.notes();
      if (!drawing || !notes) return;
      paintFingers(drawing, notes);
      performance.mark('fingers-shown');
    });
    effect(() => {
      const [layout, marks] = [this.layout(), this.marks()];
      if (layout && marks) drawMarks(layout, marks);
    });
    effect((onCleanup) => {
      // Only once everything has been measured.
      if (this.layout()) onCleanup(keepPagesInSight(this.host.nativeElement, this.sheet().nativeElement));
    });
    effect((onCleanup) => {
      const [drawing, caret] = [this.drawing(), this.caret()];
      const takeAway = drawing && caret && drawCaret(this.sheet().nativeElement, drawing, caret);
      if (takeAway) onCleanup(takeAway);
    });
    effect((onCleanup) => {
      const drawing = this.drawing();
      const takeAway = drawing && frameChosen(drawing, this.chosenId());
      if (takeAway) onCleanup(takeAway);
    });
  }

  choose(event: Event): void {
    const target = event.target as Element;
    const note = target.closest('g.note') ?? target.closest('g.fing');
    const id = note?.getAttribute('data-startid')?.slice(1) ?? note?.id;
    const known = this.notes() ?? this.drawing()?.notes;
    if (id !== undefined && known?.has(id)) this.chooseNote.emit(id);
  }
}
