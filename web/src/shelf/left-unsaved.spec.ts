import { signal } from '@angular/core';
import { TestBed } from '@angular/core/testing';
import { provideRouter } from '@angular/router';
import { NEW_DESK, type Pending } from '@kettle-step/contract';
import { of, throwError, type Observable } from 'rxjs';
import { Leftovers } from '../session/leftovers';
import { LeftUnsaved } from './left-unsaved';

const LEFT: Pending = {
  pieceId: 'millrace',
  title: 'Millrace',
  window: 'gone',
  madeAt: '2026-01-05T10:00:00.000Z',
  plan: { baseRevision: 1, document: '<score-partwise/>', fingers: [], ribbon: [], desk: NEW_DESK },
};

const setUp = (kept: readonly Pending[], forget: (left: Pending) => Observable<never> = () => of()) => {
  const all = signal(kept);
  const look = jest.fn();
  TestBed.configureTestingModule({
    providers: [provideRouter([]), { provide: Leftovers, useValue: { all, look, forget } }],
  });
  const fixture = TestBed.createComponent(LeftUnsaved);
  fixture.detectChanges();
  return { fixture, page: fixture.nativeElement as HTMLElement, look };
};

describe('work that was not saved, on the shelf', () => {
  it('is not spoken of where there is none', () => {
    const { page, look } = setUp([]);
    expect(look).toHaveBeenCalledTimes(1);
    expect(page.textContent!.trim()).toBe('');
  });

  it('is named with its day and the way to its piece', () => {
    const { page } = setUp([LEFT]);
    expect(page.querySelector('a')!.getAttribute('href')).toBe('/pieces/millrace');
    expect(page.textContent).toMatch(/Millrace, worked on 5 January 2026/);
  });

  it('says so where it cannot be thrown away', () => {
    const { fixture, page } = setUp([LEFT], () => throwError(() => new Error('no storage')));
    fixture.componentInstance.forget(LEFT);
    fixture.detectChanges();
    expect(page.querySelector('[role="alert"]')!.textContent).toBe('no storage');
  });
});
