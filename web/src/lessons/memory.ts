import {
  ChangeDetectionStrategy,
  Component,
  computed,
  effect,
  inject,
  input,
  linkedSignal,
  signal,
  untracked,
} from '@angular/core';
import { FormsModule } from '@angular/forms';
import { type MemoryCheck } from '@kettle-step/contract';
import {
  KINDS,
  PATTERN_KINDS,
  patternWish,
  tonicsOf,
  type PatternKind,
  subjectInWords,
  type StandingSubject,
} from '@kettle-step/core';
import { NzButtonModule } from 'ng-zorro-antd/button';
import { NzInputModule } from 'ng-zorro-antd/input';
import { Choices, type Choice } from '../parts/choices';
import { keptDayInWords } from '../parts/dates';
import { pretty } from '../parts/words';
import { LessonMemoryStore } from './memory.store';

const OUTCOMES: readonly Choice<MemoryCheck['outcome']>[] = [
  { value: 'passed', words: 'pass' },
  { value: 'not-yet', words: 'not yet' },
];

const STATE_WORDS = { passed: 'passed', lapsed: 'passed before', 'not-yet': 'not yet' } as const;

/** Memory checks at a lesson: what is due is passed, or not yet, by one press. */
@Component({
  selector: 'ks-lesson-memory',
  imports: [Choices, FormsModule, NzButtonModule, NzInputModule],
  templateUrl: './memory.html',
  styleUrl: './memory.less',
  providers: [LessonMemoryStore],
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class LessonMemory {
  readonly store = inject(LessonMemoryStore);
  readonly studentId = input.required<string>();
  readonly day = input.required<string>();

  readonly kinds = PATTERN_KINDS.map((kind) => ({ kind, words: KINDS[kind].words }));
  /** A pattern, or none for what is said in words. */
  readonly kind = signal<PatternKind | ''>('');
  readonly tonics = computed(() => {
    const kind = this.kind();
    return kind === '' ? [] : tonicsOf(patternWish({ tonic: 'C', kind }));
  });
  readonly tonic = linkedSignal(() => this.tonics()[0] ?? 'C');
  readonly words = signal('');
  readonly outcomes = OUTCOMES;
  readonly inWords = subjectInWords;
  readonly pretty = pretty;

  constructor() {
    effect(() => {
      const lesson = { studentId: this.studentId(), day: this.day() };
      untracked(() => this.store.open(lesson));
    });
  }

  stateOf({ standing }: StandingSubject): string {
    return `${STATE_WORDS[standing.state]}, last on ${keptDayInWords(standing.lastOn)}`;
  }

  /** Writes down what was asked for besides: a pattern, or what is said in words. */
  add(outcome: 'passed' | 'not-yet'): void {
    const [kind, words] = [this.kind(), this.words().trim()];
    if (kind !== '') this.store.check({ kind: 'pattern', wish: patternWish({ tonic: this.tonic(), kind }) }, outcome);
    else if (words !== '') this.store.check({ kind: 'words', words }, outcome);
    this.words.set('');
  }
}
