import { HttpClient } from '@angular/common/http';
import { inject, Injectable } from '@angular/core';
import {
  DEFAULT_SETTINGS,
  houseRulesSchema,
  savedSchema,
  settingsFor,
  type HouseRules,
  type SaveHouseRules,
  type Settings,
} from '@kettle-step/contract';
import { catchError, map, of, type Observable } from 'rxjs';
import { worded } from './server-problem';

const ADDRESS = '/api/house-rules';

/** What the teacher has settled for the whole studio. */
@Injectable({ providedIn: 'root' })
export class HouseRulesService {
  private readonly http = inject(HttpClient);

  get(): Observable<HouseRules> {
    return this.http.get(ADDRESS).pipe(
      map((answer) => houseRulesSchema.parse(answer)),
      worded(),
    );
  }

  /** What music that is for nobody is worked out with; as usual where the rules cannot be had. */
  settings(): Observable<Settings> {
    return this.get().pipe(
      map(({ rules }) => settingsFor({ house: rules, student: null })),
      catchError(() => of(DEFAULT_SETTINGS)),
    );
  }

  /** Answers with the new revision. */
  save(rules: SaveHouseRules): Observable<number> {
    return this.http.put(ADDRESS, rules).pipe(
      map((answer) => savedSchema.parse(answer).revision),
      worded(),
    );
  }
}
