import { computed, inject, Injectable, signal } from '@angular/core';
import { takeUntilDestroyed } from '@angular/core/rxjs-interop';
import { playedOf, NEW_DESK, NOTHING_STANDS, settingsFor, type Piece, type Standing } from '@kettle-step/contract';
import { type PianoPlan, type Score } from '@kettle-step/core';
import { catchError, EMPTY, map, of, Subject, switchMap, type Observable } from 'rxjs';
import { isEqual } from 'es-toolkit';
import { messageOf } from '../parts/words';
import { EngineService, type Given } from '../services/engine.service';
import { PiecesService } from '../services/pieces.service';
import { decisionsOf, type Decisions } from './decisions';

export type SessionState =
  | { readonly kind: 'none' }
  | { readonly kind: 'loading' }
  | { readonly kind: 'failed'; readonly message: string }
  /** The work on the piece that is open is not safe yet: no other takes its place. */
  | { readonly kind: 'held'; readonly message: string }
  | { readonly kind: 'ready' };

/** A plan, and the decisions it was made for. */
export interface Solved {
  readonly plan: PianoPlan;
  readonly decisions: Decisions;
}

/** A piece at one moment of the work: its music, and what is decided about it. */
export interface Moment {
  readonly document: string;
  readonly decisions: Decisions;
}

/** What happens to the open piece, for those who keep a record of it. */
export type SessionEvent =
  | { readonly kind: 'opened'; readonly piece: Piece }
  | { readonly kind: 'closed' }
  /** A change is being worked out. */
  | { readonly kind: 'wished' }
  /** The change is worked out and stands. */
  | { readonly kind: 'worked' }
  /** The change could not be worked out: what stood before stands. */
  | { readonly kind: 'taken-back'; readonly message: string };

/** Music as the engine has read it. */
interface Opened {
  readonly score: Score;
  readonly engravable: string;
}

/** The open piece: its music, what is decided about it, and the fingering worked out from that. One piece at a time. */
@Injectable({ providedIn: 'root' })
export class PieceSession {
  private readonly pieces = inject(PiecesService);
  private readonly engine = inject(EngineService);

  private readonly asked = new Subject<string | undefined>();
  private readonly wanted = new Subject<Moment>();
  private readonly happened = new Subject<SessionEvent>();
  readonly events: Observable<SessionEvent> = this.happened;

  readonly state = signal<SessionState>({ kind: 'none' });
  readonly piece = signal<Piece | undefined>(undefined);
  /** The music as it now stands. */
  readonly document = signal('');
  /** The piece as it is written; what is given to the other hand or eased is in `score`. */
  readonly asWritten = signal<Score | undefined>(undefined);
  readonly engravable = signal<string | undefined>(undefined);
  readonly decisions = signal<Decisions>({ locks: new Map(), desk: NEW_DESK });
  /** What stands under the decisions: the house rules, and the student's hands and rules. */
  readonly standing = signal<Standing>(NOTHING_STANDS);
  readonly solved = signal<Solved | undefined>(undefined);
  /** Other music is on its way: nothing is decided until it is there. */
  readonly changing = signal(false);
  /** Why the last change was taken back. */
  readonly problem = signal('');

  /** The hands and rules that hold for the piece as it is now decided. */
  readonly settings = computed(() => settingsFor(this.standing(), this.decisions().desk));
  /** The pedal that is drawn in `engravable`. */
  private drawnPedal: Decisions['desk']['playing']['pedal'] = [];
  private readonly given = computed(() => this.decisions().desk.given);
  readonly eased = computed(() => this.decisions().desk.eased);
  readonly playing = computed(() => this.decisions().desk.playing);
  readonly score = computed(() => {
    const score = this.asWritten();
    return score && playedOf(score, { given: this.given(), eased: this.eased(), playing: this.playing() });
  });

  constructor() {
    // What is asked for last counts; a failure ends one answer and not those that follow.
    this.asked
      .pipe(
        switchMap((id) => (id === undefined ? EMPTY : this.opened(id))),
        takeUntilDestroyed(),
      )
      .subscribe();
    this.wanted
      .pipe(
        switchMap((moment) => this.worked(moment)),
        takeUntilDestroyed(),
      )
      .subscribe();
  }

  /** Opens a piece as it stands on the server. */
  open(id: string): void {
    this.state.set({ kind: 'loading' });
    this.piece.set(undefined);
    this.engravable.set(undefined);
    this.solved.set(undefined);
    this.asked.next(id);
  }

  /** Stays with the piece that is open, and says why. */
  hold(message: string): void {
    this.asked.next(undefined);
    this.state.set({ kind: 'held', message });
  }

  /** Goes on with the piece that is open. */
  resume(): void {
    this.state.set({ kind: 'ready' });
  }

  close(): void {
    this.asked.next(undefined);
    this.state.set({ kind: 'none' });
    this.piece.set(undefined);
    this.happened.next({ kind: 'closed' });
  }

  /** What a fingering of the piece is worked out from, for these decisions. */
  givenFor({ locks, desk }: Decisions): Given {
    const { apart, given, eased, playing } = desk;
    return { locks, desk: { settings: settingsFor(this.standing(), desk), apart, given, eased, playing } };
  }

  /** Works the open piece out anew where the house rules, its student, or whom it is for have changed since. */
  restand(): void {
    const piece = this.piece();
    if (!piece) return;
    this.pieces.standing(piece.id).subscribe({
      next: (standing) => {
        if (this.piece()?.id !== piece.id || isEqual(standing, this.standing())) return;
        this.standing.set(standing);
        const { id: studentId = null, name: student = '' } = standing.student ?? {};
        this.piece.set({ ...piece, studentId, student });
        this.turnTo(this.now());
      },
      error: (cause: unknown) => this.problem.set(messageOf(cause)),
    });
  }

  now(): Moment {
    return { document: this.document(), decisions: this.decisions() };
  }

  /** Works out another moment of the piece; what follows is told by `events`. */
  turnTo(moment: Moment): void {
    performance.mark('finger-set');
    this.problem.set('');
    // With other music everything changes at once, when it is there.
    if (moment.document === this.document()) this.decisions.set(moment.decisions);
    else this.changing.set(true);
    this.happened.next({ kind: 'wished' });
    this.wanted.next(moment);
  }

  private opened(id: string): Observable<unknown> {
    return this.pieces.get(id).pipe(
      switchMap((piece) =>
        this.engine.open(piece.document, piece.plan.desk.playing.pedal).pipe(map((opened) => ({ piece, opened }))),
      ),
      switchMap(({ piece, opened }) => {
        const decisions = decisionsOf(piece);
        // The music can be engraved while its fingering is worked out.
        this.piece.set(piece);
        this.problem.set('');
        this.standing.set(piece.standing);
        this.decisions.set(decisions);
        this.lay({ document: piece.document, decisions }, opened);
        return this.engine.plan(this.givenFor(decisions)).pipe(map((plan) => ({ piece, solved: { plan, decisions } })));
      }),
      map(({ piece, solved }) => {
        this.stand(solved);
        this.happened.next({ kind: 'opened', piece });
        this.state.set({ kind: 'ready' });
      }),
      catchError((cause: unknown) => {
        this.state.set({ kind: 'failed', message: messageOf(cause) });
        return EMPTY;
      }),
    );
  }

  private worked({ document, decisions }: Moment): Observable<unknown> {
    return this.atHand({ document, decisions }).pipe(
      switchMap((opened) =>
        this.engine.plan(this.givenFor(decisions)).pipe(map((plan) => ({ opened, solved: { plan, decisions } }))),
      ),
      map(({ opened, solved }) => {
        if (opened) this.lay({ document, decisions }, opened);
        this.stand(solved);
        this.happened.next({ kind: 'worked' });
      }),
      catchError((cause: unknown) => {
        this.takeBack(messageOf(cause));
        return EMPTY;
      }),
    );
  }

  /** Has the engine open a document, unless it is the one that is open and its pedal is drawn. */
  private atHand({ document, decisions }: Moment): Observable<Opened | undefined> {
    const { pedal } = decisions.desk.playing;
    const isOpen = this.engine.holds(document) && document === this.document();
    if (isOpen && isEqual(pedal, this.drawnPedal)) return of(undefined);
    return this.engine.open(document, pedal);
  }

  private lay({ document, decisions }: Moment, { score, engravable }: Opened): void {
    this.drawnPedal = decisions.desk.playing.pedal;
    this.document.set(document);
    this.asWritten.set(score);
    this.engravable.set(engravable);
  }

  private stand(solved: Solved): void {
    this.decisions.set(solved.decisions);
    this.solved.set(solved);
    this.changing.set(false);
  }

  private takeBack(message: string): void {
    const stood = this.solved();
    if (stood) this.decisions.set(stood.decisions);
    this.changing.set(false);
    this.problem.set(`The last change could not be worked out and was taken back. ${message}`);
    this.happened.next({ kind: 'taken-back', message });
  }
}
