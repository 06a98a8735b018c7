import { inject, Injectable } from '@angular/core';
import type { Step } from '@kettle-step/core';
import { pitchesOfLast } from '@kettle-step/core/typing';
import { sign, type Command, type CommandGroup } from '../commands/command';
import { Player } from '../sound/player.service';
import { TypingStore } from './typing.store';

/**
 * What can be done while a piece is typed in note by note. Signs are those of ABC where it has one, so that keys and text teach
 * each other: a sign stands before its note, an octave mark after it, brackets round a chord. Digits are fingers, so lengths
 * have signs of their own.
 */
@Injectable()
export class TypingCommands {
  private readonly store = inject(TypingStore);
  private readonly player = inject(Player);

  readonly notes = {
    letter: {
      words: 'Note',
      does: 'Note, near the one before it',
      keys: ['[Shift]+([a-g])'],
      label: 'A – G',
      run: (key) => this.letter(key),
    },
    finger: {
      words: 'Finger',
      does: 'Finger of the note; in a chord from the bottom up',
      keys: ['([1-5])'],
      label: '1 – 5',
      run: (key) => this.store.setFinger(Number(key)),
    },
    sharp: this.signCommand(1, '♯', 'Sharp before the next note', '^'),
    flat: this.signCommand(-1, '♭', 'Flat before the next note', '_'),
    natural: this.signCommand(0, '♮', 'Natural before the next note', '='),
    octaveUp: { words: 'Octave up', does: 'Last note an octave up', keys: [sign("'")], run: () => this.octave(1) },
    octaveDown: {
      words: 'Octave down',
      does: 'Last note an octave down',
      keys: [sign(',')],
      run: () => this.octave(-1),
    },
    chord: {
      words: 'Chord',
      does: 'Begin a chord: what follows is struck together',
      keys: [sign('[')],
      isOn: () => this.store.chord() !== 'off',
      run: () => this.store.toggleChord(),
    },
    endChord: {
      words: 'End of chord',
      keys: [sign(']')],
      can: () => this.store.chord() !== 'off',
      run: () => this.store.endChord(),
    },
    tie: { words: 'Tie', does: 'Tie the note to the next one', keys: ['-'], run: () => this.store.tie() },
    rest: { words: 'Rest', keys: ['z'], run: () => this.store.rest() },
    takeOut: {
      words: 'Take out',
      does: 'Take the last note out',
      keys: ['Backspace'],
      run: () => this.store.takeOut(),
    },
  } as const satisfies Record<string, Command>;

  readonly lengths = {
    longer: { words: 'Longer', does: 'Next note twice as long', keys: [sign('*')], run: () => this.store.lengthen(-1) },
    shorter: { words: 'Shorter', does: 'Next note half as long', keys: [sign('/')], run: () => this.store.lengthen(1) },
    dot: {
      words: 'Dotted',
      keys: [sign('>')],
      isOn: () => this.store.value().dots > 0,
      run: () => this.store.toggleDot(),
    },
    triplet: {
      words: 'Triplet',
      keys: ['t'],
      isOn: () => this.store.value().triplet,
      run: () => this.store.toggleTriplet(),
    },
    barline: {
      words: 'Barline',
      does: 'Barline before the bar is full, for an upbeat',
      keys: [sign('|')],
      run: () => this.store.barline(),
    },
    otherHand: { words: 'Other hand', keys: ['h'], run: () => this.store.otherHand() },
  } as const satisfies Record<string, Command>;

  readonly entering: readonly CommandGroup[] = [
    { title: 'Notes', commands: this.notes },
    { title: 'Lengths and bars', commands: this.lengths },
  ];

  private signCommand(alter: -1 | 0 | 1, words: string, does: string, key: string): Command {
    return {
      words,
      does,
      keys: [sign(key)],
      isOn: () => this.store.sign() === alter,
      run: () => this.store.toggleSign(alter),
    };
  }

  private letter(key: string): void {
    this.store.letter(key.toUpperCase() as Step);
    this.sound();
  }

  private octave(by: 1 | -1): void {
    this.store.moveByOctave(by);
    this.sound();
  }

  /** What was entered last is heard. */
  private sound(): void {
    void this.player.strike(pitchesOfLast(this.store.typing()));
  }
}
