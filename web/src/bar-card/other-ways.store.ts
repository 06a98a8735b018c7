import { computed, DestroyRef, inject, Injectable, linkedSignal, signal } from '@angular/core';
import { takeUntilDestroyed, toObservable } from '@angular/core/rxjs-interop';
import type { BarAlternative, Locks } from '@kettle-step/core';
import { catchError, debounceTime, EMPTY, map, of, skip, switchMap } from 'rxjs';
import { EngineService } from '../services/engine.service';
import { setFingers, settle, settleWith, type Place } from '../session/decisions';
import { History } from '../session/history';
import { PieceSession } from '../session/piece-session';
import { Preview } from '../session/preview';
import { Selection } from '../session/selection';

/** What is looked up of a bar: other ways to play it, best first. */
export interface OtherWays {
  readonly place: Place;
  readonly bars: readonly [number, number];
  readonly locks: Locks;
  readonly ways: readonly BarAlternative[];
}

/** So many ways are offered, where there are so many. */
const OFFERED = 5;

/** While one walks through the bars nothing is looked up, ms. */
const QUIET_MS = 90;

/** Other ways to play the chosen bar of the chosen hand: looked up when it is chosen, looked at one by one, taken. */
@Injectable()
export class OtherWaysStore {
  private readonly engine = inject(EngineService);
  private readonly session = inject(PieceSession);
  private readonly selection = inject(Selection);
  private readonly preview = inject(Preview);
  private readonly history = inject(History);

  private readonly found = signal<OtherWays | undefined>(undefined);
  /** So many bars from the chosen one on are looked at together; another bar begins with itself alone. */
  readonly length = linkedSignal({ source: this.selection.chosenPlace, computation: () => 1 });
  /** Indices of the first and last bar that ways are looked up for. */
  readonly bars = computed((): readonly [number, number] => {
    const { bar } = this.selection.chosenPlace();
    return [bar, Math.min(bar + this.length(), this.session.score()?.bars.length ?? bar + 1) - 1];
  });

  private readonly wanted = computed(() => {
    const solved = this.session.solved();
    return solved && { place: this.selection.chosenPlace(), bars: this.bars(), solved };
  });

  /** Which of the ways is looked at; -1 for what stands. Another bar, or another plan, begins with what stands. */
  readonly at = linkedSignal({ source: this.wanted, computation: () => -1 });

  /** The ways of the chosen bar; undefined while they are looked up. */
  readonly ways = computed((): readonly BarAlternative[] | undefined => {
    const [found, wanted] = [this.found(), this.wanted()];
    const isOf =
      found &&
      found.bars === wanted?.bars &&
      found.place === wanted.place &&
      found.locks === wanted.solved.decisions.locks;
    return isOf ? found.ways : undefined;
  });

  private readonly looked = computed(() => this.ways()?.[this.at()]?.fingers);

  constructor() {
    const destroyed = inject(DestroyRef);
    toObservable(this.wanted)
      .pipe(
        debounceTime(QUIET_MS),
        switchMap((wanted) => {
          if (!wanted) return EMPTY;
          const { place, bars, solved } = wanted;
          return this.engine
            .alternatives({ ...this.session.givenFor(solved.decisions), side: place.side, bars, count: OFFERED })
            .pipe(
              map((ways): OtherWays => ({ place, bars, locks: solved.decisions.locks, ways })),
              catchError(() => of<OtherWays>({ place, bars, locks: solved.decisions.locks, ways: [] })),
            );
        }),
        takeUntilDestroyed(destroyed),
      )
      .subscribe((found) => this.found.set(found));
    // The preview is of the way that is looked at.
    toObservable(this.looked)
      .pipe(skip(1), takeUntilDestroyed(destroyed))
      .subscribe((fingers) => this.preview.look(fingers));
  }

  /** Shows one of the ways on score and rail; -1 goes back to what stands. */
  look(at: number): void {
    const ways = this.ways() ?? [];
    const next = at >= 0 && at < ways.length ? at : -1;
    if (next === this.at()) return;
    this.at.set(next);
  }

  /** The next way after the one that is looked at; after the last what stands. */
  tryAnother(): void {
    this.look(this.at() + 1);
  }

  /** Settles the bar with the way that is looked at, or as it stands. */
  settle(): void {
    const [score, solved] = [this.session.score(), this.session.solved()];
    if (!score || !solved) return;
    const [place, way] = [this.selection.chosenPlace(), this.ways()?.[this.at()]];
    const { plan } = solved;
    const decisions = this.session.decisions();
    const [first, last] = this.bars();
    if (way && last > first) return this.history.decide(setFingers(decisions, way.fingers));
    this.history.decide(
      way ? settleWith(score, plan, decisions, place, way.fingers) : settle(score, plan, decisions, place),
    );
  }
}
