import { TestBed } from '@angular/core/testing';
import { testPiece } from '../../testing/piece';
import { openSession } from '../../testing/session';
import { OtherWaysStore } from '../bar-card/other-ways.store';
import { canRun, keyLabel, wordsOf, type Command } from '../commands/command';
import { setFinger } from '../session/decisions';
import { Playback } from '../sound/playback';
import { TransportStore } from '../sound/transport.store';
import { Actions } from './actions';
import { BenchCommands } from './bench-commands';
import { BenchView } from './bench-view';
import { CorrectStore } from './correct/correct.store';
import { PlansStore } from './plans/plans.store';

const setUp = () => {
  const places = [
    Actions,
    BenchCommands,
    BenchView,
    CorrectStore,
    OtherWaysStore,
    PlansStore,
    Playback,
    TransportStore,
  ];
  const opened = openSession(testPiece('C4/1 D4 E4 F4 | G4/4'), new Map(), places);
  const commands = TestBed.inject(BenchCommands);
  const all = commands.groups.flatMap((group): Command[] => Object.values(group.commands));
  return { ...opened, commands, all, view: TestBed.inject(BenchView) };
};

describe('what can be done on the bench', () => {
  it('has a key each, no two the same, and each is told', () => {
    const { all } = setUp();
    const keys = all.flatMap((command) => command.keys);
    expect(new Set(keys).size).toBe(keys.length);
    expect(all.filter((command) => keyLabel(command) === '')).toEqual([]);
    expect(new Set(all.map(keyLabel)).size).toBe(all.length);
  });

  it('follows what stands: a finger can be cleared once it is set, a note corrected while that is open', () => {
    const { commands, history, session, view } = setUp();
    const { decide, correcting } = commands;
    expect([canRun(decide.free), canRun(decide.undo), canRun(correcting.takeOut)]).toEqual([false, false, false]);
    history.decide(setFinger(session.decisions(), 'n1', 3));
    view.toggle('correct');
    expect([canRun(decide.free), canRun(decide.undo), canRun(correcting.takeOut)]).toEqual([true, true, true]);
  });

  it('walks, sets a finger and settles by key alone', () => {
    const { commands, selection, session } = setUp();
    commands.walk.later.run();
    commands.decide.finger.run('4');
    expect([selection.chosenId(), session.decisions().locks.get('n2')]).toEqual(['n2', 4]);
    expect(wordsOf(commands.decide.settle)).toBe('Settle');
    commands.decide.settle.run();
    expect([...session.decisions().locks.keys()]).toEqual(expect.arrayContaining(['n1', 'n2', 'n3', 'n4']));
    expect(selection.chosenBar()).toBe(1);
  });

  it('leaves one thing after another', () => {
    const { commands, view } = setUp();
    view.toggle('effort');
    commands.decide.leave.run();
    expect(view.panel()).toBeUndefined();
  });
});
