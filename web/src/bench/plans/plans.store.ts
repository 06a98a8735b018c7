import { computed, inject, Injectable, signal } from '@angular/core';
import { takeUntilDestroyed, toObservable } from '@angular/core/rxjs-interop';
import { type Beside, type StudentSummary } from '@kettle-step/contract';
import { fingersOfHand, SIDES, differencesFrom, seeing, type BarDifference } from '@kettle-step/core';
import { of, switchMap, type Observable } from 'rxjs';
import { telling } from '../../parts/telling';
import { PiecesService } from '../../services/pieces.service';
import { StudentsService } from '../../services/students.service';
import { notesAt, setFingers, type Place } from '../../session/decisions';
import { History } from '../../session/history';
import { PieceSession } from '../../session/piece-session';
import { Preview } from '../../session/preview';

/** The general plan beside a student's own one, and what is made of their differences. */
@Injectable()
export class PlansStore {
  private readonly pieces = inject(PiecesService);
  private readonly studentsService = inject(StudentsService);
  private readonly session = inject(PieceSession);
  private readonly history = inject(History);
  private readonly plan = inject(Preview).plan;

  readonly beside = signal<Beside | undefined>(undefined);
  readonly students = signal<readonly StudentSummary[]>([]);
  readonly problem = signal('');

  readonly general = computed(() => this.beside()?.general ?? undefined);
  readonly differences = computed((): readonly BarDifference[] => {
    const [general, score, plan] = [this.general(), this.session.score(), this.plan()];
    if (!general || !score || !plan) return [];
    return differencesFrom(score, general, new Map(SIDES.flatMap((side) => [...fingersOfHand(plan.hands[side])])));
  });
  /** Bars of which the general fingers have changed and were not looked at yet. */
  readonly changed = computed(() => this.differences().filter(({ isNew }) => isNew).length);

  constructor() {
    toObservable(computed(() => this.session.piece()?.id))
      .pipe(
        switchMap((id) => (id === undefined ? of(undefined) : this.pieces.beside(id).pipe(telling(this.problem)))),
        takeUntilDestroyed(),
      )
      .subscribe((beside) => this.beside.set(beside));
  }

  loadStudents(): void {
    this.studentsService
      .list()
      .pipe(telling(this.problem))
      .subscribe((students) => this.students.set(students));
  }

  /** Makes a student's own plan of the piece as it stands; gives its id. */
  make(studentId: string): Observable<string> {
    return this.pieces.addOwn(this.session.piece()?.id ?? '', studentId).pipe(telling(this.problem));
  }

  differenceAt(place: Place): BarDifference | undefined {
    return this.differences().find(({ side, bar }) => side === place.side && bar === place.bar);
  }

  /** Plays a bar as the general plan has it. */
  take({ side, bar, general }: BarDifference): void {
    const score = this.session.score();
    if (!score) return;
    const notes = notesAt(score, { side, bar });
    const fingers = notes.flatMap(({ id }, index) => {
      const finger = general[index] ?? null;
      return finger === null ? [] : [[id, finger] as const];
    });
    this.history.decide(setFingers(this.session.decisions(), new Map(fingers)));
    this.see({ side, bar });
  }

  /** Stays with the student's own fingers; the general ones of the bar count as looked at. */
  see(place: Place): void {
    const [beside, score, piece] = [this.beside(), this.session.score(), this.session.piece()];
    if (!beside?.general || !score || !piece) return;
    const seen = seeing(beside.general, new Set(notesAt(score, place).map(({ id }) => id)));
    this.beside.set({ ...beside, general: { ...beside.general, seen } });
    this.pieces.see(piece.id, seen).pipe(telling(this.problem)).subscribe();
  }
}
