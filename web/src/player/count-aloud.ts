import { DestroyRef, DOCUMENT, effect, inject, Injectable, signal, untracked } from '@angular/core';
import { Player } from '../sound/player.service';

export const SAYINGS = ['nothing', 'beats', 'halves'] as const;

/** Counts that take longer to say than the beat lasts are said faster; the browser's own measure. */
const RATE = 1.6;

/** Counts with the browser's own voice, where it has one. */
@Injectable()
export class CountAloud {
  private readonly window = inject(DOCUMENT).defaultView!;
  private readonly player = inject(Player);

  readonly canSpeak = 'speechSynthesis' in this.window;
  readonly saying = signal<(typeof SAYINGS)[number]>('nothing');

  constructor() {
    effect(() => {
      const count = this.player.count();
      if (count) untracked(() => this.say(count.words));
    });
    inject(DestroyRef).onDestroy(() => this.canSpeak && this.window.speechSynthesis.cancel());
  }

  next(): void {
    this.saying.update((now) => SAYINGS[(SAYINGS.indexOf(now) + 1) % SAYINGS.length]!);
  }

  private say(words: string): void {
    const saying = this.saying();
    if (saying === 'nothing' || (saying === 'beats' && words === 'and')) return;
    const { speechSynthesis, SpeechSynthesisUtterance } = this.window as Window & typeof globalThis;
    const said = new SpeechSynthesisUtterance(words);
    said.lang = 'en-GB';
    said.rate = RATE;
    // A count that comes late is worse than none.
    speechSynthesis.cancel();
    speechSynthesis.speak(said);
  }
}
