import { TestBed } from '@angular/core/testing';
import type { ChangePassPhrase } from '@kettle-step/contract';
import { of, throwError, type Observable } from 'rxjs';
import { drawn } from '../../testing/drawn';
import { Access } from '../services/access';
import { PassPhrase } from './pass-phrase';

const PHRASE = 'brown kettle, second step';

const setUp = (hasPassPhrase: boolean, refusal?: string) => {
  const [sent, locked] = [[] as ChangePassPhrase[], jest.fn()];
  const access = {
    look: () => of({ hasPassPhrase, isOpen: true }),
    setPassPhrase: (change: ChangePassPhrase): Observable<unknown> => {
      sent.push(change);
      return refusal ? throwError(() => new Error(refusal)) : of({ hasPassPhrase: true, isOpen: true });
    },
    lock: () => {
      locked();
      return of(null);
    },
  };
  TestBed.configureTestingModule({ providers: [{ provide: Access, useValue: access }] });
  const fixture = TestBed.createComponent(PassPhrase);
  const page = fixture.nativeElement as HTMLElement;
  const look = (): Promise<void> => drawn(fixture);
  const type = async (name: string, text: string): Promise<void> => {
    const field = page.querySelector<HTMLInputElement>(`input[name="${name}"]`)!;
    field.value = text;
    field.dispatchEvent(new Event('input'));
    await look();
  };
  const button = (words: string): HTMLButtonElement =>
    [...page.querySelectorAll('button')].find(({ textContent }) => textContent?.trim() === words)!;
  return { page, look, type, button, sent, locked };
};

describe('the pass phrase at the foot of the shelf', () => {
  it('is set once it is long enough and was typed twice', async () => {
    const { page, look, type, button, sent } = setUp(false);
    await look();
    expect(page.textContent).toContain('Set a pass phrase');
    await type('new', 'brown kettle');
    expect(page.textContent).toContain('3 more characters');
    await type('new', PHRASE);
    await type('again', PHRASE.toUpperCase());
    expect(page.textContent).toContain('not the same yet');
    expect(button('Set it').disabled).toBe(true);
    await type('again', PHRASE);
    button('Set it').click();
    await look();
    expect(sent).toEqual([{ current: null, passPhrase: PHRASE }]);
    expect(page.textContent).toContain('The pass phrase is set');
    expect(page.querySelector<HTMLInputElement>('input[name="new"]')!.value).toBe('');
  });

  it('is changed only with the one until now, and says where that is wrong', async () => {
    const { page, look, type, button, sent } = setUp(true, 'That pass phrase is wrong.');
    await look();
    await type('current', 'four other old words');
    await type('new', PHRASE);
    await type('again', PHRASE);
    button('Set it').click();
    await look();
    expect(sent).toEqual([{ current: 'four other old words', passPhrase: PHRASE }]);
    expect(page.querySelector('[role="alert"]')?.textContent).toBe('That pass phrase is wrong.');
    expect(page.querySelector<HTMLInputElement>('input[name="new"]')!.value).toBe(PHRASE);
  });

  it('locks this window at once', async () => {
    const { look, button, locked } = setUp(true);
    await look();
    button('Lock it now').click();
    expect(locked).toHaveBeenCalledTimes(1);
  });
});
