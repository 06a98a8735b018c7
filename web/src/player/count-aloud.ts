import { DestroyRef, effect, inject, Injectable, signal, untracked } from '@angular/core';
import { Player } from '../sound/player.service';
import { Speech } from '../sound/speech';

export const SAYINGS = ['nothing', 'beats', 'halves'] as const;

/** Counts that take longer to say than the beat lasts are said faster; the browser's own measure. */
const RATE = 1.6;

/** Counts with the browser's own voice, where it has one. */
@Injectable()
export class CountAloud {
  private readonly speech = inject(Speech);
  private readonly player = inject(Player);

  readonly canSpeak = this.speech.canSpeak;
  readonly saying = signal<(typeof SAYINGS)[number]>('nothing');

  constructor() {
    effect(() => {
      const count = this.player.count();
      if (count) untracked(() => this.say(count.words));
    });
    inject(DestroyRef).onDestroy(() => this.speech.stop());
  }

  next(): void {
    this.saying.update((now) => SAYINGS[(SAYINGS.indexOf(now) + 1) % SAYINGS.length]!);
  }

  private say(words: string): void {
    const saying = this.saying();
    if (saying === 'nothing' || (saying === 'beats' && words === 'and')) return;
    // It takes the place of the count before: one that comes late is worse than none.
    this.speech.say(words, RATE);
  }
}
