import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { toObservable, toSignal } from '@angular/core/rxjs-interop';
import { RouterLink } from '@angular/router';
import { completeRules, layerOf, type Layer } from '@kettle-step/contract';
import { HOUSE_QUESTIONS, unusualRules, type HouseQuestion, type RuleActed, type Rules } from '@kettle-step/core';
import { catchError, debounceTime, map, of, startWith, switchMap } from 'rxjs';
import { EngineService } from '../services/engine.service';
import { PieceSession } from '../session/piece-session';
import { Selection } from '../session/selection';

/** Looked up once nothing has changed for so long, ms: it takes a plan for each rule. */
const QUIET_MS = 400;

/** What has no example of its own among the questions of the house. */
const OTHER_WORDS: Readonly<Partial<Record<keyof Rules, string>>> = {
  moves: 'which moves have been taught',
  fastRepeatsPerSecond: 'from when repeated notes are fast',
  connected: 'which voice is connected',
};

const LAYER_WORDS: Readonly<Record<Layer, string>> = {
  piece: 'for this piece',
  student: 'for this student',
  house: 'house rule',
  usual: 'as usual',
};

const wordsOf = (rule: keyof Rules, rules: Rules): string => {
  const question = HOUSE_QUESTIONS.find(({ id }): boolean => id === rule) as HouseQuestion | undefined;
  if (!question) return OTHER_WORDS[rule] ?? '';
  const answer = question.answers.find(({ value }): boolean => value === rules[rule]);
  return `${question.words.toLowerCase()}: ${answer?.words ?? String(rules[rule])}`;
};

/** The rules that decided about the chosen bar, with the way to where they are settled. */
@Component({
  selector: 'ks-rules-here',
  imports: [RouterLink],
  template: `@for (one of here(); track one.rule) {
    <p>
      <b>{{ one.layer }}</b> decided here:
      <a [routerLink]="one.way" [queryParams]="one.query">{{ one.words }}</a>
    </p>
  }`,
  styles: `
    p {
      margin: 4px 0;
      font-size: 14px;
    }

    b {
      display: inline-block;
    }

    b::first-letter {
      text-transform: uppercase;
    }

    a {
      text-decoration: underline;
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class RulesHere {
  private readonly session = inject(PieceSession);
  private readonly selection = inject(Selection);
  private readonly engine = inject(EngineService);

  private readonly rules = computed(() => completeRules(this.session.settings().rules));
  private readonly acted = toSignal(
    toObservable(this.session.solved).pipe(
      debounceTime(QUIET_MS),
      switchMap((solved) =>
        solved && unusualRules(this.rules()).length > 0
          ? this.engine.rulesActed(this.session.givenFor(solved.decisions)).pipe(
              startWith(undefined),
              catchError(() => of(undefined)),
            )
          : of(undefined),
      ),
      map((acted): readonly RuleActed[] => acted ?? []),
    ),
    { initialValue: [] },
  );

  readonly here = computed(() => {
    const { side, bar } = this.selection.chosenPlace();
    const { desk } = this.session.decisions();
    const standing = this.session.standing();
    const studentId = this.session.piece()?.studentId ?? null;
    return this.acted()
      .filter((one) => one.side === side && one.bar === bar)
      .map(({ rule }) => {
        const layer = layerOf(rule, standing, desk.rules);
        const isTaught = rule === 'moves' && layer === 'student';
        const whom = layer === 'piece' ? { piece: 'open' } : layer === 'student' ? { student: studentId } : {};
        return {
          rule,
          layer: LAYER_WORDS[layer],
          words: wordsOf(rule, this.rules()),
          way: isTaught && studentId !== null ? ['/students', studentId] : ['/rules'],
          query: isTaught ? {} : { ...whom, rule },
        };
      });
  });
}
