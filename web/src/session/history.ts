import { computed, inject, Injectable, signal } from '@angular/core';
import { takeUntilDestroyed } from '@angular/core/rxjs-interop';
import type { CarriedOver } from '../services/engine.service';
import type { Decisions } from './decisions';
import { PieceSession, type Moment } from './piece-session';

interface Moments {
  readonly past: readonly Moment[];
  readonly future: readonly Moment[];
}

const NONE: Moments = { past: [], future: [] };

/** Every change of the open piece, so that each can be taken back and done again. */
@Injectable({ providedIn: 'root' })
export class History {
  private readonly session = inject(PieceSession);
  private readonly moments = signal(NONE);
  /** The moments round what is worked out and stands. */
  private standing = NONE;

  readonly canUndo = computed(() => this.moments().past.length > 0);
  readonly canRedo = computed(() => this.moments().future.length > 0);

  constructor() {
    this.session.events.pipe(takeUntilDestroyed()).subscribe(({ kind }) => {
      if (kind === 'opened' || kind === 'closed') this.moments.set(NONE);
      if (kind === 'taken-back') this.moments.set(this.standing);
      else if (kind !== 'wished') this.standing = this.moments();
    });
  }

  /** Makes a decision. */
  decide(decisions: Decisions): void {
    this.turnTo({ document: this.session.document(), decisions });
  }

  /** Goes on with other music, and with what of the decisions has a place in it. */
  take({ document, carried: { locks, desk } }: CarriedOver): void {
    this.turnTo({ document, decisions: { locks, desk } });
  }

  undo(): void {
    const { past, future } = this.moments();
    this.goTo(past.at(-1), { past: past.slice(0, -1), future: [...future, this.session.now()] });
  }

  redo(): void {
    const { past, future } = this.moments();
    this.goTo(future.at(-1), { past: [...past, this.session.now()], future: future.slice(0, -1) });
  }

  private turnTo(moment: Moment): void {
    this.goTo(moment, { past: [...this.moments().past, this.session.now()], future: [] });
  }

  private goTo(moment: Moment | undefined, moments: Moments): void {
    if (!moment || this.session.changing()) return;
    this.moments.set(moments);
    this.session.turnTo(moment);
  }
}
