import {
  afterNextRender,
  ChangeDetectionStrategy,
  Component,
  type ElementRef,
  inject,
  signal,
  viewChild,
} from '@angular/core';
import { takeUntilDestroyed } from '@angular/core/rxjs-interop';
import { FormsModule } from '@angular/forms';
import { NzButtonModule } from 'ng-zorro-antd/button';
import { NzInputModule } from 'ng-zorro-antd/input';
import { exhaustMap, filter, fromEvent } from 'rxjs';
import { telling } from '../parts/telling';
import { Access } from '../services/access';

/** Covers everything until the pass phrase is given. What was under way goes on then. */
@Component({
  selector: 'ks-lock-screen',
  imports: [FormsModule, NzButtonModule, NzInputModule],
  template: `<form role="dialog" aria-modal="true" aria-labelledby="locked" (ngSubmit)="unlock()">
    <h1 id="locked">Kettle Step is locked</h1>
    <label>
      Pass phrase
      <input
        #field
        nz-input
        type="password"
        name="pass-phrase"
        autocomplete="current-password"
        [ngModel]="phrase()"
        (ngModelChange)="phrase.set($event)"
      />
    </label>
    <button nz-button nzType="primary" [nzLoading]="isTrying()" [disabled]="phrase() === ''">Unlock</button>
    <p role="alert">{{ problem() }}</p>
    <p class="soft">Work that is not saved yet waits, and is saved as soon as it is unlocked.</p>
    <p class="soft">Forgotten? On the machine that runs Kettle Step: stop it, then <code>npm run pass-phrase</code>.</p>
  </form>`,
  styles: `
    :host {
      position: fixed;
      inset: 0;
      z-index: 2000;
      display: grid;
      place-items: center;
      padding: 16px;
      background: var(--paper);
    }
    form {
      width: min(420px, 100%);
    }
    h1 {
      margin: 0 0 16px;
      font-size: 28px;
    }
    input {
      margin: 4px 0 12px;
    }
    p {
      margin: 12px 0 0;
    }
    code {
      white-space: nowrap;
    }
    .soft {
      color: var(--ink-soft);
      font-size: 14px;
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class LockScreen {
  private readonly access = inject(Access);
  private readonly field = viewChild.required<ElementRef<HTMLInputElement>>('field');
  readonly phrase = signal('');
  readonly isTrying = signal(false);
  readonly problem = signal('');

  constructor() {
    afterNextRender(() => this.field().nativeElement.focus());
    // It may have been unlocked in another window.
    fromEvent(document, 'visibilitychange')
      .pipe(
        filter(() => document.visibilityState === 'visible'),
        exhaustMap(() => this.access.look().pipe(telling(this.problem))),
        takeUntilDestroyed(),
      )
      .subscribe();
  }

  unlock(): void {
    this.problem.set('');
    this.isTrying.set(true);
    this.access
      .unlock(this.phrase())
      .pipe(telling(this.problem))
      .subscribe({ complete: () => this.isTrying.set(false) });
  }
}
