import { WorkerRequests } from './worker-requests';

interface Answer {
  readonly request: number;
  readonly said: string;
}

class FakeWorker extends EventTarget {
  readonly asked: { readonly request: number }[] = [];
  ended = false;

  postMessage(message: { readonly request: number }): void {
    this.asked.push(message);
  }

  terminate(): void {
    this.ended = true;
  }

  answer(request: number, said: string): void {
    this.dispatchEvent(new MessageEvent('message', { data: { request, said } }));
  }
}

const setUp = (cancellable = false) => {
  const worker = new FakeWorker();
  return { worker, requests: new WorkerRequests<Answer>(worker as unknown as Worker, cancellable) };
};

describe('requests to a worker', () => {
  it('get their own answers, in whatever order these come', () => {
    const { worker, requests } = setUp();
    const heard: string[] = [];
    for (const question of ['a', 'b'])
      requests.ask({ question }).subscribe(({ said }) => heard.push(`${question}: ${said}`));
    worker.answer(2, 'second');
    worker.answer(1, 'first');
    expect(heard).toEqual(['b: second', 'a: first']);
  });

  it('drop the answer that nobody waits for any more', () => {
    const { worker, requests } = setUp();
    const heard: string[] = [];
    requests
      .ask({})
      .subscribe(({ said }) => heard.push(said))
      .unsubscribe();
    worker.answer(1, 'too late');
    expect(heard).toEqual([]);
  });

  it('give every answer up to the last', () => {
    const { worker, requests } = setUp(true);
    const heard: string[] = [];
    requests.ask({}, ({ said }) => said === 'done').subscribe(({ said }) => heard.push(said));
    for (const said of ['half', 'done', 'more']) worker.answer(1, said);
    expect(heard).toEqual(['half', 'done']);
    expect(worker.asked).toEqual([{ request: 1 }]);
  });

  it('tell a worker that understands it when nobody listens any more', () => {
    const { worker, requests } = setUp(true);
    requests
      .ask({}, () => false)
      .subscribe()
      .unsubscribe();
    expect(worker.asked).toEqual([{ request: 1 }, { kind: 'cancel', request: 1 }]);
  });

  it('fail loudly when the worker does', () => {
    const { worker, requests } = setUp();
    const failures: string[] = [];
    requests.ask({}).subscribe({ error: (cause: Error) => failures.push(cause.message) });
    worker.dispatchEvent(new ErrorEvent('error', { message: 'broken' }));
    expect(failures).toEqual(['broken']);
    requests.end();
    expect(worker.ended).toBe(true);
  });
});
