import { ChangeDetectionStrategy, Component, computed, effect, inject, input, untracked } from '@angular/core';
import { FormsModule } from '@angular/forms';
import { Router, RouterLink } from '@angular/router';
import { rulesOver, type RulesFile, type Settings } from '@kettle-step/contract';
import { DEFAULT_RULES, HOUSE_QUESTIONS, type HouseQuestion } from '@kettle-step/core';
import { NzAlertModule } from 'ng-zorro-antd/alert';
import { NzInputNumberModule } from 'ng-zorro-antd/input-number';
import { PlaceHead } from '../parts/place-head';
import { SavingProblems } from '../saving/saving-problems';
import { Examples } from './examples';
import { RuleExample } from './rule-example';
import { RulesStore, type For } from './rules.store';

interface AnswerRow {
  readonly value: HouseQuestion['answers'][number]['value'];
  readonly words: string;
  readonly isChosen: boolean;
  readonly settings: Settings;
}

interface QuestionRow {
  readonly id: HouseQuestion['id'];
  readonly words: string;
  readonly example: string;
  readonly note: string;
  readonly answers: readonly AnswerRow[];
  /** What holds where the question is left open here; empty for the studio, whose usual answer comes first. */
  readonly open: string;
  readonly isOpen: boolean;
}

const HOUSE = 'house';
const PIECE = 'piece';

/** The house rules: every question on which teachers differ, with what each answer leads to. */
@Component({
  selector: 'ks-rules',
  imports: [FormsModule, NzAlertModule, NzInputNumberModule, PlaceHead, RouterLink, RuleExample, SavingProblems],
  templateUrl: './rules.html',
  styleUrl: './rules.less',
  providers: [Examples, RulesStore],
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class Rules {
  readonly store = inject(RulesStore);
  private readonly router = inject(Router);
  /** For whom, and the question that is looked for; the address names them. */
  readonly student = input<string>();
  readonly piece = input<string>();
  readonly rule = input<string>();

  readonly HOUSE = HOUSE;
  readonly PIECE = PIECE;
  readonly chosen = computed(() => {
    const whom = this.store.for();
    return whom.kind === 'student' ? whom.id : whom.kind;
  });
  readonly perSecond = computed(
    () => this.store.settings().rules.fastRepeatsPerSecond ?? DEFAULT_RULES.fastRepeatsPerSecond,
  );

  readonly questions = computed((): readonly QuestionRow[] => {
    const [own, under, settings] = [this.store.own(), this.store.under(), this.store.settings()];
    const isHouse = this.store.for().kind === 'house';
    return HOUSE_QUESTIONS.map((question: HouseQuestion): QuestionRow => {
      const { id, words, example, note = '', answers } = question;
      const standing = under[id] ?? DEFAULT_RULES[id];
      const settled = own[id];
      const isOpen = settled === undefined;
      return {
        id,
        words,
        example,
        note,
        isOpen: isOpen && !isHouse,
        open: isHouse ? '' : (answers.find(({ value }) => value === standing)?.words ?? String(standing)),
        answers: answers.map(({ value, words: answer }) => ({
          value,
          words: answer,
          isChosen: isOpen ? isHouse && value === DEFAULT_RULES[id] : value === settled,
          settings: { ...settings, rules: rulesOver(settings.rules, { [id]: value } as RulesFile) },
        })),
      };
    });
  });

  constructor() {
    this.store.load();
    effect(() => {
      const [student, piece] = [this.student(), this.piece()];
      const whom: For = student ? { kind: 'student', id: student } : { kind: piece ? 'piece' : 'house' };
      untracked(() => this.store.choose(whom));
    });
    effect(() => {
      const rule = this.rule();
      if (rule !== undefined && this.store.isReady())
        setTimeout(() => document.getElementById(`rule-${rule}`)?.scrollIntoView({ block: 'start' }));
    });
  }

  goTo(whom: string): void {
    const queryParams = whom === HOUSE ? {} : whom === PIECE ? { piece: 'open' } : { student: whom };
    void this.router.navigate(['/rules'], { queryParams });
  }

  /** Settles a question; for the studio the usual answer needs no keeping. */
  settle(id: HouseQuestion['id'], value: AnswerRow['value'] | undefined): void {
    const isUsual = this.store.for().kind === 'house' && value === DEFAULT_RULES[id];
    this.store.settle(id, (isUsual ? undefined : value) as RulesFile[typeof id]);
  }

  setPerSecond(value: number | null): void {
    if (value !== null && value >= 1 && value <= 20 && value !== this.perSecond())
      this.store.settle('fastRepeatsPerSecond', value);
  }
}
