import { TestBed } from '@angular/core/testing';
import { provideRouter } from '@angular/router';
import { of } from 'rxjs';
import { drawn } from '../../testing/drawn';
import { testPiece } from '../../testing/piece';
import { openSession } from '../../testing/session';
import { SilentPlayer } from '../../testing/silent-player';
import { EngraverService } from '../services/engraver.service';
import { setFinger } from '../session/decisions';
import { Player } from '../sound/player.service';
import { Practice } from './practice';

// The chart itself is drawn by its package, in a browser.
jest.mock('../parts/line-figures.echarts', () => ({
  drawInto: () => ({ setOption: () => undefined, resize: () => undefined, dispose: () => undefined }),
}));

const open = async () => {
  const struck: (readonly number[])[] = [];
  const player = Object.assign(new SilentPlayer(), { strike: (keys: readonly number[]) => struck.push(keys) });
  const opened = openSession(
    testPiece('( C4/1/2 D4 E4 F4 G4 A4 B4 C5 ) | [C4 E4 G4]/2 [B3 D4 G4]/2 | G4/4', new Map(), {
      quartersPerMinute: 100,
    }),
    new Map(),
    [
      provideRouter([]),
      { provide: EngraverService, useValue: { engraveWhole: () => of([]) } },
      { provide: Player, useValue: player },
    ],
  );
  const fixture = TestBed.createComponent(Practice);
  fixture.componentRef.setInput('id', 'piece');
  const page = fixture.nativeElement as HTMLElement;
  const look = (): Promise<void> => drawn(fixture);
  const textOf = (selector: string): string => page.querySelector(selector)!.textContent.replace(/\s+/g, ' ').trim();
  const printed = (): readonly string[] =>
    [...page.querySelectorAll('.paper ol > li')].map((step) => step.textContent.replace(/\s+/g, ' ').trim());
  const press = async (words: string): Promise<void> => {
    const button = [...page.querySelectorAll('button')].find((one) => one.textContent.trim() === words);
    button!.click();
    await look();
  };
  /** Changes a field by its label, as the browser does. */
  const write = async (label: string, text: string, event = 'input'): Promise<void> => {
    const field =
      page.querySelector<HTMLInputElement | HTMLTextAreaElement>(`[aria-label="${label}"]`) ??
      [...page.querySelectorAll('label')].find((one) => one.textContent.trim() === label)!.querySelector('input')!;
    field.value = text;
    field.dispatchEvent(new Event(event));
    await look();
  };
  const tick = async (label: string): Promise<void> => {
    const box = [...page.querySelectorAll('label')].find((one) => one.textContent.trim() === label);
    box!.querySelector('input')!.click();
    await look();
  };
  await look();
  return { ...opened, fixture, page, look, textOf, printed, press, write, tick, struck };
};

describe('the practice sheet', () => {
  it('prints what stands in the list of steps, each with its place and its check', async () => {
    const { printed, page, look, press, write } = await open();
    expect(printed().join(' ')).toMatch(/Bar 1, right hand\. Thumb under, three stops\..*Check: /);
    const count = printed().length;
    page.querySelector<HTMLInputElement>('[aria-label="Step 1 on the sheet"]')!.click();
    await look();
    expect(printed()).toHaveLength(count - 1);
    await write('Words of step 2', 'Slowly, and sing.', 'change');
    expect(printed()[0]).toMatch(/Slowly, and sing\.$/);
    await write('A step of your own', 'Play it to the cat.');
    await press('Add');
    expect(printed().at(-1)).toBe('Play it to the cat.');
    await press('Delete');
    expect(printed()).toHaveLength(count - 1);
  });

  it('says which steps would also fit, and puts them in', async () => {
    const { textOf, printed, press, fixture } = await open();
    const { store } = fixture.componentInstance;
    const [count, before] = [store.more().length, printed().length];
    expect(textOf('.steps > details summary')).toBe(
      `${count} more ${count === 1 ? 'step that fits' : 'steps that fit'}`,
    );
    await press('Put it in');
    expect(printed()).toHaveLength(before + 1);
  });

  it('says where the music of a step is another since it was worded, and takes the new words', async () => {
    const { fixture, history, session, printed, press, look } = await open();
    const { store } = fixture.componentInstance;
    const apart = store.steps().find(({ step }) => step?.kind === 'apart')!;
    store.reword(apart.key, 'Alone.');
    history.decide(setFinger(session.decisions(), session.score()!.notes.at(-1)!.id, 3));
    await look();
    expect(printed().join(' ')).toContain('Alone.');
    await press('Take the new words');
    expect(printed().join(' ')).not.toContain('Alone.');
  });

  it('is about some bars alone where they are named', async () => {
    const { printed, write } = await open();
    await write('First bar', '3');
    await write('Last bar', '3');
    expect(printed().every((step) => step.startsWith('Bar 3, '))).toBe(true);
  });

  it('has a table of tempi by weeks, and the piece in words, where they are wished', async () => {
    const { page, textOf, tick } = await open();
    expect(page.querySelector('.weeks')).toBeNull();
    await tick('tempo table');
    const weeks = [...page.querySelectorAll('.weeks tbody tr')].map((row) =>
      [...row.children].map((cell) => cell.textContent.trim()),
    );
    expect(weeks[0]).toEqual(['Week 1', '60', '60', '65', '65', '69']);
    await tick('in words');
    expect(textOf('.spoken-words')).toMatch(/Right hand.*thumb/i);
  });
});

describe('the tempo ladder', () => {
  const ladderOf = (session: Awaited<ReturnType<typeof open>>['session']) => session.decisions().desk.practice.ladder;

  it('goes from what is steady today to the goal, in the weeks and days one has', async () => {
    const { session, write, textOf, press, page } = await open();
    expect(page.querySelector('.chart')!.getAttribute('aria-label')).toMatch(/^Tempo over \d weeks of \d days: \d+/);
    await write('Weeks', '3');
    await write('Days a week', '4');
    expect(ladderOf(session)).toMatchObject({ weeks: 3, daysAWeek: 4 });
    expect(page.querySelector('.chart')!.getAttribute('aria-label')).toContain('over 3 weeks of 4 days');
    expect(textOf('ks-ladder')).toContain('as usual again');
    await press('as usual again');
    expect(ladderOf(session)).toBeNull();
  });

  it('takes no tempo that is only half typed, and no week of eight days', async () => {
    const { session, write } = await open();
    for (const [label, text] of [
      ['steady today at', '4'],
      ['Weeks', '0'],
      ['Weeks', '27'],
      ['Weeks', '1.5'],
      ['Days a week', '8'],
      ['Days a week', ''],
    ] as const)
      await write(label, text);
    expect(ladderOf(session)).toBeNull();
    await write('steady today at', '44');
    expect(ladderOf(session)).toMatchObject({ today: 44, goal: null });
  });
});

describe('the piece as blocks', () => {
  it('shows what lies under the hand as one shape, and lets it be heard', async () => {
    const { page, struck } = await open();
    const buttons = [...page.querySelectorAll<HTMLButtonElement>('ks-blocks button')];
    expect(buttons.map((one) => one.getAttribute('aria-label'))).toEqual(
      expect.arrayContaining([expect.stringMatching(/^Hear right hand, bar 2, /)]),
    );
    for (const button of buttons) button.click();
    expect(struck).toContainEqual([60, 64, 67]);
  });
});
