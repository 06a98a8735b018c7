import { TestBed } from '@angular/core/testing';
import { provideNzIcons } from 'ng-zorro-antd/icon';
import { UnlockOutline } from '@ant-design/icons-angular/icons';
import type { Finger } from '@kettle-step/core';
import { testPiece, type TestPiece } from '../../testing/piece';
import { BarCard } from './bar-card';

/** Text as it is read: what is only drawn is left out, elements stand apart. */
const readable = (host: HTMLElement): string => {
  const copy = host.cloneNode(true) as HTMLElement;
  for (const drawn of copy.querySelectorAll('[aria-hidden="true"]')) drawn.remove();
  const walker = document.createTreeWalker(copy, NodeFilter.SHOW_TEXT);
  const words: string[] = [];
  while (walker.nextNode()) words.push(walker.currentNode.textContent ?? '');
  return words.join(' ').replace(/\s+/g, ' ');
};

beforeEach(() => TestBed.configureTestingModule({ providers: [provideNzIcons([UnlockOutline])] }));

const show = ({ score, plan, notes }: TestPiece, bar: number, chosen?: string) => {
  const fixture = TestBed.createComponent(BarCard);
  fixture.componentRef.setInput('score', score);
  fixture.componentRef.setInput('plan', plan);
  fixture.componentRef.setInput('bar', bar);
  fixture.componentRef.setInput('chosen', chosen && notes.get(chosen));
  fixture.detectChanges();
  const host = fixture.nativeElement as HTMLElement;
  return { host, text: readable(host) };
};

const run = testPiece('( C4/1/2 D4 E4 F4 G4 A4 B4 C5 ) | C5/4');

describe('the bar card', () => {
  it('names the positions of the bar and the moves between them, with their reason', () => {
    const { text } = show(run, 0);
    expect(text).toContain('C position C4 to G4 · from beat 1');
    expect(text).toContain('F position F4 to C5 · from beat 2½');
    expect(text).toContain('thumb under beat 2½ the thumb passes under 3 to F4');
  });

  it('says which position goes on from the bar before', () => {
    expect(show(run, 1).text).toContain('F position F4 to C5 · stays');
  });

  it('shows the chosen note with who decided its finger', () => {
    const set = testPiece('C4/1 D4 E4 F4', new Map<string, Finger>([['n2', 3]]));
    expect(show(set, 0, 'n2').text).toContain('D4 beat 2, right hand, set by you');
    expect(show(set, 0, 'n1').text).toContain('C4 beat 1, right hand, suggested');
  });

  it('gives reaches against the hand, and warns in words', () => {
    const wide = show(testPiece('[C4 G5]/4'), 0);
    expect(wide.text).toContain('out of reach: roll it or leave a note out');
    expect(wide.text).toContain('Take care: This chord is wider than the right hand reaches');
  });

  it('always carries the caution', () => {
    expect(show(run, 0).text).toContain('Pain or tiredness: stop and rest.');
  });

  it('says how to prepare a move, and of a jump whether there is time', () => {
    expect(show(run, 0).text).toContain('Prepare: while 3 plays E4, bring the thumb under it to F4');
    const jump = testPiece('C4/1/4 D4 E4 C6 D6 E6', new Map(), { quartersPerMinute: 120 });
    expect(show(jump, 0).text).toMatch(
      /\d+ mm in 0\.06 s; a comfortable jump takes 0\.\d\d s, so it fits only up to ♩ = \d+/,
    );
  });

  it('tells of bars with the same music, and of printed numbers', () => {
    const twice = testPiece('G4/1 E4 C4 E4 | A4/4 | G4/1 E4 C4 E4');
    expect(show(twice, 0).text).toContain('the same music as bar 3');
    const printed = {
      ...run,
      score: {
        ...run.score,
        notes: run.score.notes.map((note, index) => ({
          ...note,
          printed: index < 2 ? [{ finger: index + 2, substitution: false, alternate: false }] : [],
        })),
      },
    };
    expect(show(printed, 0).text).toContain('Printed 2 3 – – – – – –: 2 of 2 differ');
  });
});
