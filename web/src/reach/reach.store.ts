import { computed, inject, Injectable, signal } from '@angular/core';
import { takeUntilDestroyed, toObservable } from '@angular/core/rxjs-interop';
import type { PieceSummary, StudentSummary } from '@kettle-step/contract';
import {
  DEFAULT_HANDS,
  otherSide,
  type Caution,
  type Easing,
  type Hands,
  type Strain,
  type WayOut,
} from '@kettle-step/core';
import { debounceTime, forkJoin, map, of, switchMap, type Observable } from 'rxjs';
import { telling } from '../parts/telling';
import { EngineService } from '../services/engine.service';
import { PiecesService } from '../services/pieces.service';
import { StudentsService } from '../services/students.service';
import { ease, uneased } from '../session/decisions';
import { History } from '../session/history';
import { PieceSession } from '../session/piece-session';
import { Saving } from '../session/saving';

/** A hand that is looked at; nobody's is a medium adult one. */
export interface Whose {
  readonly id: string;
  readonly name: string;
  readonly hands: Hands;
  readonly isMeasured: boolean;
}

const NOBODY: Whose = { id: '', name: 'a medium adult', hands: DEFAULT_HANDS, isMeasured: false };

/** Strains of the piece by hand that is looked at. */
export interface Findings {
  readonly strains: readonly Strain[];
  readonly cautions: readonly Caution[];
}

const QUIET_MS = 60;

/** Whose reach is looked at, beside whose, and in which piece. */
@Injectable()
export class ReachStore {
  private readonly studentsService = inject(StudentsService);
  private readonly piecesService = inject(PiecesService);
  private readonly engine = inject(EngineService);
  private readonly history = inject(History);
  readonly session = inject(PieceSession);
  private readonly saving = inject(Saving);

  readonly problem = signal('');
  /** Why the piece cannot be opened. */
  readonly refusal = signal('');
  readonly students = signal<readonly StudentSummary[]>([]);
  readonly pieces = signal<readonly PieceSummary[]>([]);
  readonly studentId = signal<string | undefined>(undefined);
  readonly besideId = signal<string | undefined>(undefined);
  readonly pieceId = signal<string | undefined>(undefined);

  readonly whose = computed((): readonly Whose[] => {
    const [first, second] = [this.studentId(), this.besideId()].map((id) => this.whoseOf(id));
    return [first ?? NOBODY, ...(second ? [second] : [])];
  });
  /** The piece is open and fingered. */
  readonly isOpen = computed(() => {
    const id = this.pieceId();
    return id !== undefined && this.session.piece()?.id === id && this.session.state().kind === 'ready';
  });
  /** For each hand that is looked at, in the same order; undefined while it is worked out. */
  readonly findings = signal<readonly Findings[] | undefined>(undefined);

  constructor() {
    const wanted = computed(() => ({
      whose: this.whose(),
      solved: this.isOpen() ? this.session.solved() : undefined,
    }));
    toObservable(wanted)
      .pipe(
        debounceTime(QUIET_MS),
        switchMap(({ whose, solved }): Observable<readonly Findings[] | undefined> => {
          if (!solved) return of(undefined);
          const given = this.session.givenFor(solved.decisions);
          return forkJoin(
            whose.map(({ hands }) => {
              const settings = { ...given.desk.settings, hands };
              return this.engine.strains({ ...given, desk: { ...given.desk, settings } });
            }),
          ).pipe(
            map((all) => all.map(({ strains, cautions }) => ({ strains, cautions }))),
            telling(this.problem),
          );
        }),
        takeUntilDestroyed(),
      )
      .subscribe((findings) => this.findings.set(findings));
  }

  load(): void {
    this.studentsService
      .list()
      .pipe(telling(this.problem))
      .subscribe((students) => this.students.set(students));
    this.piecesService
      .list()
      .pipe(telling(this.problem))
      .subscribe((pieces) => this.pieces.set(pieces));
  }

  open(id: string | undefined): void {
    this.pieceId.set(id);
    this.refusal.set('');
    if (id !== undefined) this.saving.opened(id).pipe(telling(this.refusal)).subscribe();
  }

  take(way: WayOut, { side }: Strain): void {
    this.history.decide(ease(this.session.decisions(), way, otherSide(side)));
  }

  takeBack(easing: Easing): void {
    this.history.decide(uneased(this.session.decisions(), easing));
  }

  private whoseOf(id: string | undefined): Whose | undefined {
    const student = this.students().find((one) => one.id === id);
    if (!student) return undefined;
    const { name, hands } = student;
    return { id: student.id, name, hands: hands ?? DEFAULT_HANDS, isMeasured: hands !== null };
  }
}
