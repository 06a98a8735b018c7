import { ChangeDetectionStrategy, Component, computed, inject, output } from '@angular/core';
import { NzButtonModule } from 'ng-zorro-antd/button';
import { NzPopconfirmModule } from 'ng-zorro-antd/popconfirm';
import { dayInWords } from '../parts/dates';
import { StudentsStore } from './students.store';

/** Those who have left the studio: taken in again, or thrown away for good. */
@Component({
  selector: 'ks-left-studio',
  imports: [NzButtonModule, NzPopconfirmModule],
  template: `@if (gone().length > 0) {
    <details>
      <summary>Left the studio: {{ gone().length }}</summary>
      <ul>
        @for (one of gone(); track one.id) {
          <li>
            <b>{{ one.name }}</b>
            <span class="soft">{{ one.words }}</span>
            <button nz-button nzSize="small" type="button" (click)="comeBack.emit(one.id)">Take back in</button>
            <button
              nz-button
              nzSize="small"
              type="button"
              nz-popconfirm
              [nzPopconfirmTitle]="
                'Everything that is kept about ' +
                one.name +
                ' goes for good: measures, lessons, memory checks, answers in the trainer. The pieces stay, for nobody.'
              "
              nzOkText="Throw away"
              nzCancelText="Keep"
              [attr.aria-label]="'Throw away what is kept about ' + one.name"
              (nzOnConfirm)="store.forget(one.id)"
            >
              Throw away
            </button>
          </li>
        }
      </ul>
    </details>
  }`,
  styles: `
    details {
      margin-top: 16px;
    }
    ul {
      margin: 6px 0 0;
      padding: 0;
      list-style: none;
    }
    li {
      margin-bottom: 10px;
    }
    .soft {
      display: block;
      color: var(--ink-soft);
      font-size: 14px;
    }
    button {
      margin: 2px 6px 0 0;
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class LeftStudio {
  readonly store = inject(StudentsStore);
  /** Somebody is to be taken back in. */
  readonly comeBack = output<string>();

  readonly gone = computed(() =>
    this.store.gone().map(({ id, name, leftAt, leaving, pieces }) => {
      const counted = pieces === 1 ? '1 piece' : `${pieces} pieces`;
      const where = pieces === 0 ? '' : leaving === 'archive' ? `, with ${counted}` : `; ${counted} stayed`;
      return { id, name, words: `left on ${dayInWords(new Date(leftAt))}${where}` };
    }),
  );
}
