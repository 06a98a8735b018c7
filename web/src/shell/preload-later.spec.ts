import { TestBed } from '@angular/core/testing';
import type { Route } from '@angular/router';
import { of, throwError } from 'rxjs';
import { PreloadLater } from './preload-later';
import { Settled } from '../parts/settled';

describe('what the first place does not need', () => {
  beforeEach(() => jest.useFakeTimers());
  afterEach(() => jest.useRealTimers());

  const begin = (): string[] => {
    const loaded: string[] = [];
    const route: Route = {};
    TestBed.inject(PreloadLater)
      .preload(route, () => of('place'))
      .subscribe((place) => loaded.push(place));
    return loaded;
  };

  it('comes when that place says that it stands', () => {
    const loaded = begin();
    TestBed.tick();
    expect(loaded).toEqual([]);
    TestBed.inject(Settled).say();
    TestBed.tick();
    expect(loaded).toEqual(['place']);
  });

  it('may stay away, and nothing else with it', () => {
    const [told, route]: [string[], Route] = [[], {}];
    TestBed.inject(PreloadLater)
      .preload(route, () => throwError(() => new Error('offline')))
      .subscribe({ error: () => told.push('failed'), complete: () => told.push('over') });
    TestBed.inject(Settled).say();
    TestBed.tick();
    expect(told).toEqual(['over']);
  });

  it('comes by itself after a while', () => {
    const loaded = begin();
    jest.advanceTimersByTime(2500);
    TestBed.tick();
    expect(loaded).toEqual(['place']);
  });
});
