import { inject, Injectable, signal } from '@angular/core';
import type { HouseRules, RulesFile } from '@kettle-step/contract';
import { map, Subject, tap, type Observable } from 'rxjs';
import { HouseRulesService } from '../services/house-rules.service';
import { problemCode } from '../services/server-problem';
import { changed, changesWhere, mergedOnto, type Changes } from './merge';
import { SaveQueue, type Verdict } from './save-queue';

/** Answers that were changed here, and the house rules they were changed from. */
interface Unsaved {
  readonly base: HouseRules;
  readonly answers: Changes<RulesFile>;
}

/** There is one set of house rules. */
const KEY = 'house';

/** House rules that are not saved yet, question by question: what another window answers besides stays. */
@Injectable({ providedIn: 'root' })
export class RulesSaving {
  private readonly service = inject(HouseRulesService);
  private readonly queue = new SaveQueue<Unsaved>({
    save: (unsaved) => this.save(unsaved),
    refused: (cause, unsaved) => this.refused(cause, unsaved),
    quietMs: 0,
  });

  readonly problem = this.queue.notice;
  readonly state = this.queue.state;
  /** What could not be kept at all, and why; shown until it was read. */
  readonly lost = signal('');
  /** The house rules as the server now has them. */
  readonly stored = new Subject<HouseRules>();

  keep(house: HouseRules, answers: Changes<RulesFile>): void {
    const before = this.queue.get(KEY);
    this.queue.keep(KEY, { base: before?.base ?? house, answers: { ...before?.answers, ...answers } });
  }

  /** House rules as they are here, with what is not saved yet. */
  latest(house: HouseRules): HouseRules {
    return { ...house, rules: changed(house.rules, this.queue.get(KEY)?.answers ?? {}) };
  }

  private save(unsaved: Unsaved): Observable<unknown> {
    const { base, answers } = unsaved;
    const rules = changed(base.rules, answers);
    return this.service.save({ rules, baseRevision: base.revision }).pipe(
      tap((revision) => {
        const newer = this.queue.get(KEY);
        const now = { rules, revision };
        // What was answered while the save was on its way is saved from there.
        if (newer && newer !== unsaved)
          this.goOnFrom(
            now,
            changesWhere(newer.answers, (question) => newer.answers[question] !== answers[question]),
          );
        this.stored.next(now);
      }),
    );
  }

  private goOnFrom(now: HouseRules, left: Changes<RulesFile>): void {
    if (Object.keys(left).length > 0) this.queue.keep(KEY, { base: now, answers: left });
    else this.queue.drop(KEY);
  }

  private refused(cause: unknown, { base }: Unsaved): Verdict | Observable<Verdict> {
    if (problemCode(cause) !== 'conflict') return 'retry';
    return this.service.get().pipe(
      tap((theirs) => {
        const { kept, lost } = mergedOnto(base.rules, this.queue.get(KEY)?.answers ?? {}, theirs.rules);
        this.goOnFrom(theirs, kept);
        this.stored.next(theirs);
        if (Object.keys(lost).length > 0)
          this.lost.set('The same question was answered in another window, and is shown as answered there.');
      }),
      map(() => 'settled' as const),
    );
  }
}
