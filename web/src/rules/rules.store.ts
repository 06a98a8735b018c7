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
import { takeUntilDestroyed } from '@angular/core/rxjs-interop';
import { telling } from '../parts/telling';
import { changed, type Changes } from '../saving/merge';
import { RulesSaving } from '../saving/rules-saving';
import { StudentSaving } from '../saving/student-saving';
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

  readonly houseSaving = inject(RulesSaving);
  readonly studentSaving = inject(StudentSaving);

  readonly problem = signal('');
  /** House rules and student as the server has them. */
  private readonly storedHouse = signal<HouseRules | undefined>(undefined);
  private readonly storedStudent = signal<Student | undefined>(undefined);
  /** The same with what is not saved yet. */
  readonly house = computed(() => {
    const house = this.storedHouse();
    return house && this.houseSaving.latest(house);
  });
  private readonly student = computed(() => {
    const student = this.storedStudent();
    return student && this.studentSaving.latest(student);
  });
  readonly students = signal<readonly StudentSummary[]>([]);
  readonly piece = computed(() => (this.session.solved() ? this.session.piece() : undefined));
  readonly for = signal<For>({ kind: 'house' });

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
    this.houseSaving.stored.pipe(takeUntilDestroyed()).subscribe((house) => {
      this.storedHouse.set(house);
      this.session.restand();
    });
    this.studentSaving.stored.pipe(takeUntilDestroyed()).subscribe((student) => {
      this.storedStudent.update((now) => (now?.id === student.id ? student : now));
      this.session.restand();
    });
  }

  load(): void {
    this.service
      .get()
      .pipe(telling(this.problem))
      .subscribe((house) => this.storedHouse.set(house));
    this.studentsService
      .list()
      .pipe(telling(this.problem))
      .subscribe((students) => this.students.set(students));
  }

  choose(whom: For): void {
    this.for.set(whom);
    if (whom.kind !== 'student') return;
    if (this.storedStudent()?.id !== whom.id) this.storedStudent.set(undefined);
    this.studentsService
      .get(whom.id)
      .pipe(telling(this.problem))
      .subscribe((student) => {
        const now = this.for();
        // Somebody else may have been chosen since.
        if (now.kind === 'student' && now.id === student.id) this.storedStudent.set(student);
      });
  }

  /** Answers a question in the chosen layer; undefined leaves it to the layers under it. */
  settle<Question extends keyof RulesFile>(question: Question, answer: RulesFile[Question]): void {
    const answers: Changes<RulesFile> = { [question]: answer };
    const rules = changed<RulesFile>(this.own(), answers);
    const [house, student] = [this.storedHouse(), this.storedStudent()];
    switch (this.for().kind) {
      case 'house':
        if (house) this.houseSaving.keep(house, answers);
        return;
      case 'student':
        if (student) this.studentSaving.keep(student, { rules });
        return;
      case 'piece': {
        const decisions = this.session.decisions();
        return this.history.decide(setOwn(decisions, { hands: decisions.desk.hands, rules }));
      }
    }
  }

  private hands(): Settings['hands'] {
    const { kind } = this.for();
    if (kind === 'piece') return this.session.settings().hands;
    const hands = kind === 'student' ? (this.student()?.hands ?? null) : null;
    return settingsFor({ house: {}, student: { hands, rules: {} } }).hands;
  }
}
