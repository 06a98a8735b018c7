import { ChangeDetectionStrategy, Component, computed, inject, input, signal } from '@angular/core';
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
  type Note,
  type Pitch,
  type Score,
  type Side,
} from '@kettle-step/core';
import { NzAlertModule } from 'ng-zorro-antd/alert';
import { NzButtonModule } from 'ng-zorro-antd/button';
import { NzInputModule } from 'ng-zorro-antd/input';
import { beatFigure, HAND_WORDS, pretty } from '../../parts/words';
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

  readonly score = input.required<Score>();
  readonly note = input<Note>();
  readonly bar = input.required<number>();
  readonly pieceId = input.required<string>();
  readonly side = input.required<Side>();

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
    const [note, named] = [this.note(), VALUES.find((one) => one.name === name)];
    if (note && named) this.store.correct({ kind: 'length', noteId: note.id, value: named.value });
  }

  toggleTie(): void {
    const note = this.note();
    if (note) this.store.correct({ kind: 'tie', noteId: note.id, tied: note.tiedIds.length === 0 });
  }

  otherStaff(): void {
    const note = this.note();
    if (note) this.store.correct({ kind: 'hand', noteId: note.id, side: note.side === 'right' ? 'left' : 'right' });
  }

  setVoice(voice: string): void {
    const note = this.note();
    if (note) this.store.correct({ kind: 'voice', noteId: note.id, voice });
  }

  takeOut(): void {
    const note = this.note();
    if (note) this.store.correct({ kind: 'delete', noteId: note.id });
  }

  add(): void {
    const [pitch, named] = [readPitchName(this.addPitch()), VALUES.find(({ name }) => name === this.addValue())];
    const bar = this.score().bars[this.bar()];
    this.addProblem.set(pitch ? '' : 'Write the pitch as letter, accidental and octave, such as F#4; middle C is C4.');
    if (!pitch || !named || !bar) return;
    const quarters = beatTicks(this.score(), bar.metre) / this.score().ticksPerQuarter;
    const missing = bar.missingTicks / this.score().ticksPerQuarter;
    this.store.correct({
      kind: 'add',
      bar: this.bar(),
      side: this.side(),
      atQuarters: Math.max(0, (Number(this.addBeat()) - 1) * quarters - missing),
      pitch,
      value: named.value,
    });
  }

  insertBar(after: boolean): void {
    this.store.correct({ kind: 'insert-bar', before: this.bar() + (after ? 1 : 0) });
  }

  deleteBar(): void {
    this.store.correct({ kind: 'delete-bar', bar: this.bar() });
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
    const note = this.note();
    if (note) this.store.correct({ kind: 'pitch', noteId: note.id, pitch: change(note.pitch) });
  }
}
