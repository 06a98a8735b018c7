import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { FormsModule } from '@angular/forms';
import { PASS_PHRASE_LENGTH } from '@kettle-step/contract';
import { NzButtonModule } from 'ng-zorro-antd/button';
import { NzInputModule } from 'ng-zorro-antd/input';
import { telling } from '../parts/telling';
import { Access } from '../services/access';

/** The studio's pass phrase: set, changed, and this window locked. */
@Component({
  selector: 'ks-pass-phrase',
  imports: [FormsModule, NzButtonModule, NzInputModule],
  template: `<section aria-label="Pass phrase">
    <h2>Pass phrase</h2>
    <p>
      @switch (hasPassPhrase()) {
        @case (true) {
          The studio is locked by a pass phrase. A window that nobody uses for twelve hours locks itself.
        }
        @case (false) {
          Whoever sits at this machine can open the studio, with all that it says of children. A pass phrase locks it,
          and is needed before others on the network can be let in.
        }
      }
    </p>
    @if (hasPassPhrase()) {
      <button nz-button type="button" (click)="lock()">Lock it now</button>
    }
    @if (hasPassPhrase() !== undefined) {
      <details #details>
        <summary>{{ hasPassPhrase() ? 'Change the pass phrase' : 'Set a pass phrase' }}</summary>
        <form (ngSubmit)="set(details)">
          @for (field of fields(); track field.name) {
            <label
              >{{ field.label }}
              <input
                nz-input
                type="password"
                [name]="field.name"
                [attr.name]="field.name"
                [attr.autocomplete]="field.isNew ? 'new-password' : 'current-password'"
                [ngModel]="field.typed()"
                (ngModelChange)="field.typed.set($event)"
            /></label>
          }
          <button nz-button [disabled]="missing() !== ''" [nzLoading]="isSetting()">Set it</button>
          <span class="soft">{{ missing() }}</span>
        </form>
      </details>
    }
    <p role="status">{{ said() }}</p>
    @if (problem(); as words) {
      <p role="alert">{{ words }}</p>
    }
  </section>`,
  styleUrl: './studio-archive.less',
  styles: `
    label {
      display: block;
      max-width: 420px;
      margin: 6px 0;
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class PassPhrase {
  private readonly access = inject(Access);
  readonly hasPassPhrase = signal<boolean | undefined>(undefined);
  private readonly current = signal('');
  private readonly phrase = signal('');
  private readonly again = signal('');
  readonly fields = computed(() => [
    ...(this.hasPassPhrase()
      ? [{ name: 'current', label: 'Pass phrase until now', isNew: false, typed: this.current }]
      : []),
    { name: 'new', label: 'New pass phrase, four words or more', isNew: true, typed: this.phrase },
    { name: 'again', label: 'The same again', isNew: true, typed: this.again },
  ]);
  readonly isSetting = signal(false);
  readonly said = signal('');
  readonly problem = signal('');

  /** What is still wrong with what is typed. */
  readonly missing = computed(() => {
    const short = PASS_PHRASE_LENGTH.min - [...this.phrase()].length;
    if (short > 0) return `${short} more ${short === 1 ? 'character' : 'characters'}`;
    return this.phrase() === this.again() ? '' : 'The two are not the same yet.';
  });

  constructor() {
    this.access
      .look()
      .pipe(telling(this.problem))
      .subscribe(({ hasPassPhrase }) => this.hasPassPhrase.set(hasPassPhrase));
  }

  set(details: HTMLDetailsElement): void {
    this.problem.set('');
    this.said.set('');
    this.isSetting.set(true);
    this.access
      .setPassPhrase({ current: this.hasPassPhrase() ? this.current() : null, passPhrase: this.phrase() })
      .pipe(telling(this.problem))
      .subscribe({
        next: ({ hasPassPhrase }) => {
          this.hasPassPhrase.set(hasPassPhrase);
          for (const field of [this.current, this.phrase, this.again]) field.set('');
          details.open = false;
          this.said.set('The pass phrase is set. Other windows are locked; this one is not.');
        },
        complete: () => this.isSetting.set(false),
      });
  }

  lock(): void {
    this.problem.set('');
    this.access.lock().pipe(telling(this.problem)).subscribe();
  }
}
