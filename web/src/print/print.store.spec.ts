import { TestBed } from '@angular/core/testing';
import { testPiece } from '../../testing/piece';
import { openSession } from '../../testing/session';
import { ease, setWriting } from '../session/decisions';
import { PrintStore } from './print.store';

/** A chord, a thumb that goes under, and one key over and over. */
const PIECE = testPiece(`[C4 G4 C5]/2 G4 | ( C4/1/2 D4 E4 F4 G4 A4 B4 C5 ) | ${'C4/1/4 '.repeat(16)}| E4/4`);

const open = () => {
  const opened = openSession(PIECE, new Map(), [PrintStore]);
  const store = TestBed.inject(PrintStore);
  const written = (): readonly boolean[] => [...store.notes()!.values()].map((note) => note.written);
  return { ...opened, store, written };
};

describe('the open piece on paper', () => {
  it('has as many numbers as on the bench, until something else is chosen for the paper', () => {
    const { store, written, session, history } = open();
    expect(store.writing()).toBe('every');
    expect(written()).not.toContain(false);
    store.writing.set('pencil');
    expect(written()).toContain(false);
    // The bench keeps its own.
    expect(session.decisions().desk.writing).toBe('every');
    history.decide(setWriting(session.decisions(), 'normal'));
    expect(store.writing()).toBe('normal');
  });

  it('shows positions, moves and the strip as they are wished', () => {
    const { store } = open();
    expect(store.marks()!.brackets.length).toBeGreaterThan(1);
    expect(store.marks()!.moves.map(({ kind }) => kind)).toContain('thumb-under');
    expect(store.room()).toBe('marks');
    store.positions.set(false);
    store.moves.set(false);
    store.strip.set(true);
    expect([store.marks()!.brackets, store.marks()!.moves]).toEqual([[], []]);
    expect(store.room()).toBe('strip');
  });

  it('tells what is eased, and what asks the hands that play for care', () => {
    const { store, session, history } = open();
    expect(store.care()).toEqual([expect.stringMatching(/^Bar 3: One key 16 times in a row, right hand/)]);
    history.decide(
      ease(
        session.decisions(),
        { easings: [{ kind: 'leave-out', noteId: PIECE.score.notes[2]!.id }], give: [] },
        'left',
      ),
    );
    expect(store.care()).toHaveLength(2);
    expect(store.care()[0]).toMatch(/^Bar 1: [CG][45] is left out\.$/);
  });

  it('has nothing to print while no piece is open', () => {
    const { store, session } = open();
    session.close();
    expect([store.notes(), store.marks()]).toEqual([undefined, undefined]);
  });
});
