import { signal } from '@angular/core';
import { map, Subject, tap, type Observable } from 'rxjs';
import { messageOf } from '../parts/words';
import { problemCode } from '../services/server-problem';
import { changed, changesWhere, mergedOnto, type Changes } from './merge';
import { SaveQueue, type Verdict } from './save-queue';

/** Fields that were changed here, and the record they were changed from. */
interface Unsaved<R, F> {
  readonly base: R;
  readonly changes: Changes<F>;
}

/** @typeParam R - a record as the server has it; @typeParam F - its fields that are written here */
export interface MergePolicy<R, F> {
  readonly keyOf: (record: R) => string;
  readonly fieldsOf: (record: R) => F;
  /** Saves fields on top of a record; emits the record as the server has it then. */
  readonly save: (base: R, fields: F) => Observable<R>;
  readonly fetch: (key: string) => Observable<R>;
  /** Says that another window changed the same fields. */
  readonly wordLost: (theirs: R, lost: Changes<F>) => string;
  /** Says what is not kept of a record that is gone; left out where a record cannot go. */
  readonly wordGone?: (base: R) => string;
}

/**
 * Records that are saved field by field: what another window changes besides stays. Where both changed the same field, the other
 * window's value holds, and the page says so.
 */
export class MergingQueue<R, F extends object> {
  private readonly queue = new SaveQueue<Unsaved<R, F>>({
    save: (unsaved) => this.save(unsaved),
    refused: (cause, { base }) => this.refused(cause, base),
    quietMs: 0,
  });

  readonly problem = this.queue.notice;
  readonly state = this.queue.state;
  /** What could not be kept at all, and why; shown until it was read. */
  readonly lost = signal('');
  /** A record as the server now has it. */
  readonly stored = new Subject<R>();

  constructor(private readonly policy: MergePolicy<R, F>) {}

  keep(record: R, changes: Changes<F>): void {
    const key = this.policy.keyOf(record);
    const before = this.queue.get(key);
    this.queue.keep(key, { base: before?.base ?? record, changes: { ...before?.changes, ...changes } });
  }

  /** What of a record is not saved yet. */
  changesOf(key: string): Changes<F> {
    return this.queue.get(key)?.changes ?? {};
  }

  private save(unsaved: Unsaved<R, F>): Observable<unknown> {
    const { base, changes } = unsaved;
    const { keyOf, fieldsOf, save } = this.policy;
    return save(base, changed(fieldsOf(base), changes)).pipe(
      tap((now) => {
        const newer = this.queue.get(keyOf(base));
        // What was changed while the save was on its way is saved from there.
        if (newer && newer !== unsaved)
          this.goOnFrom(
            now,
            changesWhere(newer.changes, (field) => newer.changes[field] !== changes[field]),
          );
        this.stored.next(now);
      }),
    );
  }

  private goOnFrom(now: R, left: Changes<F>): void {
    const key = this.policy.keyOf(now);
    if (Object.keys(left).length > 0) this.queue.keep(key, { base: now, changes: left });
    else this.queue.drop(key);
  }

  private refused(cause: unknown, base: R): Verdict | Observable<Verdict> {
    const { keyOf, fetch, wordGone } = this.policy;
    const code = problemCode(cause);
    if (code === 'conflict')
      return fetch(keyOf(base)).pipe(
        tap((theirs) => this.mergeOnto(theirs, base)),
        map(() => 'settled' as const),
      );
    if (code !== 'not-found' || !wordGone) return 'retry';
    this.lost.set(`${messageOf(cause)} ${wordGone(base)}`);
    this.queue.drop(keyOf(base));
    return 'settled';
  }

  private mergeOnto(theirs: R, base: R): void {
    const { keyOf, fieldsOf, wordLost } = this.policy;
    const { kept, lost } = mergedOnto(fieldsOf(base), this.changesOf(keyOf(base)), fieldsOf(theirs));
    this.goOnFrom(theirs, kept);
    this.stored.next(theirs);
    if (Object.keys(lost).length > 0) this.lost.set(wordLost(theirs, lost));
  }
}
