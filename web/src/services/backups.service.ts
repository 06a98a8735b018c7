import { HttpClient } from '@angular/common/http';
import { inject, Injectable } from '@angular/core';
import { backupListSchema, type Backup } from '@kettle-step/contract';
import { map, type Observable } from 'rxjs';
import { worded } from './server-problem';

/** Backups that the server makes of the studio. */
@Injectable({ providedIn: 'root' })
export class BackupsService {
  private readonly http = inject(HttpClient);

  /** The newest first; null where the studio is on a server of its own. */
  list(): Observable<readonly Backup[] | null> {
    return this.http.get('/api/backups').pipe(
      map((answer) => backupListSchema.parse(answer).backups),
      worded(),
    );
  }

  make(): Observable<readonly Backup[] | null> {
    return this.http.post('/api/backups', null).pipe(
      map((answer) => backupListSchema.parse(answer).backups),
      worded(),
    );
  }

  /** Puts the studio back as it was, after a backup of what it is now. */
  restore(name: string): Observable<unknown> {
    return this.http.post(`/api/backups/${encodeURIComponent(name)}/restore`, null).pipe(worded());
  }
}
