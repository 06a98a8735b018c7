import type { WritableSignal } from '@angular/core';
import { catchError, EMPTY, type MonoTypeOperatorFunction } from 'rxjs';
import { messageOf } from './words';

/** Tells the page in words what went wrong, and ends without an answer. */
export const telling = <T>(problem: WritableSignal<string>): MonoTypeOperatorFunction<T> =>
  catchError((cause: unknown) => {
    problem.set(messageOf(cause));
    return EMPTY;
  });
