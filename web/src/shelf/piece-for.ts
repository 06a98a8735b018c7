import { ChangeDetectionStrategy, Component, inject, input } from '@angular/core';
import { FormsModule } from '@angular/forms';
import type { PieceSummary } from '@kettle-step/contract';
import { ShelfStore } from './shelf.store';

/** Whom a piece is for, chosen among the students. */
@Component({
  selector: 'ks-piece-for',
  imports: [FormsModule],
  template: `<select
    class="ant-input"
    [name]="'for-' + piece().id"
    [attr.aria-label]="'Whom ' + piece().title + ' is for'"
    [ngModel]="piece().studentId ?? ''"
    (ngModelChange)="store.give(piece(), $event || null)"
  >
    <option value="">for nobody yet</option>
    @for (person of store.people(); track person.id) {
      <option [value]="person.id">{{ person.name }}</option>
    }
  </select>`,
  styles: `
    select {
      max-width: 170px;
      padding: 1px 4px;
      border-color: transparent;
      background: transparent;

      &:hover,
      &:focus {
        border-color: var(--line-strong);
      }
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class PieceFor {
  readonly store = inject(ShelfStore);
  readonly piece = input.required<PieceSummary>();
}
