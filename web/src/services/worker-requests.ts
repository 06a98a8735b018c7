import { filter, fromEvent, map, merge, Observable, take } from 'rxjs';

/** A question put to a worker and the answers that come back for it, told apart by number. */
export class WorkerRequests<Answer extends { readonly request: number }> {
  private next = 0;
  private readonly answers: Observable<Answer>;

  constructor(private readonly worker: Worker) {
    const failures = fromEvent<ErrorEvent>(worker, 'error').pipe(
      map((event): Answer => {
        throw new Error(event.message || 'A background worker could not start.');
      }),
    );
    this.answers = merge(fromEvent<MessageEvent<Answer>>(worker, 'message').pipe(map(({ data }) => data)), failures);
  }

  /** Sends when subscribed to; an answer to a request that nobody waits for any more is dropped. */
  ask<Request extends object>(request: Request): Observable<Answer> {
    return new Observable<Answer>((subscriber) => {
      const number = (this.next += 1);
      const subscription = this.answers
        .pipe(
          filter((answer) => answer.request === number),
          take(1),
        )
        .subscribe(subscriber);
      this.worker.postMessage({ ...request, request: number });
      return subscription;
    });
  }

  end(): void {
    this.worker.terminate();
  }
}
