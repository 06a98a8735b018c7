import { ChangeDetectionStrategy, Component, inject, input } from '@angular/core';
import { FormsModule } from '@angular/forms';
import { NzCheckboxModule } from 'ng-zorro-antd/checkbox';
import { keyLabel, wordsOf, type Command, type CommandGroup } from './command';
import { Letters } from './letters';

/** All keys of a place, and the switch for single letters. */
@Component({
  selector: 'ks-keys-sheet',
  imports: [FormsModule, NzCheckboxModule],
  template: `@for (group of groups(); track group.title) {
      <h3>{{ group.title }}</h3>
      <dl>
        @for (command of linesOf(group); track $index) {
          <dt>
            <kbd>{{ label(command) }}</kbd>
          </dt>
          <dd>{{ command.does ?? words(command) }}</dd>
        }
      </dl>
    }
    <p>
      <label nz-checkbox [ngModel]="letters.on()" (ngModelChange)="letters.set($event)"
        >Single letters, digits and signs are commands. Take this off if they get in your way.</label
      >
    </p>`,
  styles: `
    dl {
      display: grid;
      grid-template-columns: max-content 1fr;
      gap: 3px 14px;
      margin: 4px 0 14px;
    }
    dd {
      margin: 0;
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class KeysSheet {
  readonly groups = input.required<readonly CommandGroup[]>();
  readonly letters = inject(Letters);
  readonly label = keyLabel;
  readonly words = wordsOf;

  linesOf({ commands }: CommandGroup): readonly Command[] {
    return Object.values(commands).filter((command) => keyLabel(command) !== '');
  }
}
