import { filter, fromEvent, map, merge, Observable, takeWhile, tap } from 'rxjs';

/** A question put to a worker and the answers that come back for it, told apart by number. */
export class WorkerRequests<Answer extends { readonly request: number }> {
  private next = 0;
  private readonly answers: Observable<Answer>;

  constructor(
    private readonly worker: Worker,
    /** Whether the worker takes `{ kind: 'cancel', request }`. */
    private readonly cancellable = false,
  ) {
    const failures = fromEvent<ErrorEvent>(worker, 'error').pipe(
      map((event): Answer => {
        throw new Error(event.message || 'A background worker could not start.');
      }),
    );
    this.answers = merge(fromEvent<MessageEvent<Answer>>(worker, 'message').pipe(map(({ data }) => data)), failures);
  }

  /**
   * Sends when subscribed to and gives every answer up to the last one (the first, unless told otherwise). A worker that
   * understands it is told when nobody listens any more.
   */
  ask<Request extends object>(request: Request, isLast: (answer: Answer) => boolean = () => true): Observable<Answer> {
    return new Observable<Answer>((subscriber) => {
      const number = (this.next += 1);
      let waiting = true;
      const subscription = this.answers
        .pipe(
          filter((answer) => answer.request === number),
          tap((answer) => (waiting = !isLast(answer))),
          takeWhile(() => waiting, true),
        )
        .subscribe(subscriber);
      this.worker.postMessage({ ...request, request: number });
      return () => {
        subscription.unsubscribe();
        if (waiting && this.cancellable) this.worker.postMessage({ kind: 'cancel', request: number });
      };
    });
  }

  end(): void {
    this.worker.terminate();
  }
}
