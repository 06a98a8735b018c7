import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { FormsModule } from '@angular/forms';
import { RouterLink } from '@angular/router';
import {
  barInWords,
  beatOf,
  beatTicks,
  otherSide,
  parsePitch,
  pitchName,
  respelled,
  type Pitch,
} from '@kettle-step/core';
import { NzAlertModule } from 'ng-zorro-antd/alert';
import { NzButtonModule } from 'ng-zorro-antd/button';
import { NzInputModule } from 'ng-zorro-antd/input';
import { CommandButton } from '../../commands/command-button';
import { FileDoor } from '../../parts/file-door';
import { beatFigure, HAND_WORDS, numberOfBar, pretty } from '../../parts/words';
import { PieceSession } from '../../session/piece-session';
import { Selection } from '../../session/selection';
import { BenchCommands } from '../bench-commands';
import { CorrectStore } from './correct.store';
import { valueNameOf, VALUES } from './values';

/** What a teacher types for a pitch: a letter, an accidental, an octave; `F` alone lies near what is chosen. */
const readPitchName = (typed: string): Pitch | undefined => {
  const match = /^\s*([a-g])\s*(##?|♯|bb?|♭|)\s*(-?\d)\s*$/i.exec(typed);
  return match
    ? parsePitch(`${match[1]!.toUpperCase()}${match[2]!.replace('♯', '#').replace('♭', 'b')}${match[3]}`)
    : undefined;
};

/** Mends the music under the score: the chosen note, a note that is missing, a bar, or all of it by a newer file. */
@Component({
  selector: 'ks-correct',
  imports: [CommandButton, FileDoor, FormsModule, NzAlertModule, NzButtonModule, NzInputModule, RouterLink],
  templateUrl: './correct.html',
  styleUrl: './correct.less',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class Correct {
  readonly store = inject(CorrectStore);
  readonly commands = inject(BenchCommands).correcting;

  private readonly session = inject(PieceSession);
  private readonly selection = inject(Selection);

  // Read where they are made: a wish that has waited finds things as they are by then.
  private readonly note = computed(() => this.selection.chosen()?.note);
  private readonly score = computed(() => this.session.score()!);
  private readonly bar = this.selection.chosenBar;
  readonly side = computed(() => this.selection.chosenPlace().side);
  readonly pieceId = computed(() => this.session.piece()?.id);

  readonly values = VALUES;
  readonly addPitch = signal('C4');
  readonly addBeat = signal(1);
  readonly addValue = signal('quarter');
  readonly addProblem = signal('');

  readonly inBar = computed(() => barInWords(numberOfBar(this.score(), this.bar())));
  readonly hand = computed(() => HAND_WORDS[this.side()]);
  readonly otherHand = computed(() => HAND_WORDS[otherSide(this.side())]);

  readonly facts = computed(() => {
    const note = this.note();
    if (!note) return undefined;
    const value = note.graceIndex !== null ? 'grace note' : valueNameOf(this.score(), note);
    return {
      pitch: pretty(pitchName(note.pitch)),
      place: `${this.inBar()}, beat ${beatFigure(beatOf(this.score(), note))}`,
      value,
      tied: note.tiedIds.length > 0,
      // E as F flat is written too seldom to be offered.
      canRespell: note.pitch.alter !== 0 && respelled(note.pitch) !== note.pitch,
      otherName: pretty(pitchName(respelled(note.pitch))),
      voice: note.voice,
    };
  });

  /** Voices that stand on the note's staff in this piece, and one more. */
  readonly voices = computed(() => {
    const note = this.note();
    if (!note) return [];
    const used = this.score()
      .notes.filter(({ staff }) => staff === note.staff)
      .map(({ voice }) => voice);
    const free = Array.from({ length: 99 }, (_, index) => String(index + 1)).find(
      (voice) => !this.score().notes.some((one) => one.voice === voice),
    );
    return [...new Set([...used, ...(free ? [free] : [])])].sort((a, b) => Number(a) - Number(b));
  });

  respell(): void {
    this.store.setPitch(respelled);
  }

  setValue(name: string): void {
    const named = VALUES.find((one) => one.name === name);
    if (named) this.store.onNote(({ id }) => ({ kind: 'length', noteId: id, value: named.value }));
  }

  toggleTie(): void {
    this.store.onNote(({ id, tiedIds }) => ({ kind: 'tie', noteId: id, tied: tiedIds.length === 0 }));
  }

  otherStaff(): void {
    this.store.onNote(({ id, side }) => ({ kind: 'hand', noteId: id, side: otherSide(side) }));
  }

  setVoice(voice: string): void {
    this.store.onNote(({ id }) => ({ kind: 'voice', noteId: id, voice }));
  }

  add(): void {
    const [pitch, named] = [readPitchName(this.addPitch()), VALUES.find(({ name }) => name === this.addValue())];
    this.addProblem.set(pitch ? '' : 'Write the pitch as letter, accidental and octave, such as F#4; middle C is C4.');
    const [bar, side, beat] = [this.score().bars[this.bar()], this.side(), Number(this.addBeat())];
    if (!pitch || !named || !bar) return;
    const { ticksPerQuarter } = this.score();
    const ticks = (beat - 1) * beatTicks(this.score(), bar.metre) - bar.missingTicks;
    const atQuarters = Math.max(0, ticks / ticksPerQuarter);
    this.store.correct(() => ({ kind: 'add', bar: bar.index, side, atQuarters, pitch, value: named.value }));
  }

  insertBar(after: boolean): void {
    this.store.correct(() => ({ kind: 'insert-bar', before: this.bar() + (after ? 1 : 0) }));
  }

  deleteBar(): void {
    this.store.correct(() => ({ kind: 'delete-bar', bar: this.bar() }));
  }
}
