import { computed, inject, Injectable } from '@angular/core';
import type { Finger } from '@kettle-step/core';
import { OtherWaysStore } from '../bar-card/other-ways.store';
import { sign, type Command, type CommandGroup } from '../commands/command';
import { notesAt } from '../session/decisions';
import { History } from '../session/history';
import { PieceSession } from '../session/piece-session';
import { Selection } from '../session/selection';
import { TransportStore } from '../sound/transport.store';
import { Actions } from './actions';
import { BenchView } from './bench-view';
import { CorrectStore } from './correct/correct.store';
import { PlansStore } from './plans/plans.store';
import { WRITING_WORDS, type Panel, type Sheet } from './bench-words';

/** Everything that can be done on the bench. Buttons, keys and the keys sheet are drawn from here. */
@Injectable()
export class BenchCommands {
  private readonly actions = inject(Actions);
  private readonly session = inject(PieceSession);
  private readonly selection = inject(Selection);
  private readonly history = inject(History);
  private readonly others = inject(OtherWaysStore);
  private readonly transport = inject(TransportStore);
  private readonly view = inject(BenchView);
  private readonly corrections = inject(CorrectStore);
  private readonly plans = inject(PlansStore);

  private readonly isHeld = computed(() => this.session.decisions().locks.has(this.selection.chosenId() ?? ''));
  private readonly hasPrinted = computed(() => {
    const score = this.session.score();
    return (
      score !== undefined && notesAt(score, this.selection.chosenPlace()).some(({ printed }) => printed.length > 0)
    );
  });
  private readonly plansWords = (): string => {
    const changed = this.plans.changed();
    return changed === 0 ? 'Plans' : `Plans (${changed} new)`;
  };
  private readonly isCorrecting = (): boolean => this.view.panel() === 'correct';

  readonly walk = {
    earlier: { words: 'Note before', keys: ['ArrowLeft'], run: () => this.actions.move('earlier') },
    later: { words: 'Note after', keys: ['ArrowRight'], run: () => this.actions.move('later') },
    higher: {
      words: 'Key above',
      does: 'Up in the chord, then to the right hand',
      keys: ['ArrowUp'],
      run: () => this.actions.move('higher'),
    },
    lower: {
      words: 'Key below',
      does: 'Down in the chord, then to the left hand',
      keys: ['ArrowDown'],
      run: () => this.actions.move('lower'),
    },
    lastBar: { words: 'Bar before', keys: ['PageUp'], run: () => this.actions.goBy(-1) },
    nextBar: { words: 'Bar after', keys: ['PageDown'], run: () => this.actions.goBy(1) },
    nextOpen: { words: 'Next open bar', keys: ['n'], run: () => this.actions.goToOpen(true) },
    lastOpen: { words: 'Previous open bar', keys: ['Shift+n'], run: () => this.actions.goToOpen(false) },
    otherHand: { words: 'The other hand', keys: ['h'], run: () => this.actions.otherHand() },
  } as const satisfies Record<string, Command>;

  readonly decide = {
    finger: {
      words: 'Finger',
      does: 'Set the finger of the note',
      keys: ['([1-5])'],
      label: '1 – 5',
      run: (key) => this.actions.setFinger(Number(key) as Finger),
    },
    free: {
      words: 'Clear the finger',
      does: 'Clear the finger of the note',
      keys: ['0'],
      can: this.isHeld,
      run: () => this.actions.freeFinger(),
    },
    tryAnother: {
      words: 'Try another',
      does: 'Try another way; Esc goes back',
      keys: ['t'],
      run: () => this.actions.tryAnother(),
    },
    tryAtHome: {
      words: 'Try it at home',
      does: 'Have the student try what is looked at beside what stands',
      keys: ['Shift+t'],
      can: () => this.others.at() >= 0,
      run: () => this.actions.tryAtHome(),
    },
    leave: {
      words: 'Back',
      does: 'Leave what is tried, then the panel, then stop the sound',
      keys: ['Escape'],
      run: () => this.leave(),
    },
    settle: {
      words: () => (this.actions.place().settled && this.others.at() < 0 ? 'Next open bar' : 'Settle'),
      does: 'Settle the bar with what is seen, and go to the next open one',
      keys: ['Enter'],
      run: () => this.actions.settle(),
    },
    reopen: {
      words: 'Open again',
      does: 'Open the bar again',
      keys: ['o'],
      can: () => this.actions.place().settled,
      run: () => this.actions.reopen(),
    },
    settleSure: {
      words: 'Settle all bars that are sure',
      keys: ['a'],
      run: () => this.actions.settleClear(),
    },
    keepPrinted: {
      words: 'Keep what is printed',
      does: 'Keep what is printed in the bar',
      keys: ['k'],
      can: this.hasPrinted,
      run: () => this.actions.keepPrinted(this.selection.chosenPlace()),
    },
    apart: {
      words: () => (this.actions.place().apart ? 'Follow them' : 'Let it differ'),
      does: 'Let the bar differ from others with the same music, or follow them again',
      keys: ['d'],
      run: () => this.actions.toggleApart(),
    },
    giveAway: {
      words: () => (this.actions.isGiven() ? 'Give it back' : 'Give to other hand'),
      does: 'Give the note to the other hand, or back',
      keys: ['g'],
      run: () => this.actions.giveAway(),
    },
    undo: { words: 'Undo', keys: ['$mod+z'], can: this.history.canUndo, run: () => this.history.undo() },
    redo: {
      words: 'Redo',
      keys: ['$mod+Shift+z', '$mod+y'],
      can: this.history.canRedo,
      run: () => this.history.redo(),
    },
  } as const satisfies Record<string, Command>;

  readonly look = {
    writing: {
      words: () => WRITING_WORDS[this.session.decisions().desk.writing],
      does: 'How much is written: every number, normal, pencil',
      keys: ['w'],
      run: () => this.actions.nextWriting(),
    },
    compare: this.panel('compare', 'Compare', 'Compare printed, suggested and ours', 'c'),
    effort: this.panel('effort', 'Effort', 'Effort over the piece', 'e'),
    correct: this.panel('correct', 'Correct', 'Correct the music', 'x'),
    together: this.panel('together', 'Together', 'Both hands together, beat by beat', 'y'),
    plans: this.panel('plans', this.plansWords, 'The general plan, and students’ own ones', 's'),
    marks: this.sheet('marks', 'Marks', 'Marks on the score', 'm'),
    words: this.sheet('words', 'In words', 'The piece in plain words, note by note', 'i'),
    form: this.sheet('form', 'Form', 'Repeats, sections and their links, and the pedal', 'f'),
    play: { words: 'Play', does: 'Play from here, stop', keys: ['p'], run: () => this.transport.toggle() },
    loop: {
      words: 'Loop',
      does: 'Play this bar over and over',
      keys: ['b'],
      run: () => this.transport.toggleLoop(),
    },
    remark: {
      words: 'Remark on this bar',
      keys: ['r'],
      run: () => this.view.writeRemark(),
    },
    level: this.sheet('level', 'Hand and level', 'Hand and level', 'l'),
    versions: this.sheet('versions', 'Versions', 'Versions of the plan', 'v'),
    help: this.sheet('help', 'Keys', 'These keys', sign('?')),
  } as const satisfies Record<string, Command>;

  /** Signs are those of ABC where it has one. */
  readonly correcting = {
    stepUp: this.correction('Step up', ['u'], () => this.corrections.step(1)),
    stepDown: this.correction('Step down', ['j'], () => this.corrections.step(-1)),
    sharper: this.correction('♯ Half step up', [sign('^')], () => this.corrections.halfStep(1)),
    flatter: this.correction('♭ Half step down', [sign('_')], () => this.corrections.halfStep(-1)),
    octaveUp: this.correction('Octave up', [sign("'")], () => this.corrections.octave(1)),
    octaveDown: this.correction('Octave down', [sign(',')], () => this.corrections.octave(-1)),
    takeOut: this.correction('Take it out', ['Delete'], () => this.corrections.takeOut()),
  } as const satisfies Record<string, Command>;

  readonly groups: readonly CommandGroup[] = [
    { title: 'Walk', commands: this.walk },
    { title: 'Decide', commands: this.decide },
    { title: 'Look and listen', commands: this.look },
    { title: 'While the music is corrected', commands: this.correcting },
  ];

  private panel(panel: Panel, words: Command['words'], does: string, key: string): Command {
    return { words, does, keys: [key], isOn: () => this.view.panel() === panel, run: () => this.view.toggle(panel) };
  }

  private sheet(sheet: Sheet, words: string, does: string, key: string): Command {
    return { words, does, keys: [key], run: () => this.view.sheet.set(sheet) };
  }

  private correction(words: string, keys: readonly string[], run: () => void): Command {
    return { words, keys, can: this.isCorrecting, run };
  }

  private leave(): void {
    if (this.others.at() >= 0) this.others.look(-1);
    else if (this.view.panel()) this.view.panel.set(undefined);
    else this.transport.stop();
  }
}
