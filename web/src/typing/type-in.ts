import {
  afterNextRender,
  ChangeDetectionStrategy,
  Component,
  computed,
  type ElementRef,
  inject,
  input,
  signal,
  viewChild,
} from '@angular/core';
import { takeUntilDestroyed } from '@angular/core/rxjs-interop';
import { Router } from '@angular/router';
import type { Side } from '@kettle-step/core';
import { isLowVoice, pitchesOfLast, standingAt, type Edit, type Template } from '@kettle-step/core/typing';
import { NzAlertModule } from 'ng-zorro-antd/alert';
import { NzButtonModule } from 'ng-zorro-antd/button';
import { KeyboardsService } from '../keyboards/keyboards.service';
import { PianoKeys } from '../keyboards/piano-keys';
import { PlaceHead } from '../parts/place-head';
import { beatFigure, HAND_WORDS } from '../parts/words';
import { ScoreView } from '../score/score-view';
import { Player } from '../sound/player.service';
import { AbcEditor } from './abc-editor';
import { Beginning } from './beginning';
import { lengthWords } from './lengths';
import { stretchOf } from './places';
import { STEP_BUTTONS, STEP_HINTS, stepCommandOf, type StepCommand } from './step-keys';
import { TypingStore } from './typing.store';

/** Steps after which the last stroke is heard. */
const HEARD: ReadonlySet<StepCommand['kind']> = new Set(['letter', 'alter', 'octave']);

/** Type it in: a text beside its engraving, written letter by letter, by single keys, or on a piano keyboard. */
@Component({
  selector: 'ks-type-in',
  imports: [AbcEditor, Beginning, NzAlertModule, NzButtonModule, PianoKeys, PlaceHead, ScoreView],
  providers: [TypingStore],
  templateUrl: './type-in.html',
  styleUrl: './type-in.less',
  host: { '(document:keydown)': 'pressAnywhere($event)' },
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class TypeIn {
  readonly store = inject(TypingStore);
  readonly keyboards = inject(KeyboardsService);
  readonly sound = inject(Player);
  private readonly router = inject(Router);
  private readonly editor = viewChild(AbcEditor);
  private readonly steps = viewChild<ElementRef<HTMLElement>>('steps');

  /** From the address: a piece of the shelf whose text is written anew. */
  readonly piece = input<string>();

  /** Another piece is about to be begun in place of this one. */
  readonly beginning = signal(!this.store.begun());
  /** Keys that are played join the chord that stands. */
  readonly joining = signal(false);
  private byText = true;
  readonly hints = STEP_HINTS;
  readonly buttons = STEP_BUTTONS;
  readonly start = this.store.typing();

  readonly length = computed(() => lengthWords(this.store.value()));
  readonly facts = computed(() => {
    const typed = this.store.typed();
    return typed ? `${typed.title} · ${typed.bars} ${typed.bars === 1 ? 'bar' : 'bars'} · ${typed.notes} notes` : '';
  });
  private readonly standing = computed(() => standingAt(this.store.typing()));
  /** Where the next note goes. */
  readonly place = computed(() => `bar ${this.standing().bar}, beat ${beatFigure(this.standing().beat)}`);
  readonly side = computed((): Side =>
    isLowVoice(this.store.typing().text, this.standing().voice) ? 'left' : 'right',
  );
  readonly hand = computed(() => HAND_WORDS[this.side()]);
  readonly listening = computed(() => {
    const midi = this.keyboards.midi();
    if (midi.kind === 'not-asked') return '';
    return midi.kind === 'none' ? midi.message : `Listening to ${midi.keyboards.map(({ name }) => name).join(', ')}.`;
  });

  constructor() {
    afterNextRender(() => this.takeUp());
    this.keyboards.chords.pipe(takeUntilDestroyed()).subscribe((keys) => {
      if (!this.beginning()) this.apply(this.store.strike(keys, this.joining()));
    });
  }

  begin(template: Template): void {
    this.apply(this.store.begin(template));
    this.beginning.set(false);
    // The strip is there once the form has gone.
    setTimeout(() => this.steps()?.nativeElement.focus());
  }

  press(event: KeyboardEvent): void {
    if (event.ctrlKey || event.metaKey || event.altKey) return;
    const command = stepCommandOf(event);
    if (!command) return;
    this.do(command);
    event.preventDefault();
  }

  /** Keys that hold in the whole place. */
  pressAnywhere(event: KeyboardEvent): void {
    if (!event.ctrlKey && !event.metaKey) return;
    const inText = event.target instanceof Element && event.target.closest('.cm-editor, input') !== null;
    const key = event.key.toLowerCase();
    if (key === 'enter') this.save();
    else if (inText) return;
    else if (key === 'z' && !event.shiftKey) this.editor()?.undo();
    else if (key === 'y' || key === 'z') this.editor()?.redo();
    else return;
    event.preventDefault();
  }

  do(command: StepCommand): void {
    this.apply(this.store.step(command));
    if (HEARD.has(command.kind)) void this.sound.strike(pitchesOfLast(this.store.typing()));
  }

  /** Whether a step that switches something is on; undefined for all others. */
  isOn({ kind }: StepCommand): boolean | undefined {
    const { dots, triplet } = this.store.value();
    return kind === 'dot' ? dots > 0 : kind === 'triplet' ? triplet : undefined;
  }

  /** A note chosen in the score: the caret goes behind it, and one goes on the way one was typing. */
  choose(id: string): void {
    const [place] = this.store.typed()?.places.get(id) ?? [];
    if (!place) return;
    this.editor()?.moveTo(stretchOf(this.store.typing().text, place).to);
    if (this.byText) this.editor()?.focus();
    else this.steps()?.nativeElement.focus();
  }

  /** Remembers which way of typing was used last. */
  typeBy(text: boolean): void {
    this.byText = text;
  }

  save(): void {
    if (this.store.saving() || this.beginning()) return;
    const id = this.store.pieceId();
    // On the bench it is seen what of the fingering stays, before anything is changed.
    if (id) return void this.router.navigate(['/pieces', id], { state: { newerText: this.store.typing().text } });
    this.store.save().subscribe(({ id }) => void this.router.navigate(['/pieces', id]));
  }

  private takeUp(): void {
    const id = this.piece();
    if (!id) return;
    this.beginning.set(false);
    this.store.open(id).subscribe((edit) => this.apply(edit));
  }

  private apply(edit: Edit | undefined): void {
    if (edit) this.editor()?.apply(edit);
  }
}
