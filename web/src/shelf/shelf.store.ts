import { computed, inject, Injectable, Injector, signal } from '@angular/core';
import type { PieceSummary, StudentSummary } from '@kettle-step/contract';
import { catchError, map, of } from 'rxjs';
import { messageOf } from '../parts/words';
import { PiecesService } from '../services/pieces.service';
import { StudentsService } from '../services/students.service';
import { PieceSession } from '../session/piece-session';
import { arranged, choicesOf, NO_WISHES, type ShelfWishes } from './shelf-order';

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
  readonly arranged = computed(() => arranged(this.pieces(), this.wishes()));
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
  }

  showAll(): void {
    this.wishes.update(({ order }) => ({ ...NO_WISHES, order }));
  }

  remove(piece: PieceSummary): void {
    this.service.remove(piece.id).subscribe({
      next: () => {
        // What knows the open piece starts workers; the shelf stands without it.
        const session = this.injector.get(PieceSession);
        if (session.piece()?.id === piece.id) session.close();
        this.load();
      },
      error: (cause: unknown) => this.refusal.set(`${piece.title}: ${messageOf(cause)}`),
    });
  }
}
