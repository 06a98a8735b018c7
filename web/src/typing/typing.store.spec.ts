import { TestBed } from '@angular/core/testing';
import type { ReadAnswer, Typed } from '@kettle-step/contract';
import { applyEdit, type Template } from '@kettle-step/core/typing';
import { of, throwError, type Observable } from 'rxjs';
import { keepTextDraft, textDraft } from '../parts/text-drafts';
import { PiecesService } from '../services/pieces.service';
import { ReaderService } from '../services/reader.service';
import { noteAt, stretchOf } from './places';
import { TypingStore } from './typing.store';

const TEMPLATE: Template = {
  title: 'Study',
  composer: '',
  key: { fifths: 0, mode: 'major' },
  metre: { beats: 4, beatType: 4 },
  hands: 'both',
  quartersPerMinute: 96,
};

/** The first note stands at the beginning of the twelfth line, where the template's music begins. */
const TYPED: Typed = {
  engravable: '<score-partwise/>',
  places: new Map([
    ['v1-1', [{ line: 11, column: 1, length: 1 }]],
    ['v1-2', [{ line: 11, column: 3, length: 4 }]],
  ]),
  remarks: [{ line: 11, column: 3, message: 'Odd.' }],
  title: 'Study',
  bars: 1,
  notes: 2,
};

const setUp = (
  answer: ReadAnswer = { kind: 'typed', request: 1, ...TYPED },
  saved: Observable<unknown> = of({ id: 'new', title: '', notices: [] }),
) => {
  const sent: string[] = [];
  TestBed.configureTestingModule({
    providers: [
      TypingStore,
      { provide: ReaderService, useValue: { typed: () => of(answer) } },
      {
        provide: PiecesService,
        useValue: {
          abcOf: (id: string) => (id === 'gone' ? throwError(() => new Error('no longer')) : of('X:1\nK:C\nC|\n')),
          import: (_file: Blob, name: string) => {
            sent.push(name);
            return saved;
          },
        },
      },
    ],
  });
  const store = TestBed.inject(TypingStore);
  store.edits.subscribe((edit) => {
    store.typing.set(applyEdit(store.typing(), edit));
    TestBed.tick();
    jest.advanceTimersByTime(300);
  });
  return { store, sent };
};

describe('typing a piece in', () => {
  beforeEach(() => {
    localStorage.clear();
    jest.useFakeTimers();
  });
  afterEach(() => jest.useRealTimers());

  it('begins from a template and goes on note by note, at the length that is set', () => {
    const { store } = setUp();
    expect(store.begun()).toBe(false);
    store.begin(TEMPLATE);
    store.letter('C');
    store.lengthen(-1);
    store.strike([64, 67]);
    store.setFinger(3);
    expect(store.typing().text).toContain('V:R\nC [!3!EG]2');
    expect(store.value().type).toBe('half');
    store.toggleDot();
    store.toggleTriplet();
    store.lengthen(1);
    expect(store.value()).toEqual({ type: 'quarter', dots: 1, triplet: true });
  });

  it('strikes together what is typed in brackets, with the sign that was given before each letter', () => {
    const { store } = setUp();
    store.begin(TEMPLATE);
    store.letter('C');
    store.toggleChord();
    store.letter('D');
    store.toggleSign(1);
    store.letter('F');
    expect([store.sign(), store.chord()]).toEqual([null, 'on']);
    store.endChord();
    store.toggleSign(-1);
    store.letter('B');
    expect(store.typing().text).toContain('V:R\nC [D^F] _B');
    store.toggleChord();
    store.strike([60]);
    store.strike([64, 67]);
    expect(store.typing().text).toContain('_B [CEG] |');
    store.rest();
    expect(store.chord()).toBe('off');
    expect(store.begun()).toBe(true);
  });

  it('shows what was understood, lights the note at the caret and marks what is odd', () => {
    const { store } = setUp();
    store.begin(TEMPLATE);
    store.letter('C');
    expect(store.typed()?.bars).toBe(1);
    expect(store.litId()).toBe('v1-1');
    const { text } = store.typing();
    expect(text.slice(store.lit()!.from, store.lit()!.to)).toBe('C');
    expect(store.remarks()).toMatchObject([{ message: 'Odd.' }]);
  });

  it('keeps what was understood in sight while the text cannot be read', () => {
    const problem = { message: 'Line 11, column 1: too long.', line: 11, column: 1, isEmpty: false };
    const { store } = setUp({ kind: 'untypable', request: 1, ...problem });
    store.typed.set(TYPED);
    store.begin(TEMPLATE);
    expect(store.typed()).toBe(TYPED);
    expect(store.problem()?.message).toContain('too long');
    expect(store.remarks()).toMatchObject([{ message: problem.message }]);
    expect(store.litId()).toBeUndefined();
  });

  it('keeps a draft until the piece is on the shelf', () => {
    const { store, sent } = setUp();
    store.begin(TEMPLATE);
    // A head alone is no draft.
    expect(localStorage.getItem('kettle-step:typed')).toBeNull();
    store.letter('C');
    expect(localStorage.getItem('kettle-step:typed')).toContain('T:Study');
    store.save().subscribe();
    expect(sent).toEqual(['Study.abc']);
    expect(localStorage.getItem('kettle-step:typed')).toBeNull();
  });

  it('takes up the text of a piece, and leaves the draft of another alone', () => {
    localStorage.setItem('kettle-step:typed', 'X:1\nT:Draft');
    const { store } = setUp();
    store.open('millrace');
    expect(store.typing().text).toBe('X:1\nK:C\nC|\n');
    expect(localStorage.getItem('kettle-step:typed')).toBe('X:1\nT:Draft');
    store.open('gone');
    expect(store.refusal()).toBe('no longer');
  });

  it('goes on with a text that was left unfinished, and back to the piece’s own when asked', () => {
    const first = setUp();
    first.store.open('millrace');
    expect(textDraft('millrace')).toBeUndefined();
    first.store.letter('D');
    const left = first.store.typing().text;
    TestBed.resetTestingModule();
    // Somebody leaves, and comes back.
    const { store } = setUp();
    store.open('millrace');
    expect([store.typing().text, store.takenUp()]).toEqual([left, { isChanged: false }]);
    store.startAgain();
    expect([store.typing().text, store.takenUp()]).toEqual(['X:1\nK:C\nC|\n', undefined]);
    expect(textDraft('millrace')).toBeUndefined();
  });

  it('says that the piece was changed since the text was left', () => {
    keepTextDraft('millrace', { text: 'X:1\nK:C\nCDE|\n', from: 'X:1\nK:C\nE|\n' });
    const { store } = setUp();
    store.open('millrace');
    expect(store.takenUp()).toEqual({ isChanged: true });
    store.letter('D');
    expect(textDraft('millrace')?.from).toBe('X:1\nK:C\nE|\n');
  });

  it('keeps the draft and says why when the shelf does not take it', () => {
    const { store } = setUp(
      undefined,
      throwError(() => new Error('cannot be reached')),
    );
    store.begin(TEMPLATE);
    store.letter('C');
    store.save().subscribe();
    expect(store.refusal()).toBe('cannot be reached');
    expect(store.saving()).toBe(false);
    expect(localStorage.getItem('kettle-step:typed')).toContain('T:Study');
  });
});

describe('places in a text', () => {
  const text = 'ab\ncdef\n';

  it('are found by line and column, and end where the text ends', () => {
    expect(stretchOf(text, { line: 2, column: 2, length: 2 })).toEqual({ from: 4, to: 6 });
    expect(stretchOf(text, { line: 9, column: 1, length: 3 })).toEqual({ from: 8, to: 8 });
  });

  it('belong to the note at the caret or the last one before it on the line', () => {
    const typed = {
      ...TYPED,
      places: new Map([
        [
          'x',
          [
            { line: 2, column: 1, length: 1 },
            { line: 2, column: 4, length: 1 },
          ],
        ],
      ]),
    };
    expect(noteAt(typed, text, 3)).toBe('x');
    expect(noteAt(typed, text, 7)).toBe('x');
    expect(noteAt(typed, text, 1)).toBeUndefined();
  });
});
