import { ChangeDetectionStrategy, Component, inject } from '@angular/core';
import { FormsModule } from '@angular/forms';
import { rulesAtLevel, type Level, type RulesFile } from '@kettle-step/contract';
import { RouterLink } from '@angular/router';
import { NzCheckboxModule } from 'ng-zorro-antd/checkbox';
import { NzDrawerModule } from 'ng-zorro-antd/drawer';
import { KeysSheet } from '../commands/keys-sheet';
import { MarkChoices } from '../score/mark-choices';
import { MARK_KINDS } from '../score/score-marks';
import { PieceSession } from '../session/piece-session';
import { Actions } from './actions';
import { BenchCommands } from './bench-commands';
import { BenchView } from './bench-view';
import { MARK_WORDS, SHEET_TITLES } from './bench-words';
import { AsksFor } from './asks-for';
import { Follows } from './follows';
import { FormSheet } from './form/form-sheet';
import { HandAndLevel } from './hand-and-level';
import { ReadOutSheet } from './read-out';
import { Versions } from './versions';

/** What lies over the desk while it is wanted: hand and level, versions, marks, keys. */
@Component({
  selector: 'ks-bench-sheets',
  imports: [
    AsksFor,
    Follows,
    FormSheet,
    FormsModule,
    HandAndLevel,
    KeysSheet,
    NzCheckboxModule,
    NzDrawerModule,
    ReadOutSheet,
    RouterLink,
    Versions,
  ],
  template: `<nz-drawer
    [nzVisible]="view.sheet() !== undefined"
    [nzTitle]="title"
    [nzWidth]="440"
    nzPlacement="right"
    (nzOnClose)="view.sheet.set(undefined)"
  >
    <ng-template #title>
      @if (view.sheet(); as open) {
        {{ titles[open] }}
      }
    </ng-template>
    <ng-container *nzDrawerContent>
      @if (view.sheet(); as open) {
        <div role="dialog" aria-modal="true" [attr.aria-label]="titles[open]">
          @switch (open) {
            @case ('level') {
              <ks-asks-for />
              <ks-follows />
              <p>
                <a routerLink="/rules" [queryParams]="{ piece: 'open' }">House rules for this piece</a>
              </p>
              <ks-hand-and-level
                [settings]="session.settings()"
                (handsChosen)="actions.setHands($event)"
                (levelChosen)="actions.setRules(atLevel($event))"
              />
            }
            @case ('versions') {
              <ks-versions />
            }
            @case ('marks') {
              @for (kind of markKinds; track kind) {
                <p>
                  <label nz-checkbox [ngModel]="choices.marks()[kind]" (ngModelChange)="choices.toggle(kind)">{{
                    markWords[kind]
                  }}</label>
                </p>
              }
            }
            @case ('words') {
              <ks-read-out />
            }
            @case ('form') {
              <ks-form-sheet />
            }
            @case ('help') {
              <ks-keys-sheet [groups]="commands.groups" />
            }
          }
        </div>
      }
    </ng-container>
  </nz-drawer>`,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class BenchSheets {
  readonly session = inject(PieceSession);
  readonly view = inject(BenchView);
  readonly actions = inject(Actions);
  readonly commands = inject(BenchCommands);
  readonly choices = inject(MarkChoices);
  readonly titles = SHEET_TITLES;
  readonly markKinds = MARK_KINDS;

  atLevel(level: Level): RulesFile {
    return rulesAtLevel(this.session.decisions().desk.rules, level);
  }

  readonly markWords = MARK_WORDS;
}
