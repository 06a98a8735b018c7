import {
  ChangeDetectionStrategy,
  Component,
  computed,
  DOCUMENT,
  effect,
  inject,
  input,
  signal,
  untracked,
} from '@angular/core';
import { takeUntilDestroyed } from '@angular/core/rxjs-interop';
import { RouterLink } from '@angular/router';
import { NzSpinModule } from 'ng-zorro-antd/spin';
import { debounceTime, fromEvent } from 'rxjs';
import { CommandButton } from '../commands/command-button';
import { pressKeys } from '../commands/press-keys';
import { PlaceHead } from '../parts/place-head';
import { Visit } from '../services/visit';
import { Links } from '../session/links';
import { PieceSession } from '../session/piece-session';
import { SheetSteps } from '../sheet/sheet-steps';
import { StepMusic } from '../sheet/step-music';
import { Playback } from '../sound/playback';
import { Player as Sound } from '../sound/player.service';
import { CountAloud } from './count-aloud';
import { PlayerCommands } from './player.commands';
import { PlayerStore } from './player.store';

/** Round the music, CSS pixels; and as wide as it gets. */
const MARGINS = 56;
const WIDEST = 940;

/** The student plays along: one step of the sheet at a time, few and large controls. */
@Component({
  selector: 'ks-player',
  imports: [CommandButton, NzSpinModule, PlaceHead, RouterLink, StepMusic],
  templateUrl: './player.html',
  styleUrl: './player.less',
  providers: [SheetSteps, Links, Playback, PlayerStore, CountAloud, PlayerCommands],
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class PlayerPlace {
  private readonly sound = inject(Sound);
  private readonly window = inject(DOCUMENT).defaultView!;
  readonly session = inject(PieceSession);
  readonly visit = inject(Visit);
  readonly sheet = inject(SheetSteps);
  readonly store = inject(PlayerStore);
  readonly commands = inject(PlayerCommands);
  /** From the address. */
  readonly id = input.required<string>();
  readonly step = input<string>();

  readonly count = computed(() => this.sound.count()?.words ?? '');
  readonly pause = computed(() => {
    const state = this.sound.state();
    return state.kind === 'paused' ? state.pause.words : '';
  });
  readonly failure = computed(() => {
    const state = this.sound.state();
    return state.kind === 'failed' ? state.message : '';
  });
  /** The notes that are heard now. */
  readonly heard = computed((): readonly string[] => {
    const [score, ticks] = [this.session.score(), this.sound.at()];
    if (!score || ticks === undefined) return [];
    const voices = this.store.voices();
    return score.notes
      .filter(({ onsetTicks, side }) => onsetTicks === ticks && voices[side] !== 'off')
      .map(({ id }) => id);
  });
  /** As wide as the page has room for, CSS pixels. */
  readonly musicWidth = signal(this.roomForMusic());
  readonly beatsPlayed = computed(() =>
    this.store.growth() === 'all' ? '' : `${this.store.beats()} of ${this.store.allBeats()} beats`,
  );

  constructor() {
    fromEvent(this.window, 'resize')
      .pipe(debounceTime(120), takeUntilDestroyed())
      .subscribe(() => this.musicWidth.set(this.roomForMusic()));
    pressKeys(this.commands.groups);
    effect(() => {
      const [step, hasSteps] = [this.step(), this.store.steps().length > 1];
      if (step !== undefined && hasSteps) untracked(() => this.store.goTo(step));
    });
  }

  private roomForMusic(): number {
    return Math.min(WIDEST, this.window.innerWidth - MARGINS);
  }
}
