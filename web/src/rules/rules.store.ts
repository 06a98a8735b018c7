import { computed, inject, Injectable, signal } from '@angular/core';
import {
  rulesOver,
  settingsFor,
  type HouseRules,
  type Layers,
  type RulesFile,
  type Settings,
  type Student,
  type StudentSummary,
} from '@kettle-step/contract';
import { concatMap, Subject, tap, type Observable } from 'rxjs';
import { takeUntilDestroyed } from '@angular/core/rxjs-interop';
import { telling } from '../parts/telling';
import { HouseRulesService } from '../services/house-rules.service';
import { StudentsService } from '../services/students.service';
import { setOwn } from '../session/decisions';
import { History } from '../session/history';
import { PieceSession } from '../session/piece-session';

/** For whom a question is settled: the whole studio, one student, or the piece that is open. */
export type For =
  { readonly kind: 'house' } | { readonly kind: 'student'; readonly id: string } | { readonly kind: 'piece' };

/** The questions of the house, settled in layers: a student's answer goes before the studio's, a piece's before both. */
@Injectable()
export class RulesStore {
  private readonly service = inject(HouseRulesService);
  private readonly studentsService = inject(StudentsService);
  private readonly session = inject(PieceSession);
  private readonly history = inject(History);

  readonly problem = signal('');
  readonly house = signal<HouseRules | undefined>(undefined);
  readonly students = signal<readonly StudentSummary[]>([]);
  private readonly student = signal<Student | undefined>(undefined);
  readonly piece = computed(() => (this.session.solved() ? this.session.piece() : undefined));
  readonly for = signal<For>({ kind: 'house' });
  private readonly saves = new Subject<() => Observable<unknown>>();

  /** Everything that is needed to settle questions for whoever is chosen. */
  readonly isReady = computed(() => {
    const { kind } = this.for();
    if (!this.house()) return false;
    return kind === 'house' || (kind === 'piece' ? this.piece() !== undefined : this.student() !== undefined);
  });

  private readonly standing = computed((): Layers => {
    const house = this.house()?.rules ?? {};
    switch (this.for().kind) {
      case 'house':
        return { house: {}, student: null };
      case 'student':
        return { house, student: null };
      case 'piece':
        return { house, student: this.session.standing().student };
    }
  });

  /** What is settled in this layer itself. */
  readonly own = computed((): RulesFile => {
    switch (this.for().kind) {
      case 'house':
        return this.house()?.rules ?? {};
      case 'student':
        return this.student()?.rules ?? {};
      case 'piece':
        return this.session.decisions().desk.rules;
    }
  });

  /** What holds where this layer leaves a question open. */
  readonly under = computed((): RulesFile => settingsFor(this.standing()).rules);

  /** Hands and rules that hold for whoever is chosen. */
  readonly settings = computed((): Settings => ({ hands: this.hands(), rules: rulesOver(this.under(), this.own()) }));

  constructor() {
    this.saves
      .pipe(
        // What could not be kept is shown as it stands on the server.
        concatMap((save) => save().pipe(tap({ error: () => this.reload() }), telling(this.problem))),
        takeUntilDestroyed(),
      )
      .subscribe();
  }

  load(): void {
    this.service
      .get()
      .pipe(telling(this.problem))
      .subscribe((house) => this.house.set(house));
    this.studentsService
      .list()
      .pipe(telling(this.problem))
      .subscribe((students) => this.students.set(students));
  }

  choose(whom: For): void {
    this.for.set(whom);
    if (whom.kind !== 'student') return;
    if (this.student()?.id !== whom.id) this.student.set(undefined);
    this.studentsService
      .get(whom.id)
      .pipe(telling(this.problem))
      .subscribe((student) => {
        const now = this.for();
        // Somebody else may have been chosen since.
        if (now.kind === 'student' && now.id === student.id) this.student.set(student);
      });
  }

  /** Settles a question for whoever is chosen; undefined leaves it to the layers under it. */
  settle<Question extends keyof RulesFile>(question: Question, answer: RulesFile[Question]): void {
    const { [question]: _, ...others } = this.own();
    const rules: RulesFile = answer === undefined ? others : { ...others, [question]: answer };
    switch (this.for().kind) {
      case 'house':
        return this.keepHouse(rules);
      case 'student':
        return this.keepStudent(rules);
      case 'piece': {
        const decisions = this.session.decisions();
        return this.history.decide(setOwn(decisions, { hands: decisions.desk.hands, rules }));
      }
    }
  }

  private reload(): void {
    this.load();
    this.choose(this.for());
  }

  private hands(): Settings['hands'] {
    const { kind } = this.for();
    if (kind === 'piece') return this.session.settings().hands;
    const hands = kind === 'student' ? (this.student()?.hands ?? null) : null;
    return settingsFor({ house: {}, student: { hands, rules: {} } }).hands;
  }

  private keepHouse(rules: RulesFile): void {
    const house = this.house();
    if (!house) return;
    // Shown at once; the revision counts on when it is kept.
    this.house.set({ ...house, rules });
    this.saves.next(() => {
      const baseRevision = this.house()?.revision ?? 0;
      return this.service.save({ rules, baseRevision }).pipe(
        tap((revision) => {
          this.house.update((now) => now && { ...now, revision });
          this.session.restand();
        }),
      );
    });
  }

  private keepStudent(rules: RulesFile): void {
    const student = this.student();
    if (!student) return;
    this.student.set({ ...student, rules });
    this.saves.next(() => {
      const { id, name, remarks, since, revision } = this.student() ?? student;
      return this.studentsService.save(id, { name, remarks, since, rules, baseRevision: revision }).pipe(
        tap((saved) => {
          this.student.update((now) => (now?.id === id ? { ...now, revision: saved } : now));
          this.session.restand();
        }),
      );
    });
  }
}
