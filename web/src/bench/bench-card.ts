import { ChangeDetectionStrategy, Component, type ElementRef, inject, viewChild } from '@angular/core';
import { FormsModule } from '@angular/forms';
import { LONGEST_REMARK } from '@kettle-step/contract';
import { NzInputModule } from 'ng-zorro-antd/input';
import { BarCard } from '../bar-card/bar-card';
import { OtherWaysList } from '../bar-card/other-ways';
import { OtherWaysStore } from '../bar-card/other-ways.store';
import { CommandButton } from '../commands/command-button';
import { PieceSession } from '../session/piece-session';
import { Selection } from '../session/selection';
import { Actions } from './actions';
import { BenchCommands } from './bench-commands';
import { BenchView } from './bench-view';
import { GeneralHere } from './plans/general-here';
import { RulesHere } from './rules-here';
import { TrialHere } from './trial-here';

/** The card of the chosen bar: what it is, what can be decided about it, and a remark. */
@Component({
  selector: 'ks-bench-card',
  imports: [BarCard, CommandButton, FormsModule, GeneralHere, NzInputModule, OtherWaysList, RulesHere, TrialHere],
  templateUrl: './bench-card.html',
  styleUrl: './bench-card.less',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class BenchCard {
  readonly session = inject(PieceSession);
  readonly selection = inject(Selection);
  readonly others = inject(OtherWaysStore);
  readonly actions = inject(Actions);
  readonly commands = inject(BenchCommands).decide;
  readonly view = inject(BenchView);
  /** Where a remark on the bar is written. */
  private readonly remarkField = viewChild<ElementRef<HTMLTextAreaElement>>('remarkField');

  readonly longestRemark = LONGEST_REMARK;

  constructor() {
    this.view.writeRemark = () => this.remarkField()?.nativeElement.focus();
  }
}
