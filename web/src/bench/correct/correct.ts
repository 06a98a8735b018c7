import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { FormsModule } from '@angular/forms';
import { RouterLink } from '@angular/router';
import {
  beatOf,
  beatTicks,
  halfStepBeside,
  parsePitch,
  pitchName,
  respelled,
  stepBeside,
  type Correction,
  type Note,
  type Pitch,
} from '@kettle-step/core';
import { NzAlertModule } from 'ng-zorro-antd/alert';
import { NzButtonModule } from 'ng-zorro-antd/button';
import { NzInputModule } from 'ng-zorro-antd/input';
import { beatFigure, HAND_WORDS, pretty } from '../../parts/words';
import { BenchStore } from '../bench.store';
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
  imports: [FormsModule, NzAlertModule, NzButtonModule, NzInputModule, RouterLink],
  templateUrl: './correct.html',
  styleUrl: './correct.less',
  host: { '(document:keydown)': 'press($event)' },
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class Correct {
  readonly store = inject(CorrectStore);

  private readonly bench = inject(BenchStore);

  // Read where they are made: a wish that has waited finds things as they are by then.
  private readonly note = computed(() => this.bench.chosen()?.note);
  private readonly score = computed(() => this.bench.score()!);
  private readonly bar = this.bench.chosenBar;
  readonly side = computed(() => this.bench.chosenPlace().side);
  readonly pieceId = computed(() => this.bench.piece()?.id);

  readonly values = VALUES;
  readonly addPitch = signal('C4');
  readonly addBeat = signal(1);
  readonly addValue = signal('quarter');
  readonly addProblem = signal('');

  readonly number = computed(() => this.score().bars[this.bar()]?.number ?? this.bar() + 1);
  private readonly fifths = computed(() => this.score().bars[this.bar()]?.key.fifths ?? 0);
  readonly hand = computed(() => HAND_WORDS[this.side()]);
  readonly otherHand = computed(() => HAND_WORDS[this.side() === 'right' ? 'left' : 'right']);

  readonly facts = computed(() => {
    const note = this.note();
    if (!note) return undefined;
    const value = note.graceIndex !== null ? 'grace note' : valueNameOf(this.score(), note);
    return {
      pitch: pretty(pitchName(note.pitch)),
      place: `bar ${this.number()}, beat ${beatFigure(beatOf(this.score(), note))}`,
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

  step(by: number): void {
    this.setPitch((pitch) => stepBeside(pitch, by, this.fifths()));
  }

  halfStep(by: 1 | -1): void {
    this.setPitch((pitch) => halfStepBeside(pitch, by));
  }

  respell(): void {
    this.setPitch(respelled);
  }

  setValue(name: string): void {
    const named = VALUES.find((one) => one.name === name);
    if (named) this.onNote(({ id }) => ({ kind: 'length', noteId: id, value: named.value }));
  }

  toggleTie(): void {
    this.onNote(({ id, tiedIds }) => ({ kind: 'tie', noteId: id, tied: tiedIds.length === 0 }));
  }

  otherStaff(): void {
    this.onNote(({ id, side }) => ({ kind: 'hand', noteId: id, side: side === 'right' ? 'left' : 'right' }));
  }

  setVoice(voice: string): void {
    this.onNote(({ id }) => ({ kind: 'voice', noteId: id, voice }));
  }

  takeOut(): void {
    this.onNote(({ id }) => ({ kind: 'delete', noteId: id }));
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

  look(event: Event): void {
    const field = event.target as HTMLInputElement;
    const [file] = [...(field.files ?? [])];
    if (file) this.store.look(file);
    field.value = '';
  }

  press(event: KeyboardEvent): void {
    const isField = event.target instanceof HTMLInputElement || event.target instanceof HTMLTextAreaElement;
    if (event.altKey && (event.key === 'ArrowUp' || event.key === 'ArrowDown')) {
      const by = event.key === 'ArrowUp' ? 1 : -1;
      if (event.shiftKey) this.halfStep(by);
      else this.step(by);
    } else if (event.key === 'Delete' && !isField) this.takeOut();
    else return;
    event.preventDefault();
  }

  private setPitch(change: (pitch: Pitch) => Pitch): void {
    this.onNote(({ id, pitch }) => ({ kind: 'pitch', noteId: id, pitch: change(pitch) }));
  }

  private onNote(correction: (note: Note) => Correction): void {
    this.store.correct(() => {
      const note = this.note();
      return note && correction(note);
    });
  }
}
