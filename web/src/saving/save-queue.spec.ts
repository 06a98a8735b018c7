import { TestBed } from '@angular/core/testing';
import { Subject, throwError, type Observable } from 'rxjs';
import { SaveQueue } from './save-queue';

describe('waiting until a queue is safe', () => {
  beforeEach(() => jest.useFakeTimers());
  afterEach(() => jest.useRealTimers());

  /** A queue that holds what is kept under `held`, and saves the rest as the answers say. */
  const open = (answer: () => Observable<unknown>) => {
    const queue = TestBed.runInInjectionContext(
      () =>
        new SaveQueue<string>({
          save: (_value, key) => (key === 'held' ? throwError(() => new Error('Changed elsewhere.')) : answer()),
          refused: (_cause, _value, key) => (key === 'held' ? 'hold' : 'retry'),
          quietMs: 10,
        }),
    );
    const rest = (): void => void jest.advanceTimersByTime(20);
    const safe = (): readonly string[] => {
      const outcome: string[] = [];
      queue
        .whenSafe()
        .subscribe({ complete: () => outcome.push('safe'), error: ({ message }) => outcome.push(message) });
      return outcome;
    };
    return { queue, rest, safe };
  };

  it('does not wait for what is held', () => {
    const { queue, rest, safe } = open(() => new Subject());
    expect(safe()).toEqual(['safe']);
    queue.keep('held', 'mine');
    rest();
    expect(queue.state()).toBe('held');
    expect(safe()).toEqual(['safe']);
  });

  it('waits for what can be saved, also beside what is held', () => {
    const answer = new Subject<unknown>();
    const { queue, rest, safe } = open(() => answer);
    queue.keep('held', 'mine');
    rest();
    queue.keep('other', 'new');
    const outcome = safe();
    rest();
    expect(outcome).toEqual([]);
    answer.next(1);
    answer.complete();
    expect(outcome).toEqual(['safe']);
  });

  it('says why something cannot be saved, also beside what is held', () => {
    const { queue, rest, safe } = open(() => throwError(() => new Error('Nobody answers.')));
    queue.keep('held', 'mine');
    rest();
    queue.keep('other', 'new');
    const outcome = safe();
    rest();
    expect(outcome).toEqual(['Nobody answers.']);
  });
});
