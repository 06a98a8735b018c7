import { ChangeDetectionStrategy, Component, computed, input } from '@angular/core';
import { NzButtonModule, type NzButtonSize, type NzButtonType } from 'ng-zorro-antd/button';
import { canRun, keyLabel, wordsOf, type Command } from './command';

/** The button of a command: its words, or a sign put inside; with its key in the words or beside them. */
@Component({
  selector: 'ks-command',
  imports: [NzButtonModule],
  template: `@let one = command();
    <button
      nz-button
      type="button"
      [nzType]="type()"
      [nzSize]="size()"
      [class.on]="isOn()"
      [disabled]="!can()"
      [attr.aria-label]="isSign() ? words() : null"
      [attr.aria-pressed]="isOn()"
      [title]="title()"
      (click)="one.run('')"
    >
      @if (isSign()) {
        <ng-content />
      } @else {
        {{ words() }}{{ withKey() && label() ? ' (' + label() + ')' : '' }}
      }
    </button>`,
  styles: ':host { display: contents; }',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class CommandButton {
  readonly command = input.required<Command>();
  readonly type = input<NzButtonType>('text');
  readonly size = input<NzButtonSize>('default');
  /** The key stands in the words. */
  readonly withKey = input(false);
  /** A sign is put inside in place of the words. */
  readonly isSign = input(false);

  readonly words = computed(() => wordsOf(this.command()));
  readonly label = computed(() => keyLabel(this.command()));
  readonly can = computed(() => canRun(this.command()));
  readonly isOn = computed(() => this.command().isOn?.());
  readonly title = computed(() => {
    const does = this.command().does ?? this.words();
    return this.label() ? `${does} (${this.label()})` : does;
  });
}
