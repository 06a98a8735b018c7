import { computed, inject, Injectable } from '@angular/core';
import { ribbonOf, type RibbonCell } from '@kettle-step/contract';
import type { Place } from './decisions';
import { PieceSession } from './piece-session';

/** How far the work on the open piece is: which bars are settled, which are open. */
@Injectable({ providedIn: 'root' })
export class Progress {
  private readonly session = inject(PieceSession);

  /** What is settled, not what is only looked at. */
  readonly ribbon = computed((): readonly RibbonCell[] => {
    const [score, solved] = [this.session.score(), this.session.solved()];
    return score && solved ? ribbonOf(score, solved.plan, solved.decisions.locks) : [];
  });

  /** What is open by what is decided now, also while the plan for it is still worked out. */
  readonly openPlaces = computed((): readonly Place[] => {
    const [score, solved] = [this.session.score(), this.session.solved()];
    if (!score || !solved) return [];
    const { locks } = this.session.decisions();
    const cells = locks === solved.decisions.locks ? this.ribbon() : ribbonOf(score, solved.plan, locks);
    return cells
      .filter(({ state }) => state === 'open' || state === 'suggested')
      .map(({ side, bar }) => ({ side, bar }));
  });

  /** Bars of which the hand cannot take a finger that is settled. */
  readonly refused = computed((): readonly Place[] =>
    (this.session.solved()?.plan.warnings ?? []).flatMap(({ kind, side, bar }) =>
      kind === 'finger-refused' && side !== null ? [{ side, bar }] : [],
    ),
  );

  readonly playedBars = computed(() => this.ribbon().filter(({ state }) => state !== 'silent').length);
}
