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
import { isLowVoice, standingAt, type Template } from '@kettle-step/core/typing';
import { NzAlertModule } from 'ng-zorro-antd/alert';
import { NzButtonModule } from 'ng-zorro-antd/button';
import type { Command, CommandGroup } from '../commands/command';
import { CommandButton } from '../commands/command-button';
import { pressKeys } from '../commands/press-keys';
import { KeyboardsService } from '../keyboards/keyboards.service';
import { PianoKeys } from '../keyboards/piano-keys';
import { keep, kept } from '../parts/kept';
import { PlaceHead } from '../parts/place-head';
import { beatFigure, HAND_WORDS } from '../parts/words';
import { ScoreView } from '../score/score-view';
import { Player } from '../sound/player.service';
import { AbcEditor } from './abc-editor';
import { Beginning } from './beginning';
import { lengthWords } from './lengths';
import { stretchOf } from './places';
import { TypingCommands } from './typing.commands';
import { TypingStore } from './typing.store';

/** Under this name the browser keeps whether the text is open beside the music. */
const TEXT_OPEN = 'typing.text';

/** Type it in: music on staves, entered by single keys or on a piano keyboard; the text it is kept as can be opened beside it. */
@Component({
  selector: 'ks-type-in',
  imports: [AbcEditor, Beginning, CommandButton, NzAlertModule, NzButtonModule, PianoKeys, PlaceHead, ScoreView],
  providers: [TypingStore, TypingCommands],
  templateUrl: './type-in.html',
  styleUrl: './type-in.less',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class TypeIn {
  readonly store = inject(TypingStore);
  readonly keyboards = inject(KeyboardsService);
  readonly sound = inject(Player);
  readonly commands = inject(TypingCommands);
  private readonly router = inject(Router);
  private readonly editor = viewChild(AbcEditor);
  private readonly music = viewChild<ElementRef<HTMLElement>>('music');

  /** From the address: a piece of the shelf whose text is written anew. */
  readonly piece = input<string>();

  /** Title, key and metre of a piece that is about to be begun stand above the music. */
  readonly beginning = signal(!this.store.begun());
  /** The text is open beside the music. */
  readonly textOpen = signal(kept(TEXT_OPEN) === true);
  private byText = false;
  readonly fingers = [1, 2, 3, 4, 5] as const;
  readonly start = this.store.typing();
  readonly lengths: readonly Command[] = Object.values(this.commands.lengths);
  /** Letters and fingers have buttons of their own. */
  readonly notes: readonly Command[] = Object.values<Command>(this.commands.notes).slice(2);

  /** What holds in the whole place. */
  readonly place = {
    save: {
      words: () => (this.store.pieceId() ? 'To the bench' : 'Onto the shelf'),
      keys: ['$mod+Enter'],
      inText: true,
      can: () => (this.store.typed()?.notes ?? 0) > 0 && !this.store.saving(),
      run: () => this.save(),
    },
    undo: { words: 'Undo', keys: ['$mod+z'], run: () => this.editor()?.undo() },
    redo: { words: 'Redo', keys: ['$mod+Shift+z', '$mod+y'], run: () => this.editor()?.redo() },
    text: {
      words: 'ABC text',
      does: 'Open the text of the piece beside the music',
      keys: [],
      isOn: this.textOpen,
      run: () => this.toggleText(),
    },
  } as const satisfies Record<string, Command>;

  readonly length = computed(() => lengthWords(this.store.value()));
  readonly facts = computed(() => {
    const typed = this.store.typed();
    return typed ? `${typed.title} · ${typed.bars} ${typed.bars === 1 ? 'bar' : 'bars'} · ${typed.notes} notes` : '';
  });
  private readonly standing = computed(() => standingAt(this.store.typing()));
  /** Where the next note goes. */
  readonly where = computed(() => `bar ${this.standing().bar}, beat ${beatFigure(this.standing().beat)}`);
  readonly side = computed((): Side =>
    isLowVoice(this.store.typing().text, this.standing().voice) ? 'left' : 'right',
  );
  readonly hand = computed(() => HAND_WORDS[this.side()]);
  readonly caret = computed(() => ({ afterId: this.store.litId(), side: this.side() }));
  readonly listening = this.keyboards.midiWords;

  constructor() {
    pressKeys([{ title: 'The place', commands: this.place } satisfies CommandGroup]);
    // Single keys enter notes where the music is, and nowhere else.
    pressKeys(this.commands.entering, { within: () => this.music()?.nativeElement, alwaysLetters: true });
    this.store.edits.pipe(takeUntilDestroyed()).subscribe((edit) => this.editor()?.apply(edit));
    this.keyboards.chords.pipe(takeUntilDestroyed()).subscribe((keys) => this.store.strike(keys));
    afterNextRender(() => {
      const id = this.piece();
      if (!id) return;
      this.beginning.set(false);
      this.textOpen.set(true);
      this.store.open(id);
    });
  }

  /** The head follows what is chosen, as long as there is nothing under it. */
  choose(template: Template): void {
    if (!this.store.begun()) this.store.begin(template);
  }

  begin(template: Template): void {
    this.store.begin(template);
    this.beginning.set(false);
    // The music is in its place once the form has gone.
    setTimeout(() => this.music()?.nativeElement.focus());
  }

  toggleText(): void {
    this.textOpen.update((open) => !open);
    keep(TEXT_OPEN, this.textOpen());
    this.music()?.nativeElement.focus();
  }

  /** A note chosen in the score: the caret goes behind it, and one goes on the way one was typing. */
  chooseNote(id: string): void {
    const [place] = this.store.typed()?.places.get(id) ?? [];
    if (!place) return;
    this.editor()?.moveTo(stretchOf(this.store.typing().text, place).to);
    if (this.byText && this.textOpen()) this.editor()?.focus();
    else this.music()?.nativeElement.focus();
  }

  /** Remembers which way of typing was used last. */
  typeBy(text: boolean): void {
    this.byText = text;
  }

  private save(): void {
    const id = this.store.pieceId();
    // On the bench it is seen what of the fingering stays, before anything is changed.
    if (id) return void this.router.navigate(['/pieces', id], { state: { newerText: this.store.typing().text } });
    this.store.save().subscribe(({ id }) => void this.router.navigate(['/pieces', id]));
  }
}
