import { inject, Injectable, Injector } from '@angular/core';
import { toObservable } from '@angular/core/rxjs-interop';
import type { PreloadingStrategy, Route } from '@angular/router';
import { catchError, EMPTY, filter, switchMap, take, type Observable } from 'rxjs';
import { Settled } from '../parts/settled';

/** Other places come while the first one is looked at, not while it comes itself. */
@Injectable({ providedIn: 'root' })
export class PreloadLater implements PreloadingStrategy {
  private readonly settled = toObservable(inject(Settled).now, { injector: inject(Injector) });

  preload<T>(_route: Route, load: () => Observable<T>): Observable<T> {
    return this.settled.pipe(
      filter(Boolean),
      take(1),
      switchMap(load),
      // A place that does not come now is asked for again when somebody goes there.
      catchError(() => EMPTY),
    );
  }
}
