import { inject, Injectable } from '@angular/core';
import type { HouseRules, RulesFile } from '@kettle-step/contract';
import { map } from 'rxjs';
import { HouseRulesService } from '../services/house-rules.service';
import { changed, type Changes } from './merge';
import { MergingQueue } from './merging-queue';

/** There is one set of house rules. */
const KEY = 'house';

/** House rules that are not saved yet, question by question. */
@Injectable({ providedIn: 'root' })
export class RulesSaving {
  private readonly service = inject(HouseRulesService);
  private readonly queue = new MergingQueue<HouseRules, RulesFile>({
    keyOf: () => KEY,
    fieldsOf: ({ rules }) => rules,
    save: ({ revision: baseRevision }, rules) =>
      this.service.save({ rules, baseRevision }).pipe(map((revision) => ({ rules, revision }))),
    fetch: () => this.service.get(),
    wordLost: () => 'The same question was answered in another window, and is shown as answered there.',
  });

  readonly problem = this.queue.problem;
  readonly state = this.queue.state;
  readonly lost = this.queue.lost;
  readonly stored = this.queue.stored;

  keep(house: HouseRules, answers: Changes<RulesFile>): void {
    this.queue.keep(house, answers);
  }

  /** House rules as they are here, with what is not saved yet. */
  latest(house: HouseRules): HouseRules {
    return { ...house, rules: changed(house.rules, this.queue.changesOf(KEY)) };
  }
}
