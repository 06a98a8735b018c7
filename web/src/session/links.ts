import { inject, Injectable, signal } from '@angular/core';
import { toObservable, toSignal } from '@angular/core/rxjs-interop';
import type { Link } from '@kettle-step/core';
import { catchError, debounceTime, of, switchMap, type Observable } from 'rxjs';
import { messageOf } from '../parts/words';
import { EngineService } from '../services/engine.service';
import { PieceSession, type Solved } from './piece-session';

/** Asked anew once nothing has changed for so long, ms. */
const QUIET_MS = 250;

/** Where sections of the open piece meet and repeats lead, worked out while a place that shows it is open: provide it there. */
@Injectable()
export class Links {
  private readonly session = inject(PieceSession);
  private readonly engine = inject(EngineService);

  readonly problem = signal('');
  /** Undefined while they are worked out for the first time. */
  readonly found = toSignal(
    toObservable(this.session.solved).pipe(
      debounceTime(QUIET_MS),
      switchMap((solved) => this.linksFor(solved)),
    ),
  );

  private linksFor(solved: Solved | undefined): Observable<readonly Link[] | undefined> {
    if (!solved) return of(undefined);
    return this.engine.links(this.session.givenFor(solved.decisions)).pipe(
      catchError((cause: unknown) => {
        this.problem.set(messageOf(cause));
        return of(undefined);
      }),
    );
  }
}
