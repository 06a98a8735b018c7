import { TestBed } from '@angular/core/testing';
import { provideRouter } from '@angular/router';
import type { OwnPage as OwnPageFacts } from '@kettle-step/contract';
import { of, throwError, type Observable } from 'rxjs';
import { OwnPageService } from '../services/own-page.service';
import { Visit } from '../services/visit';
import { OwnPage } from './own-page';

const FACTS: OwnPageFacts = {
  name: 'Pip',
  setOn: '2026-11-17',
  nextLesson: '2026-11-24T16:00',
  items: [
    { id: '1', pieceId: 'kite', title: 'Kite', bars: '1–4', words: 'hands apart', tempo: 50 },
    { id: '2', pieceId: null, title: '', bars: '', words: 'C position', tempo: null },
  ],
  memory: [{ subject: { kind: 'words', words: 'G position' }, dueOn: '2026-11-20' }],
};

const textOf = async (page: Observable<OwnPageFacts>): Promise<HTMLElement> => {
  TestBed.configureTestingModule({
    providers: [provideRouter([]), { provide: OwnPageService, useValue: { page: () => page } }],
  });
  TestBed.inject(Visit).token.set('abc');
  const fixture = TestBed.createComponent(OwnPage);
  fixture.componentRef.setInput('token', 'abc');
  await fixture.whenStable();
  return fixture.nativeElement as HTMLElement;
};

describe('a student’s own page', () => {
  it('says what is set, with the ways to sheet and player of each piece on it', async () => {
    const element = await textOf(of(FACTS));
    const words = element.textContent!.replace(/\s+/g, ' ');
    expect(words).toContain('Set on 17 November 2026. Next lesson: 24 November 2026, 16:00.');
    expect(words).toContain('Kite, bars 1–4: hands apart, at 50');
    expect(words).toContain('G position');
    const ways = [...element.querySelectorAll('li a')].map((way) => way.getAttribute('href'));
    expect(ways).toEqual(['/my/abc/pieces/kite/practice', '/my/abc/pieces/kite/player']);
  });

  it('says so where nothing is set, or the link no longer works', async () => {
    const empty = await textOf(of({ ...FACTS, setOn: null, items: [], memory: [], nextLesson: null }));
    expect(empty.textContent).toContain('Nothing is set at the moment.');
    TestBed.resetTestingModule();
    const gone = await textOf(throwError(() => new Error('This link no longer works.')));
    expect(gone.textContent).toContain('This link no longer works.');
    expect(gone.querySelector('main')).toBeNull();
  });
});
