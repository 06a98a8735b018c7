import { HttpClient, provideHttpClient, withInterceptors } from '@angular/common/http';
import { HttpTestingController, provideHttpClientTesting } from '@angular/common/http/testing';
import { TestBed } from '@angular/core/testing';
import { Access, waitsWhileLocked } from './access';
import { type ServerProblem } from './server-problem';

const LOCKED = { status: 401, statusText: 'Unauthorized' };
const OPEN = { hasPassPhrase: true, isOpen: true };

const setUp = () => {
  TestBed.configureTestingModule({
    providers: [provideHttpClient(withInterceptors([waitsWhileLocked])), provideHttpClientTesting()],
  });
  const [access, http, server] = [
    TestBed.inject(Access),
    TestBed.inject(HttpClient),
    TestBed.inject(HttpTestingController),
  ];
  const got: unknown[] = [];
  const ask = (): void => void http.get('/api/pieces').subscribe((answer) => got.push(answer));
  const unlock = (): void => {
    access.unlock('four plain old words').subscribe();
    server.expectOne('/api/access').flush(OPEN);
    TestBed.tick();
  };
  return { access, http, server, got, ask, unlock };
};

describe('what is asked while the studio is locked', () => {
  it('waits, covers the window, and is asked again once it is unlocked', () => {
    const { access, server, got, ask, unlock } = setUp();
    ask();
    server.expectOne('/api/pieces').flush(null, LOCKED);
    expect([access.isLocked(), got]).toEqual([true, []]);
    TestBed.tick();
    unlock();
    server.expectOne('/api/pieces').flush('the list');
    expect([access.isLocked(), got]).toEqual([false, ['the list']]);
  });

  it('waits again where it was locked again in the meantime', () => {
    const { server, got, ask, unlock } = setUp();
    ask();
    server.expectOne('/api/pieces').flush(null, LOCKED);
    TestBed.tick();
    unlock();
    server.expectOne('/api/pieces').flush(null, LOCKED);
    TestBed.tick();
    unlock();
    server.expectOne('/api/pieces').flush('the list');
    expect(got).toEqual(['the list']);
  });

  it('keeps what it was to send', () => {
    const { http, server, unlock } = setUp();
    http.put('/api/pieces/kite/plan', { fingers: [3] }).subscribe();
    server.expectOne('/api/pieces/kite/plan').flush(null, LOCKED);
    TestBed.tick();
    unlock();
    expect(server.expectOne('/api/pieces/kite/plan').request.body).toEqual({ fingers: [3] });
  });

  it('leaves every other failure as it is', () => {
    const { access, http, server } = setUp();
    const failed = jest.fn();
    http.get('/api/pieces').subscribe({ error: failed });
    server.expectOne('/api/pieces').flush(null, { status: 403, statusText: 'Forbidden' });
    expect(failed).toHaveBeenCalledTimes(1);
    expect(access.isLocked()).toBe(false);
  });
});

describe('the lock of this window', () => {
  it('follows what the server says', () => {
    const { access, server } = setUp();
    access.look().subscribe();
    server.expectOne('/api/access').flush({ hasPassPhrase: true, isOpen: false });
    expect(access.isLocked()).toBe(true);
    access.setPassPhrase({ current: 'a', passPhrase: 'b' }).subscribe();
    server.expectOne('/api/access/pass-phrase').flush(OPEN);
    expect(access.isLocked()).toBe(false);
    access.lock().subscribe();
    server.expectOne('/api/access').flush(null);
    expect(access.isLocked()).toBe(true);
  });

  it('stays where the phrase is wrong, and says so', () => {
    const { access, server } = setUp();
    access.isLocked.set(true);
    const told: ServerProblem[] = [];
    access.unlock('wrong').subscribe({ error: (cause: ServerProblem) => told.push(cause) });
    const problem = { type: '', title: '', status: 403, detail: 'That pass phrase is wrong.', code: 'forbidden' };
    server.expectOne('/api/access').flush(problem, { status: 403, statusText: 'Forbidden' });
    expect([access.isLocked(), told[0]?.message]).toEqual([true, 'That pass phrase is wrong.']);
  });
});
