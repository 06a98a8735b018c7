import { TestBed } from '@angular/core/testing';
import { NEW_DESK, type FileSummary, type ReadAnswer } from '@kettle-step/contract';
import type { LostDecision } from '@kettle-step/core';
import { of, Subject, take, throwError, type Observable } from 'rxjs';
import { line } from '../../../../core/testing/line';
import { testPiece } from '../../../testing/piece';
import { openSession } from '../../../testing/session';
import { keepTextDraft, textDraft } from '../../parts/text-drafts';
import type { CarriedOver } from '../../services/engine.service';
import { ReaderService } from '../../services/reader.service';
import { CorrectStore } from './correct.store';
import { valueNameOf, VALUES } from './values';

const LOST: LostDecision = { kind: 'finger', side: 'left', bar: 3, pitch: 'C3', finger: 5 };
const changed = { document: '<new/>', carried: { locks: new Map(), desk: NEW_DESK, lost: [LOST], kept: 7 } };
const summary: FileSummary = {
  format: 'abc',
  title: 'New',
  bars: 1,
  notes: 1,
  notices: ['As heard.'],
  parts: [],
  tunes: [],
};

const setUp = (answer: Observable<CarriedOver> = of(changed), read?: ReadAnswer) => {
  const reader = { read: () => of(read ?? { kind: 'read', request: 1, summary, document: '<new/>' }) };
  const opened = openSession(testPiece('C4/1 D4 E4 F4 | G4/4'), new Map(), [
    CorrectStore,
    { provide: ReaderService, useValue: reader },
  ]);
  jest.spyOn(opened.engine, 'correct').mockReturnValue(answer);
  jest.spyOn(opened.engine, 'carry').mockReturnValue(of(changed));
  return { ...opened, store: TestBed.inject(CorrectStore) };
};

describe('mending the music', () => {
  it('says what is no longer set', () => {
    const { store } = setUp();
    store.correct(() => ({ kind: 'delete', noteId: 'n1' }));
    expect(store.lost()).toEqual(['Bar 3, left hand: 5 on C3']);
    expect(store.refusal()).toBe('');
  });

  it('says why it cannot be done', () => {
    const { store } = setUp(throwError(() => new Error('Only 1 quarter is left')));
    store.correct(() => ({ kind: 'delete', noteId: 'n1' }));
    expect(store.refusal()).toBe('Only 1 quarter is left');
  });

  it('says so when the mended music cannot be fingered, and mends the next thing', () => {
    const { store, engine, session } = setUp();
    engine.broken = 'Too many voices.';
    store.correct(() => ({ kind: 'delete', noteId: 'n1' }));
    expect(store.refusal()).toBe('Too many voices.');
    engine.broken = undefined;
    store.correct(() => ({ kind: 'delete', noteId: 'n1' }));
    expect([store.refusal(), session.document()]).toEqual(['', '<new/>']);
  });

  it('moves the chosen note along the scale of its key, by half steps and by octaves', () => {
    const { store, engine } = setUp();
    store.step(1);
    store.halfStep(-1);
    store.octave(1);
    expect(jest.mocked(engine.correct).mock.calls.map(([, correction]) => correction)).toMatchObject([
      { kind: 'pitch', pitch: { step: 'D', octave: 4 } },
      { kind: 'pitch', pitch: { step: 'C', alter: -1, octave: 4 } },
      { kind: 'pitch', pitch: { step: 'C', octave: 5 } },
    ]);
  });

  it('makes quick wishes wait for one another, each in its turn', () => {
    const answers = new Subject<CarriedOver>();
    const { store } = setUp(answers.pipe(take(1)));
    const asked: string[] = [];
    for (const noteId of ['n1', 'n2'])
      store.correct(() => {
        asked.push(noteId);
        return { kind: 'delete', noteId };
      });
    expect(asked).toEqual(['n1']);
    answers.next(changed);
    expect(asked).toEqual(['n1', 'n2']);
    store.correct(() => undefined);
    expect(store.refusal()).toBe('');
  });

  it('shows what a newer file would keep and lose before anything is changed', () => {
    const { store, session } = setUp();
    store.look(new File(['X:1'], 'newer.abc'));
    expect(store.newer()).toMatchObject({ name: 'newer.abc', kept: 7, notices: ['As heard.'] });
    expect(session.document()).not.toBe('<new/>');
    keepTextDraft('piece', { text: 'X:1', from: 'X:2' });
    store.take();
    expect(session.document()).toBe('<new/>');
    // What was written anew is in its place.
    expect(textDraft('piece')).toBeUndefined();
    expect(store.newer()).toBeUndefined();
  });

  it('leaves the music as it is, also after a file that cannot be read', () => {
    const { store, history } = setUp(of(changed), { kind: 'refused', request: 1, message: 'No tune was found.' });
    store.look(new File(['?'], 'letter.abc'));
    expect(store.refusal()).toBe('No tune was found.');
    expect(store.newer()).toBeUndefined();
    store.leave();
    expect(history.canUndo()).toBe(false);
  });
});

describe('lengths by name', () => {
  it('are told of a note, and of none that is tied', () => {
    const score = line('C4/1 D4/0.5 E4/1.5 F4/1 | G4/4');
    expect(score.notes.map((note) => valueNameOf(score, note))).toEqual([
      'quarter',
      'eighth',
      'dotted quarter',
      'quarter',
      'whole',
    ]);
    expect(valueNameOf(score, { ...score.notes[0]!, tiedIds: ['x'] })).toBe('');
    expect(new Set(VALUES.map(({ name }) => name)).size).toBe(VALUES.length);
  });
});
