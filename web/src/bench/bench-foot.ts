import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { keyLabel } from '../commands/command';
import { handsAt, railRange } from '../keyboards/hand-moment';
import { HandRail } from '../keyboards/hand-rail';
import { PieceSession } from '../session/piece-session';
import { Preview } from '../session/preview';
import { Selection } from '../session/selection';
import { Player } from '../sound/player.service';
import { Transport } from '../sound/transport';
import { TransportStore } from '../sound/transport.store';
import { BenchCommands } from './bench-commands';

/** Under the score: how it is played, and the hands on the keys at what is heard, else at the chosen note. */
@Component({
  selector: 'ks-bench-foot',
  imports: [HandRail, Transport],
  template: `<ks-transport [playKey]="playKey" [loopKey]="loopKey" />
    <ks-hand-rail
      class="rail"
      [lowest]="range().lowest"
      [highest]="range().highest"
      [hands]="hands()"
      [fifths]="fifths()"
    />`,
  styleUrl: './bench-foot.less',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class BenchFoot {
  private readonly session = inject(PieceSession);
  private readonly preview = inject(Preview);
  private readonly selection = inject(Selection);
  private readonly player = inject(Player);
  private readonly commands = inject(BenchCommands).look;

  readonly playKey = keyLabel(this.commands.play);
  readonly loopKey = keyLabel(this.commands.loop);

  readonly hands = computed(() => {
    const [score, plan, chosen, ticks] = [
      this.session.score(),
      this.preview.plan(),
      this.selection.chosen(),
      this.player.at(),
    ];
    if (!score || !plan || !chosen) return [];
    return handsAt(score, plan, this.preview.notes(), ticks === undefined ? chosen.note : { onsetTicks: ticks });
  });

  readonly range = computed(() => {
    const [score, plan] = [this.session.score(), this.preview.plan()];
    return score && plan ? railRange(score, plan) : { lowest: 48, highest: 72 };
  });

  readonly fifths = computed(() => this.session.score()?.bars[this.selection.chosenBar()]?.key.fifths ?? 0);

  constructor() {
    inject(TransportStore).offer(() => {
      const [score, plan, chosen] = [this.session.score(), this.preview.plan(), this.selection.chosen()];
      const bar = this.selection.chosenBar();
      return score && plan && { score, plan, bar, fromTicks: chosen?.note.onsetTicks ?? 0 };
    });
  }
}
