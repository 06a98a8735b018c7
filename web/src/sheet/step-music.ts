import {
  ChangeDetectionStrategy,
  Component,
  computed,
  effect,
  type ElementRef,
  inject,
  input,
  signal,
  viewChild,
} from '@angular/core';
import { takeUntilDestroyed, toObservable } from '@angular/core/rxjs-interop';
import type { PracticeDocumentStep } from '@kettle-step/contract';
import {
  barsNumbered,
  composeMusicXml,
  serializeMusicXml,
  strokesScore,
  type Finger,
  type Locks,
  type Score,
} from '@kettle-step/core';
import { catchError, of, switchMap } from 'rxjs';
import { indexDrawing, paintFingers, showPages } from '../score/drawing';
import { fingeredNotes, type FingeredNote } from '../score/fingered-notes';
import { EngraverService } from '../services/engraver.service';
import { PieceSession } from '../session/piece-session';
import type { Engraving } from '../workers/engraver.protocol';

/** Steps for which the bars themselves are drawn, as they stand in the piece. */
const BARS_DRAWN: ReadonlySet<PracticeDocumentStep['kind']> = new Set(['beat-by-beat', 'backwards', 'hold']);

/** No more bars than so many are drawn beside a step on paper, and where the player shows them. */
const MOST_BARS = 2;
const MOST_SHOWN = 24;

/** Whose part it is need not be said in an excerpt. */
const withoutNames = (document: string): string =>
  document.replace(/<part-(name|abbreviation)(?=[\s>])[^>]*>[^<]*<\/part-\1>/g, '<part-$1 print-object="no"/>');

/** The time signature of a made-up bar says nothing. */
const withoutTime = (document: string): string => document.replaceAll('<time>', '<time print-object="no">');

/** A note with another finger than the plan's. */
const withFinger = (one: FingeredNote, finger: Finger | undefined): FingeredNote =>
  finger === undefined ? one : { ...one, planned: { ...one.planned, finger, substitute: null } };

/** The music of a practice step, where notes are meant: its own strokes, or the bars it is about. */
@Component({
  selector: 'ks-step-music',
  template: `<div
    #holder
    class="drawn"
    [attr.role]="has() ? 'img' : null"
    [attr.aria-label]="has() ? label() : null"
  ></div>`,
  styleUrl: './step-music.less',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class StepMusic {
  private readonly engraver = inject(EngraverService);
  private readonly session = inject(PieceSession);
  private readonly holder = viewChild.required<ElementRef<HTMLElement>>('holder');

  /** Undefined where only bars are shown. */
  readonly step = input.required<PracticeDocumentStep | undefined>();
  /** Indices of the first and last bar, where the bars are shown whatever the step. */
  readonly bars = input<readonly [number, number]>();
  /** Fingers that are shown in place of the plan's, by note. */
  readonly fingers = input<Locks>();
  /** Ids of the notes that are heard now. */
  readonly heard = input<readonly string[]>([]);
  readonly widthPx = input(300);
  /** Staff size, percent of the engraver's own. */
  readonly scale = input(34);

  private readonly pages = signal<readonly string[]>([]);
  readonly has = computed(() => this.pages().length > 0);
  readonly label = computed(() => `Music of the step: ${this.step()?.words ?? 'the piece'}`);

  private readonly engraving = computed((): Engraving | undefined => {
    const score = this.session.score();
    const drawing = { widthPx: this.widthPx(), scale: this.scale(), room: 'none' as const };
    const [step, shown] = [this.step(), this.bars()];
    if (!score) return undefined;
    if (!shown && step && step.strokes.length > 0) return { ...drawing, document: this.documentOf(score, step) };
    const document = this.session.engravable();
    const bars = shown ? this.counted(shown) : step && BARS_DRAWN.has(step.kind) ? this.barsOf(score, step) : undefined;
    return document && bars ? { ...drawing, document: withoutNames(document), bars } : undefined;
  });
  /** The piece's own notes are drawn, not music made for the step. */
  private readonly isOfPiece = computed(() => this.bars() !== undefined || this.step()?.strokes.length === 0);

  constructor() {
    toObservable(this.engraving)
      .pipe(
        // A step says all in words; it goes without its music.
        switchMap((engraving) =>
          engraving ? this.engraver.engraveWhole(engraving).pipe(catchError(() => of([]))) : of([]),
        ),
        takeUntilDestroyed(),
      )
      .subscribe((pages) => this.pages.set(pages));
    effect(() => {
      const { nativeElement } = this.holder();
      showPages(nativeElement, this.pages());
      if (this.isOfPiece()) this.paint(nativeElement);
    });
    effect(() => {
      const [heard, { nativeElement }] = [new Set(this.heard()), this.holder()];
      this.pages();
      for (const note of nativeElement.querySelectorAll('g.note')) note.classList.toggle('heard', heard.has(note.id));
    });
  }

  private counted([first, last]: readonly [number, number]): readonly [number, number] {
    return [first + 1, Math.min(last, first + MOST_SHOWN - 1) + 1];
  }

  private documentOf(score: Score, { strokes, notes, kind }: PracticeDocumentStep): string {
    const byId = new Map(score.notes.map((note) => [note.id, note]));
    const fingers = new Map(notes.map(({ id, finger }) => [id, finger]));
    const music = strokes.map((stroke) =>
      stroke.flatMap((id) => {
        const [note, finger] = [byId.get(id), fingers.get(id)];
        return note && finger ? [{ ...note, finger }] : [];
      }),
    );
    const bar = byId.get(strokes[0]?.[0] ?? '')?.bar ?? 0;
    const made = strokesScore(score, music, { bar, quarters: kind === 'block' ? 2 : 1 });
    return withoutTime(serializeMusicXml(composeMusicXml(made)));
  }

  /** First and last bar counted from 1. */
  private barsOf(score: Score, { bars: [first, last] }: PracticeDocumentStep): readonly [number, number] | undefined {
    const [from, to] = barsNumbered(score, first, last) ?? [0, Infinity];
    return to - from < MOST_BARS ? [from + 1, to + 1] : undefined;
  }

  private paint(element: HTMLElement): void {
    const [score, solved] = [this.session.score(), this.session.solved()];
    if (!score || !solved) return;
    const { locks } = solved.decisions;
    const fingered = fingeredNotes(score, solved.plan, { locks, desk: { writing: 'every' } });
    const other = this.fingers();
    const shown = other
      ? new Map([...fingered].map(([id, one]) => [id, withFinger(one, other.get(id))] as const))
      : fingered;
    paintFingers(indexDrawing(element), shown);
  }
}
