import { signal } from '@angular/core';
import { Subject } from 'rxjs';
import type { PlayState } from '../src/sound/player.service';
import type { PlayedAt, Schedule } from '../src/sound/schedule';

/** A player without sound: it keeps what it is given, and pauses and ends when it is told. */
export class SilentPlayer {
  readonly state = signal<PlayState>({ kind: 'silent' });
  readonly moment = signal<PlayedAt | undefined>(undefined);
  readonly ended = new Subject<void>();
  readonly played: { readonly schedule: Schedule; readonly loop: boolean; readonly from?: PlayedAt | undefined }[] = [];

  play(schedule: Schedule, loop: boolean, from?: PlayedAt): Promise<void> {
    this.played.push({ schedule, loop, from });
    this.state.set({ kind: 'playing' });
    return Promise.resolve();
  }

  stop(): void {
    this.moment.set(undefined);
    this.state.set({ kind: 'silent' });
  }

  goOn(): void {
    this.state.set({ kind: 'playing' });
  }

  /** Stops at the first move of what was played last. */
  pause(): void {
    this.state.set({ kind: 'paused', pause: this.played.at(-1)!.schedule.pauses[0]! });
  }

  /** What was played last came to its end. */
  end(): void {
    this.stop();
    this.ended.next();
  }
}
