import { computed, inject, Injectable, linkedSignal } from '@angular/core';
import { takeUntilDestroyed } from '@angular/core/rxjs-interop';
import type { Finger } from '@kettle-step/core';
import { catchError, map, of, Subject, switchMap, type Observable } from 'rxjs';
import { fingeredNotes, type FingeredNote } from '../score/fingered-notes';
import { EngineService } from '../services/engine.service';
import { PieceSession, type Solved } from './piece-session';

/** What is shown of the open piece: the fingering that stands, or another that is looked at and not taken yet. */
@Injectable({ providedIn: 'root' })
export class Preview {
  private readonly session = inject(PieceSession);
  private readonly engine = inject(EngineService);
  private readonly looked = new Subject<ReadonlyMap<string, Finger> | undefined>();

  /** Left when another fingering stands. */
  private readonly other = linkedSignal<Solved | undefined, Solved | undefined>({
    source: this.session.solved,
    computation: () => undefined,
  });

  readonly shown = computed(() => this.other() ?? this.session.solved());
  readonly plan = computed(() => this.shown()?.plan);
  /** Fingered notes by id. */
  readonly notes = computed((): ReadonlyMap<string, FingeredNote> => {
    const [score, shown] = [this.session.score(), this.shown()];
    return score && shown ? fingeredNotes(score, shown.plan, shown.decisions) : new Map<string, FingeredNote>();
  });

  constructor() {
    this.looked
      .pipe(
        switchMap((fingers) => (fingers ? this.planWith(fingers) : of(undefined))),
        takeUntilDestroyed(),
      )
      .subscribe((other) => this.other.set(other));
  }

  /** Shows what would be if some fingers were set; without any, what stands. */
  look(fingers: ReadonlyMap<string, Finger> | undefined): void {
    this.looked.next(fingers);
  }

  private planWith(fingers: ReadonlyMap<string, Finger>): Observable<Solved | undefined> {
    const { locks, desk } = this.session.decisions();
    // What is settled in the bar is looked at otherwise, not refused.
    const looked = new Map([...locks].map(([id, finger]) => [id, fingers.get(id) ?? finger] as const));
    return this.engine.plan(this.session.givenFor({ desk, locks: new Map([...locks, ...fingers]) })).pipe(
      map((plan) => ({ plan, decisions: { desk, locks: looked } })),
      catchError(() => of(undefined)),
    );
  }
}
