import { ChangeDetectionStrategy, Component, computed, inject, input, output } from '@angular/core';
import { FormsModule } from '@angular/forms';
import type { PatternWish } from '@kettle-step/core';
import { NzButtonModule } from 'ng-zorro-antd/button';
import { pretty } from '../parts/words';
import { PassesStore } from './passes.store';

/** In which keys the chosen student has passed the pattern, round the circle of fifths. */
@Component({
  selector: 'ks-pass-list',
  imports: [FormsModule, NzButtonModule],
  template: `<label
      >Passed by
      <select class="ant-input" name="passed-by" [ngModel]="store.studentId()" (ngModelChange)="store.choose($event)">
        <option value="">…</option>
        @for (person of store.people(); track person.id) {
          <option [value]="person.id">{{ person.name }}</option>
        }
      </select></label
    >
    @if (store.student(); as student) {
      <div class="keys" role="group" [attr.aria-label]="'Keys ' + student.name + ' has passed'">
        @for (key of keys(); track key.tonic) {
          <button
            type="button"
            class="chip"
            [class.chosen]="key.tonic === wish().tonic"
            [attr.aria-label]="pretty(key.tonic) + (key.passedOn ? ', passed on ' + key.passedOn : ', not yet')"
            [title]="key.passedOn ? 'passed on ' + key.passedOn : 'not yet'"
            (click)="choose.emit(key.tonic)"
          >
            {{ pretty(key.tonic) }}{{ key.passedOn ? ' ✓' : '' }}
          </button>
        }
      </div>
      <button nz-button nzSize="small" type="button" (click)="store.toggle(wish())">
        {{ isPassed() ? 'Not yet after all' : 'Passed today' }}
      </button>
      <span class="soft">{{ passed() }} of {{ keys().length }} keys</span>
    }
    @if (store.problem(); as words) {
      <p role="alert">{{ words }}</p>
    }`,
  styles: `
    select {
      width: auto;
      max-width: 160px;
      padding: 1px 6px;
    }
    .keys {
      display: flex;
      flex-wrap: wrap;
      gap: 3px;
      margin: 4px 0;
    }
    .soft {
      margin-left: 6px;
      color: var(--ink-soft);
      font-size: 14px;
    }
  `,
  providers: [PassesStore],
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class PassList {
  readonly store = inject(PassesStore);
  readonly wish = input.required<PatternWish>();
  readonly choose = output<string>();
  readonly pretty = pretty;

  readonly keys = computed(() => this.store.keysOf(this.wish()));
  readonly passed = computed(() => this.keys().filter(({ passedOn }) => passedOn !== undefined).length);
  readonly isPassed = computed(() => this.store.isPassed(this.wish()));
}
