import type { HttpInterceptorFn } from '@angular/common/http';
import { inject, Injectable, signal } from '@angular/core';
import type { CanActivateFn } from '@angular/router';

/** Whether a student looks at the own page by a link, and by which. Whoever visits only reads. */
@Injectable({ providedIn: 'root' })
export class Visit {
  readonly token = signal<string | undefined>(undefined);

  /** The way to a place of a piece, for a visitor within the own page. @example visit.wayTo('kite', 'player') */
  wayTo(pieceId: string, place: string): readonly string[] {
    const token = this.token();
    return [...(token === undefined ? ['/'] : ['/my', token]), 'pieces', pieceId, place];
  }
}

/** Begins a visit, by the link in the address. */
export const visiting: CanActivateFn = ({ paramMap }) => {
  inject(Visit).token.set(paramMap.get('token') ?? undefined);
  return true;
};

/** Ends it: the rest of the studio is the teacher's. */
export const atHome: CanActivateFn = () => {
  inject(Visit).token.set(undefined);
  return true;
};

/** What a visitor asks for goes by the link, which opens only what is on the list. */
export const throughVisit: HttpInterceptorFn = (request, next) => {
  const token = inject(Visit).token();
  const { url } = request;
  if (token === undefined || !url.startsWith('/api/') || url.startsWith('/api/mine/')) return next(request);
  return next(request.clone({ url: url.replace('/api/', `/api/mine/${encodeURIComponent(token)}/`) }));
};
