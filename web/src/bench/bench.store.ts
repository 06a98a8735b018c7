import { computed, DestroyRef, inject, Injectable, signal } from '@angular/core';
import { takeUntilDestroyed } from '@angular/core/rxjs-interop';
import { givenNotesOf, NEW_DESK, ribbonOf, storedFingers, type Piece, type RibbonCell } from '@kettle-step/contract';
import { withHands, type Correction, type Finger, type PianoPlan, type Score, type Side } from '@kettle-step/core';
import { catchError, EMPTY, map, of, Subject, switchMap, take, tap, type Observable } from 'rxjs';
import { messageOf } from '../parts/words';
import { EngineService, type CarriedOver } from '../services/engine.service';
import { fingeredNotes, type FingeredNote } from '../score/fingered-notes';
import { PiecesService } from '../services/pieces.service';
import { Autosave } from './autosave';
import { decisionsOf, type Decisions, type Place } from './decisions';
import { firstOfBar } from './steps';

export type BenchState =
  { readonly kind: 'loading' } | { readonly kind: 'failed'; readonly message: string } | { readonly kind: 'ready' };

/** A plan, and the decisions it was made for. */
export interface Solved {
  readonly plan: PianoPlan;
  readonly decisions: Decisions;
}

/** A piece at one moment of the work: its music, and what is decided about it. */
interface Moment {
  readonly document: string;
  readonly decisions: Decisions;
}

/** Music as the engine has read it. */
interface Opened {
  readonly score: Score;
  readonly engravable: string;
}

/** Everything the bench knows about the open piece; what is shown is derived from score, decisions and plan. */
@Injectable()
export class BenchStore {
  private readonly pieces = inject(PiecesService);
  private readonly engine = inject(EngineService);
  private readonly destroyed = inject(DestroyRef);
  readonly autosave = inject(Autosave);

  private readonly wanted = new Subject<Moment>();
  private readonly past = signal<readonly Moment[]>([]);
  private readonly future = signal<readonly Moment[]>([]);
  /** Other music has come onto the bench. */
  private readonly laid = new Subject<void>();
  /** The document that the engine was last asked to open. */
  private atEngine = '';
  /** The piece as it is written; notes given to the other hand are in `score`. */
  private readonly asWritten = signal<Score | undefined>(undefined);

  readonly state = signal<BenchState>({ kind: 'loading' });
  readonly piece = signal<Piece | undefined>(undefined);
  /** The music as it now stands. */
  readonly document = signal('');
  /** Other music is on its way to the bench: nothing is decided until it is there. */
  readonly changing = signal(false);
  readonly engravable = signal<string | undefined>(undefined);
  readonly decisions = signal<Decisions>({ locks: new Map(), desk: NEW_DESK });
  readonly solved = signal<Solved | undefined>(undefined);
  /** Another way to play that is looked at and not taken yet. */
  readonly preview = signal<Solved | undefined>(undefined);
  readonly chosenId = signal<string | undefined>(undefined);

  private readonly given = computed(() => this.decisions().desk.given);
  readonly score = computed(() => {
    const score = this.asWritten();
    return score && withHands(score, givenNotesOf({ given: this.given() }));
  });

  readonly shown = computed(() => this.preview() ?? this.solved());
  readonly plan = computed(() => this.shown()?.plan);
  readonly canUndo = computed(() => this.past().length > 0);
  readonly canRedo = computed(() => this.future().length > 0);

  /** Fingered notes by id, as they are shown. */
  readonly notes = computed((): ReadonlyMap<string, FingeredNote> => {
    const [score, shown] = [this.score(), this.shown()];
    return score && shown ? fingeredNotes(score, shown.plan, shown.decisions) : new Map<string, FingeredNote>();
  });

  /** Elbow room of the chosen note round what is settled, whatever is looked at. */
  readonly chosenRoom = computed(() => {
    const { hands } = this.solved()?.plan ?? {};
    const all = hands ? [...hands.right.notes, ...hands.left.notes] : [];
    return all.find(({ id }) => id === this.chosenId())?.room ?? [];
  });

  /** The ribbon tells what is settled, not what is only looked at. */
  readonly ribbon = computed((): readonly RibbonCell[] => {
    const [score, solved] = [this.score(), this.solved()];
    return score && solved ? ribbonOf(score, solved.plan, solved.decisions.locks) : [];
  });

  /** What is open by what is decided now, also while the plan for it is still worked out. */
  readonly openPlaces = computed((): readonly Place[] => {
    const [score, solved] = [this.score(), this.solved()];
    if (!score || !solved) return [];
    const { locks } = this.decisions();
    const cells = locks === solved.decisions.locks ? this.ribbon() : ribbonOf(score, solved.plan, locks);
    return cells
      .filter(({ state }) => state === 'open' || state === 'suggested')
      .map(({ side, bar }) => ({ side, bar }));
  });
  readonly playedBars = computed(() => this.ribbon().filter(({ state }) => state !== 'silent').length);

  readonly chosen = computed(() => this.notes().get(this.chosenId() ?? ''));
  readonly chosenBar = computed(() => this.chosen()?.note.bar ?? 0);
  readonly chosenPlace = computed((): Place => ({ side: this.chosen()?.note.side ?? 'right', bar: this.chosenBar() }), {
    equal: (a, b) => a.side === b.side && a.bar === b.bar,
  });

  constructor() {
    this.wanted
      .pipe(
        // A newer wish makes the answer to an older one worthless: it is dropped.
        switchMap(({ document, decisions }) =>
          this.atHand(document).pipe(
            switchMap((opened) =>
              this.engine.plan(decisions).pipe(map((plan) => ({ document, opened, solved: { plan, decisions } }))),
            ),
          ),
        ),
        takeUntilDestroyed(this.destroyed),
      )
      .subscribe({
        next: ({ document, opened, solved }) => {
          if (opened) this.lay(document, opened, solved);
          this.solved.set(solved);
          this.preview.set(undefined);
          this.save();
          if (opened) this.laid.next();
        },
        error: (cause: unknown) => this.fail(cause),
      });
  }

  open(id: string): void {
    this.state.set({ kind: 'loading' });
    this.pieces
      .get(id)
      .pipe(
        tap(({ document }) => (this.atEngine = document)),
        switchMap((piece) => this.engine.open(piece.document).pipe(map((opened) => ({ piece, opened })))),
        switchMap(({ piece, opened }) => {
          const decisions = decisionsOf(piece);
          return this.engine.plan(decisions).pipe(map((plan) => ({ piece, opened, solved: { plan, decisions } })));
        }),
        catchError((cause: unknown) => this.fail(cause)),
        takeUntilDestroyed(this.destroyed),
      )
      .subscribe(({ piece, opened, solved }) => {
        this.piece.set(piece);
        this.preview.set(undefined);
        this.past.set([]);
        this.future.set([]);
        this.autosave.begin(piece.id, piece.plan.revision, piece.document);
        this.lay(piece.document, opened, solved);
        this.state.set({ kind: 'ready' });
      });
  }

  choose(id: string | undefined): void {
    if (id !== undefined && this.notes().has(id)) this.chosenId.set(id);
  }

  chooseBar(bar: number, side: Side): void {
    const score = this.score();
    if (score) this.choose(firstOfBar(score, bar, side)?.id);
  }

  /** Makes a decision that can be taken back. */
  decide(decisions: Decisions): void {
    this.turnTo({ document: this.document(), decisions });
  }

  /**
   * Mends the music; like any decision it can be taken back. Answers when the mended music lies on the bench; fails with a
   * `Refusal` where it cannot be done.
   */
  correct(correction: Correction): Observable<CarriedOver> {
    return this.engine.correct(this.document(), correction, this.decisions()).pipe(
      tap((changed) => this.take(changed)),
      switchMap((changed) =>
        this.changing()
          ? this.laid.pipe(
              take(1),
              map(() => changed),
            )
          : of(changed),
      ),
    );
  }

  /** What would be if the piece had other music; nothing is decided. */
  carriedTo(document: string): Observable<CarriedOver> {
    return this.engine.carry(this.document(), document, this.decisions());
  }

  /** Goes on with other music, and with what of the decisions has a place in it. */
  take({ document, carried: { locks, desk } }: CarriedOver): void {
    this.turnTo({ document, decisions: { locks, desk } });
  }

  /** Looks at what would be if some fingers were set; nothing is decided. */
  planWith(fingers: ReadonlyMap<string, Finger>): Observable<Solved> {
    const { locks, desk } = this.decisions();
    const decisions = { desk, locks: new Map([...locks, ...fingers]) };
    return this.engine.plan(decisions).pipe(map((plan) => ({ plan, decisions: { desk, locks } })));
  }

  undo(): void {
    const before = this.past().at(-1);
    if (!before || this.changing()) return;
    this.past.update((past) => past.slice(0, -1));
    this.future.update((future) => [...future, this.now()]);
    this.show(before);
  }

  redo(): void {
    const after = this.future().at(-1);
    if (!after || this.changing()) return;
    this.future.update((future) => future.slice(0, -1));
    this.past.update((past) => [...past, this.now()]);
    this.show(after);
  }

  /** What would be kept as a version. */
  content(): (Pick<Piece['plan'], 'fingers' | 'desk'> & Pick<Piece, 'document'>) | undefined {
    const [score, solved] = [this.score(), this.solved()];
    if (!score || !solved) return undefined;
    const { plan, decisions } = solved;
    const document = this.document();
    return { document, fingers: storedFingers(score, plan, decisions.locks), desk: decisions.desk };
  }

  /** Goes on from what stands on the server with what stands here. */
  saveOver({ plan: { revision }, document }: Pick<Piece, 'plan' | 'document'>): void {
    const piece = this.piece();
    if (!piece) return;
    this.autosave.begin(piece.id, revision, document);
    this.save();
  }

  private now(): Moment {
    return { document: this.document(), decisions: this.decisions() };
  }

  private turnTo(moment: Moment): void {
    if (this.changing()) return;
    this.past.update((past) => [...past, this.now()]);
    this.future.set([]);
    this.show(moment);
  }

  private show(moment: Moment): void {
    performance.mark('finger-set');
    // With other music everything changes at once, when it is there.
    if (moment.document === this.document()) this.decisions.set(moment.decisions);
    else this.changing.set(true);
    this.autosave.expect();
    this.wanted.next(moment);
  }

  /** Has the engine open a document, unless it is the one that is open. */
  private atHand(document: string): Observable<Opened | undefined> {
    if (document === this.atEngine && document === this.document()) return of(undefined);
    this.atEngine = document;
    return this.engine.open(document);
  }

  /** Lays music on the bench. What was chosen stays chosen; a note that has come is chosen, else what stands nearest. */
  private lay(document: string, { score, engravable }: Opened, { plan, decisions }: Solved): void {
    const [known, place] = [new Set(this.asWritten()?.notes.map(({ id }) => id)), this.chosenPlace()];
    const added = known.size > 0 ? score.notes.filter(({ id }) => !known.has(id)) : [];
    this.document.set(document);
    this.asWritten.set(score);
    this.engravable.set(engravable);
    this.decisions.set(decisions);
    this.solved.set({ plan, decisions });
    this.changing.set(false);
    const nearest =
      firstOfBar(score, Math.min(place.bar, score.bars.length - 1), place.side) ??
      firstOfBar(score, 0, 'right') ??
      score.notes[0];
    this.chosenId.update((id) => {
      if (added.length === 1) return added[0]!.id;
      return id && score.notes.some((note) => note.id === id) ? id : nearest?.id;
    });
  }

  private save(): void {
    const content = this.content();
    if (content) this.autosave.keep({ ...content, ribbon: [...this.ribbon()] });
  }

  private fail(cause: unknown): Observable<never> {
    const message = messageOf(cause);
    this.state.set({ kind: 'failed', message });
    return EMPTY;
  }
}
