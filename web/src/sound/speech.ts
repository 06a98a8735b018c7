import { DOCUMENT, inject, Injectable, signal } from '@angular/core';

/** The browser's own voice, where it has one. */
@Injectable({ providedIn: 'root' })
export class Speech {
  private readonly window = inject(DOCUMENT).defaultView! as Window & typeof globalThis;

  readonly canSpeak = 'speechSynthesis' in this.window;
  private readonly said = signal<SpeechSynthesisUtterance | undefined>(undefined);
  readonly isSpeaking = (): boolean => this.said() !== undefined;

  /**
   * Says something in place of what is being said; nothing where there is no voice.
   * @param rate - how fast, as a multiple of the voice's own rate
   */
  say(words: string, rate = 1): void {
    this.stop();
    if (!this.canSpeak) return;
    const said = new this.window.SpeechSynthesisUtterance(words);
    said.lang = 'en-GB';
    said.rate = rate;
    // What was cut off ends late, while the next is being said.
    const over = (): void => this.said.update((now) => (now === said ? undefined : now));
    said.onend = over;
    said.onerror = over;
    this.said.set(said);
    this.window.speechSynthesis.speak(said);
  }

  stop(): void {
    if (!this.said()) return;
    this.said.set(undefined);
    this.window.speechSynthesis.cancel();
  }
}
