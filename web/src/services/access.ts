import { HttpClient, HttpErrorResponse, type HttpEvent, type HttpInterceptorFn } from '@angular/common/http';
import { inject, Injectable, signal } from '@angular/core';
import { toObservable } from '@angular/core/rxjs-interop';
import { accessSchema, type Access as AccessNow, type ChangePassPhrase } from '@kettle-step/contract';
import { catchError, filter, map, switchMap, take, tap, throwError, type Observable } from 'rxjs';
import { worded } from './server-problem';

const ADDRESS = '/api/access';

/** Whether this window may use the studio. */
@Injectable({ providedIn: 'root' })
export class Access {
  private readonly http = inject(HttpClient);
  readonly isLocked = signal(false);
  private readonly locked = toObservable(this.isLocked);

  /** Emits once, when the studio is open to this window. */
  whenOpen(): Observable<unknown> {
    return this.locked.pipe(
      filter((isLocked) => !isLocked),
      take(1),
    );
  }

  look(): Observable<AccessNow> {
    return this.heard(this.http.get(ADDRESS));
  }

  unlock(passPhrase: string): Observable<AccessNow> {
    return this.heard(this.http.post(ADDRESS, { passPhrase }));
  }

  /** Locks this window; what it shows is covered, and what is not saved waits. */
  lock(): Observable<unknown> {
    return this.http.delete(ADDRESS).pipe(
      tap(() => this.isLocked.set(true)),
      worded(),
    );
  }

  setPassPhrase(change: ChangePassPhrase): Observable<AccessNow> {
    return this.heard(this.http.put(`${ADDRESS}/pass-phrase`, change));
  }

  private heard(answer: Observable<unknown>): Observable<AccessNow> {
    return answer.pipe(
      map((access) => accessSchema.parse(access)),
      tap(({ isOpen }) => this.isLocked.set(!isOpen)),
      worded(),
    );
  }
}

const saysLocked = (cause: unknown): boolean => cause instanceof HttpErrorResponse && cause.status === 401;

/** What is asked while the studio is locked waits for the pass phrase and is then asked again: nothing fails and nothing is lost. */
export const waitsWhileLocked: HttpInterceptorFn = (request, next) => {
  const access = inject(Access);
  const asked = (): Observable<HttpEvent<unknown>> =>
    next(request).pipe(
      catchError((cause: unknown) => {
        if (!saysLocked(cause)) return throwError(() => cause);
        access.isLocked.set(true);
        return access.whenOpen().pipe(switchMap(asked));
      }),
    );
  return asked();
};
