import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { FormsModule } from '@angular/forms';
import { RouterLink } from '@angular/router';
import { settingsOfStudent } from '@kettle-step/contract';
import { NzCheckboxModule } from 'ng-zorro-antd/checkbox';
import { messageOf } from '../parts/words';
import { StudentsService } from '../services/students.service';
import { PieceSession } from '../session/piece-session';
import { Actions } from './actions';

/** Whether the piece is worked out with its student's hands and moves, as they are at the time. */
@Component({
  selector: 'ks-follows',
  imports: [FormsModule, NzCheckboxModule, RouterLink],
  template: `@if (student(); as student) {
      <p>
        <label nz-checkbox [ngModel]="follows()" (ngModelChange)="set($event)">as {{ student.name }}’s</label>
        <a [routerLink]="['/students', student.id]">{{ student.name }}’s hands and moves</a>
      </p>
      <p class="soft">
        {{
          follows()
            ? 'What is changed below is for this piece alone.'
            : 'This piece has a hand and moves of its own, as below.'
        }}
      </p>
    }
    @if (problem(); as words) {
      <p role="alert">{{ words }}</p>
    }`,
  styles: `
    p {
      margin: 0 0 4px;
    }
    .soft {
      color: var(--ink-soft);
      font-size: 14px;
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class Follows {
  private readonly students = inject(StudentsService);
  private readonly session = inject(PieceSession);
  private readonly actions = inject(Actions);
  readonly problem = signal('');

  readonly student = computed(() => {
    const piece = this.session.piece();
    return piece?.studentId ? { id: piece.studentId, name: piece.student } : undefined;
  });
  readonly follows = computed(() => this.session.decisions().desk.follows === 'student');

  set(follows: boolean): void {
    const [student, { settings }] = [this.student(), this.session.decisions().desk];
    if (!student) return;
    if (!follows) return this.actions.setSettings(settings, 'piece');
    this.students.get(student.id).subscribe({
      next: (now) => this.actions.setSettings(settingsOfStudent(now), 'student'),
      error: (cause: unknown) => this.problem.set(messageOf(cause)),
    });
  }
}
