import { TestBed } from '@angular/core/testing';
import { testPiece } from '../../testing/piece';
import { openSession } from '../../testing/session';
import { OtherWaysStore } from '../bar-card/other-ways.store';
import { trialsOf, withChoice } from '../session/trials';
import { Actions } from './actions';
import { TrialHere } from './trial-here';

describe('trying a way at home, on the bench', () => {
  beforeEach(() => jest.useFakeTimers());
  afterEach(() => jest.useRealTimers());

  const setUp = () => {
    const opened = openSession(testPiece('C4/1 D4 E4 F4 | G4/4'), new Map(), [Actions, OtherWaysStore]);
    const [actions, others] = [TestBed.inject(Actions), TestBed.inject(OtherWaysStore)];
    const wait = (): void => {
      TestBed.tick();
      jest.advanceTimersByTime(500);
      TestBed.tick();
    };
    wait();
    const fixture = TestBed.createComponent(TrialHere);
    const text = (): string => {
      fixture.detectChanges();
      return (fixture.nativeElement as HTMLElement).textContent!.replace(/\s+/g, ' ').trim();
    };
    return { ...opened, actions, others, wait, text };
  };

  it('sets what is looked at beside what stands, once, and takes it off again', () => {
    const { session, actions, others, wait, text } = setUp();
    actions.tryAtHome();
    expect(trialsOf(session.decisions())).toEqual([]);
    others.look(0);
    actions.tryAtHome();
    expect(actions.said()).toContain('it stands on the sheet');
    expect(text()).toMatch(/^Trial at home bar 1, right hand Take out A 1 2 3 4 B [1-5 ]+$/);
    wait();
    others.look(0);
    actions.tryAtHome();
    expect(actions.said()).toContain('tried already');
    actions.leaveTrial('1');
    expect(text()).toBe('');
  });

  it('tells what was chosen, and why', () => {
    const { session, history, actions, others, text } = setUp();
    others.look(0);
    actions.tryAtHome();
    const choice = { name: 'A', reason: 'the thumb is free', on: '2026-03-11' } as const;
    history.decide(withChoice(session.decisions(), '1', choice, '11 March 2026'));
    expect(text()).toContain('Tried bar 1, right hand');
    expect(text()).toContain('11 March 2026: the thumb is free');
  });

  it('looks at several bars together where that is wished for', () => {
    const { others, wait } = setUp();
    expect(others.bars()).toEqual([0, 0]);
    others.length.set(4);
    wait();
    // The piece has two.
    expect(others.bars()).toEqual([0, 1]);
    expect(others.ways()![0]!.fingers.size).toBe(5);
  });
});
