import { computed, inject, Injectable, signal } from '@angular/core';
import { takeUntilDestroyed, toObservable } from '@angular/core/rxjs-interop';
import { distinctTonics, type PatternReading, type PatternWay, type PatternWish, type Side } from '@kettle-step/core';
import { concatMap, defer, from, map, shareReplay, Subject, switchMap, takeUntil, type Observable } from 'rxjs';
import { MUSIC_SIZES, musicWidthPx, type MusicSize, type Paper } from '../../paper/pages';
import { telling } from '../../parts/telling';
import { fingeredNotes, type FingeredNote } from '../../score/fingered-notes';
import { EngineService } from '../../services/engine.service';
import { EngraverService } from '../../services/engraver.service';
import { HouseRulesService } from '../../services/house-rules.service';
import { lastWish } from '../scales.store';

/** What goes into a booklet. */
export const CONTENTS = ['pattern', 'drills', 'right', 'left', 'both', 'shape', 'keys'] as const;
export type Contents = (typeof CONTENTS)[number];

/** A pattern or a drill, engraved for a width of paper. */
export interface Sheet {
  readonly title: string;
  /** How a drill is practised; empty for a pattern. */
  readonly how: string;
  readonly systems: readonly string[];
  readonly notes: ReadonlyMap<string, FingeredNote>;
  /** What is read under the music of a pattern; undefined for a drill. */
  readonly way: PatternWay | undefined;
  readonly sides: readonly Side[];
  readonly counted: string | null;
}

/** A sheet that is still to be engraved. */
type Fingered = Omit<Sheet, 'systems'> & { readonly engravable: string };

type Entry = { readonly kind: 'pattern'; readonly wish: PatternWish } | { readonly kind: 'drill'; readonly id: string };

interface Request {
  readonly entries: readonly Entry[];
  readonly paper: Paper;
  readonly size: MusicSize;
}

/** The pattern of the scale room as pages: alone, with its drills, or in every key of a family or of its kind. */
@Injectable()
export class BookletStore {
  private readonly engine = inject(EngineService);
  private readonly engraver = inject(EngraverService);
  private readonly settings = inject(HouseRulesService).settings().pipe(shareReplay(1));
  private readonly stopped = new Subject<void>();

  readonly wish = lastWish();
  readonly contents = signal<Contents>('pattern');
  readonly paper = signal<Paper>('A4');
  readonly size = signal<MusicSize>('normal');
  readonly failure = signal('');
  readonly sheets = signal<readonly Sheet[]>([]);
  readonly isCancelled = signal(false);
  private readonly reading = signal<PatternReading | undefined>(undefined);

  /** What can be chosen, with how many pages' worth of patterns it makes. */
  readonly choices = computed(() =>
    CONTENTS.map((contents) => ({ contents, count: this.entriesOf(contents).length })).filter(
      ({ contents, count }) => contents === 'pattern' || count > 1,
    ),
  );
  private readonly request = computed((): Request => ({
    entries: this.entriesOf(this.contents()),
    paper: this.paper(),
    size: this.size(),
  }));
  readonly wanted = computed(() => this.request().entries.length);
  readonly isDone = computed(() => this.sheets().length === this.wanted() || this.isCancelled());

  constructor() {
    this.settings
      .pipe(
        switchMap((settings) => this.engine.patternReading(this.wish, settings)),
        telling(this.failure),
        takeUntilDestroyed(),
      )
      .subscribe((reading) => this.reading.set(reading));
    toObservable(this.request)
      .pipe(
        switchMap((request) => this.made(request)),
        takeUntilDestroyed(),
      )
      .subscribe((sheet) => this.sheets.update((sheets) => [...sheets, sheet]));
  }

  /** Leaves the rest off; what is there can be printed. */
  cancel(): void {
    this.isCancelled.set(true);
    this.stopped.next();
  }

  private entriesOf(contents: Contents): readonly Entry[] {
    const own: Entry = { kind: 'pattern', wish: this.wish };
    if (contents === 'pattern') return [own];
    if (contents === 'drills')
      return [own, ...(this.reading()?.drills ?? []).map(({ id }): Entry => ({ kind: 'drill', id }))];
    const keys = contents === 'keys' ? distinctTonics(this.wish) : (this.reading()?.families[contents] ?? []);
    return keys.map((tonic) => ({ kind: 'pattern', wish: { ...this.wish, tonic } }));
  }

  private made({ entries, paper, size }: Request): Observable<Sheet> {
    return defer(() => {
      this.sheets.set([]);
      this.failure.set('');
      this.isCancelled.set(false);
      return from(entries);
    }).pipe(
      // The next is fingered while one is engraved.
      concatMap((entry) => this.musicOf(entry)),
      concatMap(({ engravable, ...sheet }) =>
        this.engraver
          .engraveWhole({ document: engravable, widthPx: musicWidthPx(paper), scale: MUSIC_SIZES[size] })
          .pipe(map((systems): Sheet => ({ ...sheet, systems }))),
      ),
      telling(this.failure),
      takeUntil(this.stopped),
    );
  }

  private musicOf(entry: Entry): Observable<Fingered> {
    const plain = { locks: new Map(), desk: { writing: 'every' } } as const;
    if (entry.kind === 'drill')
      return this.settings.pipe(
        switchMap((settings) => this.engine.drill(this.wish, settings, entry.id)),
        map(({ planned: { title, how, score, plan }, engravable }) => {
          const notes = fingeredNotes(score, plan, plain);
          return { title, how, notes, way: undefined, sides: this.wish.sides, counted: null, engravable };
        }),
      );
    return this.settings.pipe(
      switchMap((settings) => this.engine.pattern(entry.wish, settings)),
      map(({ music: { title, score, usual, counted, wish }, engravable }) => {
        const notes = fingeredNotes(score, usual.plan, plain);
        return { title, how: '', notes, way: usual, sides: wish.sides, counted, engravable };
      }),
    );
  }
}
