import { ChangeDetectionStrategy, Component, computed, DOCUMENT, inject, signal } from '@angular/core';
import type { Backup, BackupReason } from '@kettle-step/contract';
import { NzButtonModule } from 'ng-zorro-antd/button';
import { NzPopconfirmModule } from 'ng-zorro-antd/popconfirm';
import { momentInWords } from '../parts/dates';
import { telling } from '../parts/telling';
import { BackupsService } from '../services/backups.service';

const WHY: Readonly<Record<BackupReason, string>> = {
  start: 'when the studio was opened',
  daily: 'of the day',
  migration: 'before a newer Kettle Step',
  restore: 'before another was put back',
  asked: 'made by you',
};

/** @example sizeInWords(2_400_000) // => '2.4 MB' */
export const sizeInWords = (bytes: number): string =>
  bytes < 1_000_000 ? `${Math.max(1, Math.round(bytes / 1000))} kB` : `${(bytes / 1_000_000).toFixed(1)} MB`;

/** Backups of the studio: made by themselves and by hand, put back in two presses. */
@Component({
  selector: 'ks-studio-backups',
  imports: [NzButtonModule, NzPopconfirmModule],
  template: `@if (shown(); as backups) {
    <section aria-label="Backups">
      <h2>Backups</h2>
      <p>
        Kettle Step keeps copies of the studio on this machine: of the last 14 days and 12 months. They do not replace a
        copy on another disk: download the studio for that.
      </p>
      <button nz-button type="button" (click)="make()">Back up now</button>
      @if (backups.length > 0) {
        <details>
          <summary>
            {{ backups.length }} {{ backups.length === 1 ? 'backup' : 'backups' }}, the last {{ backups[0]!.day }}
          </summary>
          <ul>
            @for (backup of backups; track backup.name) {
              <li>
                {{ backup.day }}, {{ backup.why }}, {{ backup.size }}
                <button
                  nz-button
                  nzSize="small"
                  type="button"
                  nz-popconfirm
                  nzPopconfirmTitle="Put the whole studio back as it was then? What it is now is backed up first."
                  nzOkText="Put it back"
                  nzCancelText="Leave it"
                  [attr.aria-label]="'Put back the backup of ' + backup.day"
                  (nzOnConfirm)="restore(backup.name)"
                >
                  Put it back
                </button>
              </li>
            }
          </ul>
        </details>
      }
      <p role="status">{{ said() }}</p>
      @if (problem(); as words) {
        <p role="alert">{{ words }}</p>
      }
    </section>
  }`,
  styleUrl: './studio-archive.less',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class StudioBackups {
  private readonly service = inject(BackupsService);
  private readonly window = inject(DOCUMENT).defaultView!;
  /** Null where there are none to be had. */
  private readonly backups = signal<readonly Backup[] | null>(null);
  readonly said = signal('');
  readonly problem = signal('');

  readonly shown = computed(() =>
    this.backups()?.map(({ name, madeAt, why, bytes }) => ({
      name,
      day: momentInWords(madeAt),
      why: WHY[why],
      size: sizeInWords(bytes),
    })),
  );

  constructor() {
    this.service
      .list()
      .pipe(telling(this.problem))
      .subscribe((backups) => this.backups.set(backups));
  }

  make(): void {
    this.problem.set('');
    this.service
      .make()
      .pipe(telling(this.problem))
      .subscribe((backups) => {
        this.backups.set(backups);
        this.said.set('The studio is backed up.');
      });
  }

  restore(name: string): void {
    this.problem.set('');
    this.said.set('Putting it back…');
    this.service
      .restore(name)
      .pipe(telling(this.problem))
      .subscribe({
        // Everything on the page is of before.
        next: () => this.window.location.reload(),
        complete: () => this.said.set(''),
      });
  }
}
