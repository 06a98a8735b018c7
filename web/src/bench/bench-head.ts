import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { RouterLink } from '@angular/router';
import { LEVELS, levelOf } from '@kettle-step/contract';
import { HAND_PRESETS } from '@kettle-step/core';
import { NzButtonModule } from 'ng-zorro-antd/button';
import { NzDropDownModule } from 'ng-zorro-antd/dropdown';
import { NzIconModule } from 'ng-zorro-antd/icon';
import { CommandButton } from '../commands/command-button';
import { PiecesService } from '../services/pieces.service';
import { PieceSession } from '../session/piece-session';
import { Progress } from '../session/progress';
import { BenchCommands } from './bench-commands';
import { BenchView } from './bench-view';

/** Forms in which the piece leaves the house. */
const WAYS_OUT: readonly { readonly form: string; readonly words: string; readonly numbers?: 'with-alternates' }[] = [
  { form: 'musicxml', words: 'MusicXML' },
  { form: 'musicxml', words: 'MusicXML, with numbers that would also do', numbers: 'with-alternates' },
  { form: 'mxl', words: 'MusicXML, packed (.mxl)' },
  { form: 'abc', words: 'ABC text' },
  { form: 'mid', words: 'MIDI' },
  { form: 'csv', words: 'Table of the plan (.csv)' },
];

/** The top row of the bench: whose piece it is, how far it is, and what can be looked at. */
@Component({
  selector: 'ks-bench-head',
  imports: [CommandButton, NzButtonModule, NzDropDownModule, NzIconModule, RouterLink],
  templateUrl: './bench-head.html',
  styleUrl: './bench-head.less',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class BenchHead {
  private readonly session = inject(PieceSession);
  private readonly progress = inject(Progress);
  private readonly pieces = inject(PiecesService);
  readonly commands = inject(BenchCommands);
  readonly view = inject(BenchView);
  readonly moreLooks = [
    this.commands.look.plans,
    this.commands.look.correct,
    this.commands.look.effort,
    this.commands.look.marks,
    this.commands.look.words,
    this.commands.look.form,
    this.commands.look.versions,
    this.commands.look.help,
  ];
  readonly handViews = ['both', 'right', 'left'] as const;

  readonly piece = computed(() => (this.session.state().kind === 'ready' ? this.session.piece() : undefined));
  readonly openBars = computed(() => `open ${this.progress.openPlaces().length} of ${this.progress.playedBars()}`);

  readonly handAndLevel = computed(() => {
    const { hands, rules } = this.session.settings();
    const hand = hands.right;
    const preset = HAND_PRESETS.find((one) => one.span15Mm === hand.span15Mm && one.span25Mm === hand.span25Mm);
    const level = LEVELS.indexOf(levelOf(rules) ?? LEVELS[LEVELS.length - 1]!);
    return `${preset?.label ?? `hand ${Math.round(hand.span15Mm)} mm`} · step ${level + 1}`;
  });

  readonly waysOut = computed(() =>
    WAYS_OUT.map(({ form, words, numbers }) => ({
      words,
      address: this.pieces.exportAddress(this.piece()?.id ?? '', form, numbers),
    })),
  );
}
