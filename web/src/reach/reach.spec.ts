import { TestBed } from '@angular/core/testing';
import { provideRouter } from '@angular/router';
import type { StudentSummary } from '@kettle-step/contract';
import {
  bothHands,
  cautionsOf,
  chordWays,
  createPlanner,
  handOfSpan,
  strainsOf,
  type Hand,
  type Side,
} from '@kettle-step/core';
import { of } from 'rxjs';
import { testPiece } from '../../testing/piece';
import { openSession } from '../../testing/session';
import { EngineService, type Given } from '../services/engine.service';
import { StudentsService } from '../services/students.service';
import { ChordTry } from './chord-try';
import { Reach } from './reach';
import { ReachTable } from './reach-table';

const textOf = (element: HTMLElement): string => element.textContent.replace(/\s+/g, ' ').trim();

describe('what a hand reaches', () => {
  it('stands in a table, left hand at the left', () => {
    const fixture = TestBed.createComponent(ReachTable);
    fixture.componentRef.setInput('hands', { right: handOfSpan(152), left: handOfSpan(212) });
    fixture.detectChanges();
    const row = (fixture.nativeElement as HTMLElement).querySelectorAll('tbody tr')[3] as HTMLElement;
    expect(textOf(row)).toBe('1-5 octave, ninth just · 197 mm fifth, sixth just · 137 mm');
  });

  it('is tried with any chord: the ways to take it, and why the others are out', () => {
    const engine = {
      chordWays: (hand: Hand, side: Side, midis: readonly number[]) =>
        of(chordWays(createPlanner(bothHands(hand)), hand, side, midis)),
    };
    TestBed.configureTestingModule({ providers: [{ provide: EngineService, useValue: engine }] });
    const fixture = TestBed.createComponent(ChordTry);
    fixture.componentRef.setInput('hands', bothHands(handOfSpan(152)));
    const look = (): string => {
      fixture.detectChanges();
      TestBed.tick();
      fixture.detectChanges();
      return textOf(fixture.nativeElement as HTMLElement);
    };
    expect(look()).toContain('No fingering of this hand takes these keys together');
    expect(look()).toContain('1-5 would open to 165 mm, this hand reaches 137');
    fixture.componentInstance.written.set('C4 E4 G4');
    expect(look()).toContain('1-3-5 easy');
    fixture.componentInstance.press(67);
    expect(fixture.componentInstance.written()).toBe('C4 E4');
    fixture.componentInstance.press(70);
    expect(fixture.componentInstance.written()).toBe('C4 E4 A#4');
    fixture.componentInstance.written.set('C4 H4');
    expect(look()).toContain('“H4” is not a key');
  });
});

const student = (id: string, name: string, spanMm: number): StudentSummary => ({
  id,
  name,
  remarks: '',
  since: null,
  rules: {},
  pieces: 0,
  hands: bothHands(handOfSpan(spanMm)),
});

describe('the reach of students in a piece', () => {
  beforeEach(() => jest.useFakeTimers());
  afterEach(() => jest.useRealTimers());

  const open = () => {
    const students = { list: () => of([student('pip', 'Pip', 150), student('juno', 'Juno', 212)]) };
    const opened = openSession(testPiece('[C4 G4 C5]/2 G4 | C4/4'), new Map(), [
      provideRouter([]),
      { provide: StudentsService, useValue: students },
    ]);
    const { engine, pieces, session } = opened;
    Object.assign(pieces, { list: () => of([]) });
    Object.assign(engine, {
      chordWays: () => of([]),
      strains: ({ desk: { settings } }: Given) => {
        const score = session.score()!;
        const plan = createPlanner(settings.hands).plan(score, { locks: new Map(), alternatives: 0 });
        return of({ strains: strainsOf(score, plan, settings.hands), cautions: cautionsOf(score, settings.hands) });
      },
    });
    const fixture = TestBed.createComponent(Reach);
    fixture.componentRef.setInput('student', 'pip');
    fixture.componentRef.setInput('beside', 'juno');
    fixture.componentRef.setInput('piece', 'piece');
    const look = (): string => {
      fixture.detectChanges();
      TestBed.tick();
      jest.advanceTimersByTime(100);
      fixture.detectChanges();
      return textOf((fixture.nativeElement as HTMLElement).querySelector('section.piece')!);
    };
    const press = (words: string): void =>
      [...(fixture.nativeElement as HTMLElement).querySelectorAll('button')]
        .find((button) => textOf(button) === words)!
        .click();
    return { ...opened, look, press };
  };

  it('is told for two side by side, with ways out for the one it is too much for', () => {
    const { look } = open();
    expect(look()).toContain('1 place asks for care.');
    expect(look()).toMatch(
      /C4 G4 C5 ?Bar 1, beat 1, right hand ?Pip: out of reach: 1-5 spans 165 mm of 135 ?Juno: within reach/,
    );
    expect(look()).toContain('Roll the chord');
  });

  it('is mended by one press, and written again by another', () => {
    const { look, press, session, history } = open();
    look();
    press('Leave out C5');
    expect(look()).toContain('Every chord, held note and leap lies within reach.');
    expect(look()).toContain('Bar 1: C5 is left out');
    expect(session.score()!.notes.map(({ id }) => id)).not.toContain('n3');
    press('As written');
    expect(look()).toContain('1 place asks for care.');
    history.undo();
    expect(look()).toContain('C5 is left out');
  });
});
