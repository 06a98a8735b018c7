import { HttpClient } from '@angular/common/http';
import { inject, Injectable } from '@angular/core';
import { defer, shareReplay, type Observable } from 'rxjs';

/** The list of pieces as the server sends it. It can be begun before the shelf, whose own code is still on its way, asks for it. */
@Injectable({ providedIn: 'root' })
export class PieceList {
  private readonly http = inject(HttpClient);
  private begun: Observable<unknown> | undefined;

  /** Fetches it for whoever asks next. */
  begin(): void {
    this.begun = this.fetched().pipe(shareReplay(1));
    // One that fails is fetched again by whoever asks for it.
    this.begun.subscribe({ error: () => undefined });
  }

  /** Gives the list that was begun, once; else fetches it anew. */
  take(): Observable<unknown> {
    return defer(() => {
      const list = this.begun ?? this.fetched();
      this.begun = undefined;
      return list;
    });
  }

  private fetched(): Observable<unknown> {
    return this.http.get('/api/pieces');
  }
}
