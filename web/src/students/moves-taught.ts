import { ChangeDetectionStrategy, Component, computed, input, output } from '@angular/core';
import { FormsModule } from '@angular/forms';
import { levelOf, LEVELS, rulesAtLevel, type RulesFile } from '@kettle-step/contract';
import { MOVE_KINDS, MOVE_WORDS, type MoveKind } from '@kettle-step/core';

/** How a move is meant to be used. */
export const USES = ['freely', 'sparingly', 'not yet'] as const;
export type Use = (typeof USES)[number];

/** A move that is used sparingly counts so many times its usual price; our choice. */
const SPARINGLY = 2;

export const useOf = ({ moves = {} }: RulesFile, kind: MoveKind): Use => {
  const price = moves[kind];
  if (price === 'untaught') return 'not yet';
  return typeof price === 'number' && price > 1 ? 'sparingly' : 'freely';
};

export const withUse = (rules: RulesFile, kind: MoveKind, use: Use): RulesFile => {
  const { [kind]: _, ...others } = rules.moves ?? {};
  if (use === 'freely') return { ...rules, moves: others };
  return { ...rules, moves: { ...others, [kind]: use === 'not yet' ? 'untaught' : SPARINGLY } };
};

/** Which moves have been taught: by ready-made steps, or one by one. */
@Component({
  selector: 'ks-moves-taught',
  imports: [FormsModule],
  template: `@for (level of levels; track level.id) {
      <label class="level">
        <input
          type="radio"
          name="level"
          [value]="level.id"
          [checked]="levelId() === level.id"
          (change)="changed.emit(atLevel(level.id))"
        />
        {{ level.label }}
      </label>
    }
    <details>
      <summary>{{ levelId() ? 'Move by move' : 'Move by move: a choice of your own' }}</summary>
      @for (move of moves(); track move.kind) {
        <label class="move"
          >{{ move.words }}
          <select
            class="ant-input"
            [name]="move.kind"
            [ngModel]="move.use"
            (ngModelChange)="changed.emit(used(move.kind, $event))"
          >
            @for (use of uses; track use) {
              <option [value]="use">{{ use }}</option>
            }
          </select></label
        >
      }
    </details>`,
  styles: `
    .level {
      display: block;
      padding: 4px 0;
    }
    .move {
      display: flex;
      align-items: center;
      justify-content: space-between;
      max-width: 360px;
      min-height: 30px;
    }
    select {
      width: auto;
      padding: 1px 6px;
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class MovesTaught {
  readonly rules = input.required<RulesFile>();
  readonly changed = output<RulesFile>();

  readonly levels = LEVELS;
  readonly uses = USES;
  readonly levelId = computed(() => levelOf(this.rules())?.id ?? '');
  readonly moves = computed(() =>
    MOVE_KINDS.map((kind) => ({ kind, words: MOVE_WORDS[kind], use: useOf(this.rules(), kind) })),
  );

  atLevel(id: string): RulesFile {
    const level = LEVELS.find((one) => one.id === id);
    return level ? rulesAtLevel(this.rules(), level) : this.rules();
  }

  used(kind: MoveKind, use: Use): RulesFile {
    return withUse(this.rules(), kind, use);
  }
}
