import { computed, inject, Injectable, Injector, signal } from '@angular/core';
import { type PieceSummary, type StudentSummary } from '@kettle-step/contract';
import { suitedTo, wordNew, type AskingPiece } from '@kettle-step/core';
import { catchError, map, of } from 'rxjs';
import { messageOf } from '../parts/words';
import { PiecesService } from '../services/pieces.service';
import { StudentsService } from '../services/students.service';
import { PieceSession } from '../session/piece-session';
import { arranged, choicesOf, NEXT, NO_WISHES, NOW, type ShelfWishes, type Suitable } from './shelf-order';

type Shown =
  | { readonly kind: 'loading' }
  | { readonly kind: 'failed'; readonly message: string }
  | { readonly kind: 'ready'; readonly pieces: readonly PieceSummary[] };

/** The pieces on the shelf and what of them is looked for; it stays while one is elsewhere. */
@Injectable({ providedIn: 'root' })
export class ShelfStore {
  private readonly service = inject(PiecesService);
  private readonly studentsService = inject(StudentsService);
  private readonly injector = inject(Injector);

  readonly shown = signal<Shown>({ kind: 'loading' });
  /** Whom pieces can be for. */
  readonly people = signal<readonly StudentSummary[]>([]);
  readonly wishes = signal(NO_WISHES);
  /** Why a piece could not be taken off, or given to somebody. */
  readonly refusal = signal('');

  readonly pieces = computed(() => {
    const shown = this.shown();
    return shown.kind === 'ready' ? shown.pieces : [];
  });
  /** The moves each piece asks for, once somebody wants to know. */
  private readonly asking = signal<readonly AskingPiece[] | undefined>(undefined);
  private readonly suitable = computed((): Suitable | undefined => {
    const [asking, { suits }] = [this.asking(), this.wishes()];
    const student = this.people().find(({ id }) => suits === NOW + id || suits === NEXT + id);
    if (!asking || !student) return undefined;
    return new Map(
      suitedTo(asking, student.rules).map(({ piece, untaught }, place) => [piece.id, { place, untaught }]),
    );
  });
  readonly arranged = computed(() => arranged(this.pieces(), this.wishes(), this.suitable()));
  readonly students = computed(() => choicesOf(this.pieces(), ({ student }) => student));
  readonly keys = computed(() => choicesOf(this.pieces(), ({ key }) => key));
  readonly isChosen = computed(() => {
    const { order: _, ...wishes } = this.wishes();
    return Object.values(wishes).some((wish) => wish !== '');
  });

  load(): void {
    this.service
      .list()
      .pipe(
        map((pieces): Shown => ({ kind: 'ready', pieces })),
        catchError((cause: unknown) => of<Shown>({ kind: 'failed', message: messageOf(cause) })),
      )
      .subscribe((shown) => this.shown.set(shown));
    this.studentsService.list().subscribe({
      next: (people) => this.people.set(people),
      // The pieces are what the shelf is for; they say whom they are for by themselves.
      error: () => undefined,
    });
  }

  /** Says whom a piece is for; null for nobody. */
  give(piece: PieceSummary, studentId: string | null): void {
    this.studentsService.givePiece(piece.id, studentId).subscribe({
      next: () => this.load(),
      error: (cause: unknown) => this.refusal.set(`${piece.title}: ${messageOf(cause)}`),
    });
  }

  wish(wish: Partial<ShelfWishes>): void {
    this.wishes.update((wishes) => ({ ...wishes, ...wish }));
    if (wish.suits) this.loadMoves();
  }

  /** What of a piece would be new to the student it should suit; undefined where nobody asks. */
  newIn({ id }: PieceSummary): string | undefined {
    const suited = this.suitable()?.get(id);
    return suited && wordNew(suited);
  }

  /** Counts what is taken off the shelf. */
  readonly takenOff = signal(0);

  showAll(): void {
    this.wishes.update(({ order }) => ({ ...NO_WISHES, order }));
  }

  private loadMoves(): void {
    this.studentsService.asked().subscribe({
      next: (asking) => this.asking.set(asking),
      error: (cause: unknown) => this.refusal.set(messageOf(cause)),
    });
  }

  remove(piece: PieceSummary): void {
    this.service.remove(piece.id).subscribe({
      next: () => {
        // What knows the open piece starts workers; the shelf stands without it.
        const session = this.injector.get(PieceSession);
        if (session.piece()?.id === piece.id) session.close();
        this.takenOff.update((count) => count + 1);
        this.load();
      },
      error: (cause: unknown) => this.refusal.set(`${piece.title}: ${messageOf(cause)}`),
    });
  }
}
