import { ChangeDetectionStrategy, Component, inject, output, signal } from '@angular/core';
import type { RestoreReport } from '@kettle-step/contract';
import { NzAlertModule } from 'ng-zorro-antd/alert';
import { NzButtonModule } from 'ng-zorro-antd/button';
import { finalize } from 'rxjs';
import { FileDoor } from '../parts/file-door';
import { messageOf } from '../parts/words';
import { ArchiveService } from '../services/archive.service';

const OUTCOME_WORDS: Readonly<Record<RestoreReport['pieces'][number]['outcome'], string>> = {
  added: 'added',
  same: 'as it was',
  beside: 'beside yours',
  refused: 'not taken',
};

/** The whole studio as one file: out for safe keeping, in again here or on another machine. */
@Component({
  selector: 'ks-studio-archive',
  imports: [FileDoor, NzAlertModule, NzButtonModule],
  templateUrl: './studio-archive.html',
  styleUrl: './studio-archive.less',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class StudioArchive {
  private readonly archive = inject(ArchiveService);

  /** Pieces have come onto the shelf. */
  readonly restored = output();
  readonly address = this.archive.address;
  readonly words = OUTCOME_WORDS;
  readonly report = signal<RestoreReport | undefined>(undefined);
  readonly problem = signal('');
  readonly working = signal(false);
  /** How many pieces of how many are in; undefined before it is known. */
  readonly step = signal<{ readonly done: number; readonly of: number } | undefined>(undefined);

  take(file: File): void {
    this.working.set(true);
    this.problem.set('');
    this.report.set(undefined);
    this.step.set(undefined);
    this.archive
      .restore(file)
      .pipe(finalize(() => this.working.set(false)))
      .subscribe({
        next: (told) => {
          if (told.kind === 'step') return this.step.set(told);
          this.report.set(told.report);
          this.restored.emit();
        },
        error: (cause: unknown) => this.problem.set(messageOf(cause)),
      });
  }
}
