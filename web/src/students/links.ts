import { ChangeDetectionStrategy, Component, DOCUMENT, effect, inject, input, signal, untracked } from '@angular/core';
import { FormsModule } from '@angular/forms';
import type { StudentLink } from '@kettle-step/contract';
import { NzButtonModule } from 'ng-zorro-antd/button';
import { NzInputModule } from 'ng-zorro-antd/input';
import { keptDayInWords, momentInWords } from '../parts/dates';
import { telling } from '../parts/telling';
import { OwnPageService } from '../services/own-page.service';

/** Links to the student's own page: made, told once, and taken back. */
@Component({
  selector: 'ks-student-links',
  imports: [FormsModule, NzButtonModule, NzInputModule],
  template: `<p class="soft">
      Whoever has the link sees this week’s list, its sheets and players, and nothing else. No account is needed, and
      nothing can be changed with it.
    </p>
    <form (ngSubmit)="make()">
      <label
        >good until <input nz-input type="date" name="until" [ngModel]="until()" (ngModelChange)="until.set($event)"
      /></label>
      <button nz-button>Make a link</button>
    </form>
    @if (address(); as link) {
      <label class="made" role="status"
        >Copy it now; it is not shown again.
        <input nz-input readonly aria-label="The new link" [value]="link" (focus)="$any($event.target).select()"
      /></label>
    }
    <ul>
      @for (link of links(); track link.id) {
        <li>
          made {{ moment(link.createdAt) }}, {{ link.expiresOn ? 'good until ' + day(link.expiresOn) : 'no last day' }}
          <button
            nz-button
            nzSize="small"
            type="button"
            [attr.aria-label]="'Take back the link made ' + moment(link.createdAt)"
            (click)="takeBack(link.id)"
          >
            Take it back
          </button>
        </li>
      }
    </ul>
    @if (problem(); as words) {
      <p role="alert">{{ words }}</p>
    }`,
  styles: `
    form {
      display: flex;
      flex-wrap: wrap;
      gap: 8px;
      align-items: center;
    }
    form input {
      width: 150px;
    }
    ul {
      margin: 4px 0 0;
      padding: 0;
      list-style: none;
    }
    li {
      padding: 2px 0;
    }
    .made {
      display: block;
      margin: 6px 0;
    }
    .soft {
      margin: 0 0 4px;
      color: var(--ink-soft);
      font-size: 14px;
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class StudentLinks {
  private readonly service = inject(OwnPageService);
  private readonly document = inject(DOCUMENT);
  readonly studentId = input.required<string>();

  readonly links = signal<readonly StudentLink[]>([]);
  readonly until = signal('');
  readonly address = signal('');
  readonly problem = signal('');
  readonly moment = momentInWords;
  readonly day = keptDayInWords;

  constructor() {
    effect(() => {
      const id = this.studentId();
      untracked(() => {
        this.links.set([]);
        this.address.set('');
        this.fetch(id);
      });
    });
  }

  make(): void {
    const id = this.studentId();
    this.service
      .make(id, { expiresOn: this.until() || null })
      .pipe(telling(this.problem))
      .subscribe((token) => {
        this.address.set(new URL(`/my/${token}`, this.document.baseURI).href);
        this.fetch(id);
      });
  }

  takeBack(link: string): void {
    const id = this.studentId();
    this.service
      .takeBack(id, link)
      .pipe(telling(this.problem))
      .subscribe(() => {
        this.address.set('');
        this.fetch(id);
      });
  }

  private fetch(id: string): void {
    this.service
      .links(id)
      .pipe(telling(this.problem))
      .subscribe((links) => {
        if (this.studentId() === id) this.links.set(links);
      });
  }
}
