import { ChangeDetectionStrategy, Component, inject } from '@angular/core';
import { PieceSession } from '../session/piece-session';
import { Saving } from '../session/saving';

const WORDS = { saved: 'saved', saving: 'saving…', failed: 'not saved', held: 'changed elsewhere' } as const;

/** Whether the work on the open piece is kept. */
@Component({
  selector: 'ks-save-state',
  template: `@if (piece()) {
    @let now = state();
    <span role="status" [class]="now.kind">{{ words[now.kind] }}</span>
  }`,
  styles: `
    :host {
      flex: none;
      margin-left: auto;
    }
    span {
      display: block;
      min-width: 48px;
      margin-left: 6px;
      text-align: center;
      color: var(--ink-soft);
    }
    .failed,
    .held {
      font-weight: 700;
      color: var(--ink);
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class SaveState {
  readonly piece = inject(PieceSession).piece;
  readonly state = inject(Saving).state;
  readonly words = WORDS;
}
