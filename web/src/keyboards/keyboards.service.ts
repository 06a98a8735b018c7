import { computed, DOCUMENT, inject, Injectable, type OnDestroy, signal } from '@angular/core';
import { buffer, debounceTime, filter, map, share, Subject, type Observable } from 'rxjs';
import { midiMessage, readMidiMessage, type KeyStroke } from './midi-message';

/** Where strokes come from: an instrument on a cable, or the one that ships with the application. */
export interface Keyboard {
  readonly id: string;
  readonly name: string;
}

/** Keys struck within this time of one another are one chord, ms. Our choice: slower hands still make chords, runs do not. */
const TOGETHER_MS = 70;

export type MidiState =
  | { readonly kind: 'not-asked' }
  | { readonly kind: 'none'; readonly message: string }
  | { readonly kind: 'listening'; readonly keyboards: readonly Keyboard[] };

/**
 * Piano keyboards that are played into the application. An instrument (Web MIDI) and the simulated one send the same bytes
 * through the same reading.
 */
@Injectable({ providedIn: 'root' })
export class KeyboardsService implements OnDestroy {
  private readonly navigator = inject(DOCUMENT).defaultView?.navigator;
  private readonly bytes = new Subject<ArrayLike<number>>();
  private access: MIDIAccess | undefined;

  readonly midi = signal<MidiState>({ kind: 'not-asked' });
  /** Which instruments are listened to, or why none is; empty until somebody asks for them. */
  readonly midiWords = computed(() => {
    const midi = this.midi();
    if (midi.kind === 'not-asked') return '';
    return midi.kind === 'none' ? midi.message : `Listening to ${midi.keyboards.map(({ name }) => name).join(', ')}.`;
  });

  readonly strokes: Observable<KeyStroke> = this.bytes.pipe(
    map(readMidiMessage),
    filter((stroke) => stroke !== undefined),
    share(),
  );

  /** Keys that were struck together, as MIDI numbers. */
  readonly chords: Observable<readonly number[]> = this.downs().pipe(
    buffer(this.downs().pipe(debounceTime(TOGETHER_MS))),
    filter((keys) => keys.length > 0),
  );

  /** Plays the simulated keyboard. */
  play(midi: number, isDown: boolean): void {
    this.bytes.next(midiMessage(midi, isDown));
  }

  /** Asks the browser for instruments; it asks the teacher in turn. */
  async listen(): Promise<void> {
    if (!this.navigator?.requestMIDIAccess) {
      this.midi.set({ kind: 'none', message: 'This browser cannot use MIDI keyboards.' });
      return;
    }
    try {
      this.access = await this.navigator.requestMIDIAccess();
    } catch {
      this.midi.set({ kind: 'none', message: 'The browser was not allowed to listen to MIDI keyboards.' });
      return;
    }
    this.access.onstatechange = () => this.connect();
    this.connect();
  }

  ngOnDestroy(): void {
    for (const input of this.inputs()) input.onmidimessage = null;
  }

  private downs(): Observable<number> {
    return this.strokes.pipe(
      filter((stroke) => stroke.kind === 'down'),
      map(({ midi }) => midi),
    );
  }

  private inputs(): readonly MIDIInput[] {
    return this.access ? [...this.access.inputs.values()] : [];
  }

  private connect(): void {
    const inputs = this.inputs().filter(({ state }) => state !== 'disconnected');
    for (const input of inputs) input.onmidimessage = ({ data }) => data && this.bytes.next(data);
    this.midi.set(
      inputs.length === 0
        ? { kind: 'none', message: 'No MIDI keyboard is connected; plug one in and switch it on.' }
        : { kind: 'listening', keyboards: inputs.map(({ id, name }) => ({ id, name: name ?? 'a MIDI keyboard' })) },
    );
  }
}
