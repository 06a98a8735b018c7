import type { Signal } from '@angular/core';
import { toObservable, toSignal } from '@angular/core/rxjs-interop';
import { Observable, switchMap } from 'rxjs';

/** Gives a value in the task after the next frame: what is drawn first is on the screen by then. */
const afterNextFrame = <T>(value: T): Observable<T> =>
  new Observable<T>((subscriber) => {
    let timer: ReturnType<typeof setTimeout> | undefined;
    const frame = requestAnimationFrame(() => {
      timer = setTimeout(() => subscriber.next(value));
    });
    return () => {
      cancelAnimationFrame(frame);
      clearTimeout(timer);
    };
  });

/**
 * Follows a signal one frame behind, so that one key press is not one long task: what the eye waits for is drawn in the
 * first frame, what surrounds it in the second. For use where signals are made (it needs an injection context).
 */
export const afterPaint = <T>(source: Signal<T>): Signal<T | undefined> =>
  toSignal(toObservable(source).pipe(switchMap(afterNextFrame)));
