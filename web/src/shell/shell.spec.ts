import { DeferBlockState, TestBed } from '@angular/core/testing';
import { provideRouter } from '@angular/router';
import { testPiece } from '../../testing/piece';
import { openSession } from '../../testing/session';
import { ServerProblem } from '../services/server-problem';
import { setFinger } from '../session/decisions';
import { Leftovers } from '../session/leftovers';
import { BenchWay } from './bench-way';
import { Problems } from './problems';
import { SaveState } from './save-state';
import { Shell } from './shell';
import { Unexpected } from './unexpected';

const piece = testPiece('C4/1 D4 E4 F4 | G4/4');

const conflict = new ServerProblem(
  { type: '', title: '', status: 409, detail: 'Changed elsewhere.', code: 'conflict', currentRevision: 5 },
  'Changed elsewhere.',
);

const setUp = () => {
  const opened = openSession(piece, new Map(), [provideRouter([])]);
  const fixtures = [BenchWay, SaveState, Problems].map((part) => TestBed.createComponent<unknown>(part));
  const [way, state, problems] = fixtures.map(({ nativeElement }) => nativeElement as HTMLElement);
  const look = (): void => fixtures.forEach((fixture) => fixture.detectChanges());
  const set = (finger: 2 | 3): void => opened.history.decide(setFinger(opened.session.decisions(), 'n2', finger));
  look();
  const textOf = (part: HTMLElement): string => part.textContent?.replace(/\s+/g, ' ').trim() ?? '';
  const press = (name: string): void => {
    const button = [...problems!.querySelectorAll('button')].find((one) => textOf(one) === name);
    button!.click();
    jest.advanceTimersByTime(500);
    look();
  };
  return { ...opened, way: way!, state: state!, problems: problems!, look, set, textOf, press };
};

describe('what surrounds every place', () => {
  beforeEach(() => jest.useFakeTimers());
  afterEach(() => jest.useRealTimers());

  it('leads to the open piece, and says whether it is saved', () => {
    const { way, state, look, set, textOf } = setUp();
    expect([textOf(way), textOf(state)]).toEqual(['Bench · piece', 'saved']);
    set(3);
    look();
    expect(textOf(state)).toBe('saving…');
    jest.advanceTimersByTime(500);
    look();
    expect(textOf(state)).toBe('saved');
  });

  it('has neither while no piece is open', () => {
    const { session, way, state, look, textOf } = setUp();
    session.close();
    look();
    expect([textOf(way), textOf(state)]).toEqual(['', '']);
  });

  it('says when saving fails, and tries again when asked', () => {
    const { pieces, state, problems, look, set, textOf, press } = setUp();
    pieces.problem = new ServerProblem(undefined, 'Kettle Step cannot be reached.');
    set(3);
    jest.advanceTimersByTime(500);
    look();
    expect(textOf(state)).toBe('not saved');
    expect(textOf(problems)).toContain('piece: Kettle Step cannot be reached. Your work is kept on this device');
    pieces.problem = undefined;
    press('Try now');
    expect(textOf(problems)).toBe('');
    expect(pieces.saved).toHaveLength(1);
  });

  it('offers both ways out of a conflict', () => {
    const { pieces, state, problems, look, set, textOf, press } = setUp();
    pieces.problem = conflict;
    set(3);
    jest.advanceTimersByTime(500);
    look();
    expect(textOf(state)).toBe('changed elsewhere');
    expect(textOf(problems)).toContain('Both stay among the versions');
    pieces.problem = undefined;
    press('Keep what I see here');
    expect(textOf(problems)).toBe('');
    expect(pieces.saved).toHaveLength(1);
  });

  it('goes on with the other window’s work, too', () => {
    const { pieces, session, look, set, press } = setUp();
    pieces.problem = conflict;
    set(3);
    jest.advanceTimersByTime(500);
    look();
    press('Take the other one');
    expect(session.decisions().locks.size).toBe(0);
  });

  it('tells of a change that was taken back, and of mistakes of our own', () => {
    const { engine, problems, look, set, textOf } = setUp();
    engine.broken = 'Too many voices.';
    set(3);
    look();
    expect(textOf(problems)).toContain('The last change could not be worked out and was taken back. Too many voices.');
    const loud = jest.spyOn(console, 'error').mockImplementation(() => undefined);
    TestBed.inject(Unexpected).handleError(new Error('x is undefined'));
    look();
    expect(textOf(problems)).toContain('Something went wrong inside Kettle Step: x is undefined');
    expect(loud).toHaveBeenCalledTimes(1);
    loud.mockRestore();
  });

  it('tells what did not arrive as what it is, no mistake of ours', () => {
    const { problems, look, textOf } = setUp();
    const loud = jest.spyOn(console, 'error').mockImplementation(() => undefined);
    // As Chromium, Firefox and Safari say it, from memory.
    for (const said of [
      'Failed to fetch dynamically imported module: http://studio/chunk.js',
      'error loading dynamically imported module: http://studio/chunk.js',
      'Importing a module script failed.',
    ]) {
      TestBed.inject(Unexpected).message.set('');
      TestBed.inject(Unexpected).handleError(new TypeError(said));
      look();
      expect(textOf(problems)).toBe(
        'A part of Kettle Step could not be loaded. Try it again when the server can be reached; your work is kept on this device.',
      );
    }
    expect(loud).not.toHaveBeenCalled();
    loud.mockRestore();
  });

  it('says so itself where a part of it did not arrive', async () => {
    openSession(piece, new Map(), [provideRouter([])]);
    const fixture = TestBed.createComponent(Shell);
    const parts = await fixture.getDeferBlocks();
    for (const part of parts) await part.render(DeferBlockState.Error);
    const page = fixture.nativeElement as HTMLElement;
    expect(page.querySelector('[role=alert]')?.textContent).toContain('A part of this page could not be loaded.');
    expect(page.querySelector('ks-problems')).toBeNull();
  });

  it('offers what was left unsaved, and says so when the piece has moved on', async () => {
    const { pending, problems, session, look, textOf, press } = setUp();
    const { plan, document } = piece.stored;
    const fingers = [{ noteId: 'n2', finger: 3 as const, substitute: null, decidedBy: 'teacher' as const }];
    const left = { baseRevision: plan.revision + 1, document, fingers, ribbon: [], desk: plan.desk };
    pending.kept = [
      { pieceId: 'piece', title: 'Piece', window: 'gone', madeAt: '2026-01-05T10:00:00.000Z', plan: left },
    ];
    TestBed.inject(Leftovers).look();
    await Promise.resolve();
    look();
    expect(textOf(problems)).toContain('was not saved when its window was closed');
    expect(textOf(problems)).toContain('changed since');
    press('Bring that work back');
    await Promise.resolve();
    expect(session.decisions().locks.get('n2')).toBe(3);
  });
});
