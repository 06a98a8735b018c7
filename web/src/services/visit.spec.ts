import { provideHttpClient, withInterceptors, HttpClient } from '@angular/common/http';
import { HttpTestingController, provideHttpClientTesting } from '@angular/common/http/testing';
import { TestBed } from '@angular/core/testing';
import { convertToParamMap, type ActivatedRouteSnapshot, type RouterStateSnapshot } from '@angular/router';
import { atHome, throughVisit, Visit, visiting } from './visit';

describe('a visit by a link', () => {
  const setUp = () => {
    TestBed.configureTestingModule({
      providers: [provideHttpClient(withInterceptors([throughVisit])), provideHttpClientTesting()],
    });
    const [visit, http] = [TestBed.inject(Visit), TestBed.inject(HttpClient)];
    const asked = TestBed.inject(HttpTestingController);
    const addressOf = (url: string): string => {
      http.get(url).subscribe();
      const { request } = asked.expectOne(() => true);
      return request.url;
    };
    const go = (guard: typeof visiting, token?: string): unknown =>
      TestBed.runInInjectionContext(() =>
        guard(
          { paramMap: convertToParamMap(token === undefined ? {} : { token }) } as ActivatedRouteSnapshot,
          {} as RouterStateSnapshot,
        ),
      );
    return { visit, addressOf, go };
  };

  it('asks for everything through the link, and for nothing twice through it', () => {
    const { addressOf, go } = setUp();
    expect(go(visiting, 'abc')).toBe(true);
    expect(addressOf('/api/pieces/kite')).toBe('/api/mine/abc/pieces/kite');
    expect(addressOf('/api/mine/abc')).toBe('/api/mine/abc');
    expect(addressOf('/media/piano.mp3')).toBe('/media/piano.mp3');
  });

  it('ends as soon as one is at home', () => {
    const { visit, addressOf, go } = setUp();
    go(visiting, 'abc');
    expect(visit.wayTo('kite', 'player')).toEqual(['/my', 'abc', 'pieces', 'kite', 'player']);
    expect(go(atHome)).toBe(true);
    expect(addressOf('/api/pieces/kite')).toBe('/api/pieces/kite');
    expect(visit.wayTo('kite', 'player').join('/')).toBe('//pieces/kite/player');
  });
});
