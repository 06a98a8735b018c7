import { inject, Injectable } from '@angular/core';
import { map, shareReplay, type Observable } from 'rxjs';
import { ReaderService } from '../services/reader.service';

/** The examples as MusicXML; each is read once, however many answers show it. */
@Injectable()
export class Examples {
  private readonly reader = inject(ReaderService);
  private readonly read = new Map<string, Observable<string>>();

  documentOf(abc: string): Observable<string> {
    const known = this.read.get(abc);
    if (known) return known;
    const document = this.reader.typed(abc).pipe(
      map((answer) => {
        if (answer.kind === 'typed') return answer.engravable;
        throw new Error('message' in answer ? answer.message : 'The example could not be read.');
      }),
      shareReplay(1),
    );
    this.read.set(abc, document);
    return document;
  }
}
