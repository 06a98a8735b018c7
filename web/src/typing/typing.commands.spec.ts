import { TestBed } from '@angular/core/testing';
import { of } from 'rxjs';
import { canRun, keyLabel, type Command } from '../commands/command';
import { PiecesService } from '../services/pieces.service';
import { ReaderService } from '../services/reader.service';
import { Player } from '../sound/player.service';
import { beside, lengthWords } from './lengths';
import { TypingCommands } from './typing.commands';
import { TypingStore } from './typing.store';

const setUp = () => {
  TestBed.configureTestingModule({
    providers: [
      TypingStore,
      TypingCommands,
      { provide: ReaderService, useValue: { typed: () => of() } },
      { provide: PiecesService, useValue: {} },
      { provide: Player, useValue: { strike: () => Promise.resolve() } },
    ],
  });
  const commands = TestBed.inject(TypingCommands);
  const all = commands.entering.flatMap((group): Command[] => Object.values(group.commands));
  return { commands, all, store: TestBed.inject(TypingStore) };
};

describe('keys that type notes', () => {
  it('are each told, and no two are the same', () => {
    const { all } = setUp();
    expect(new Set(all.map(keyLabel)).size).toBe(all.length);
    expect(all.map(keyLabel)).not.toContain('');
  });

  // ABC standard 2.1: accidentals 4.2, octaves 4.1, chords 4.17, ties 4.11, rests 4.5, bar lines 4.8; numbers from memory.
  it('are the signs of ABC where it has one', () => {
    const { commands } = setUp();
    const label = (command: Command): string => keyLabel(command);
    const { sharp, flat, natural, octaveUp, octaveDown, chord, endChord, tie, rest } = commands.notes;
    expect([sharp, flat, natural, octaveUp, octaveDown, chord, endChord, tie, rest].map(label)).toEqual(
      ['^', '_', '=', "'", ',', '[', ']', '-', 'Z'], // prettier-ignore
    );
    expect(label(commands.lengths.barline)).toBe('|');
  });

  it('show what is on for the next note', () => {
    const { commands, store } = setUp();
    const { sharp, flat, chord, endChord } = commands.notes;
    sharp.run('');
    expect([sharp.isOn?.(), flat.isOn?.()]).toEqual([true, false]);
    flat.run('');
    expect([sharp.isOn?.(), flat.isOn?.(), store.sign()]).toEqual([false, true, -1]);
    expect(canRun(endChord)).toBe(false);
    chord.run();
    expect([chord.isOn(), canRun(endChord)]).toEqual([true, true]);
  });
});

describe('lengths', () => {
  it('are twice or half as long, within what is taught', () => {
    const quarter = { type: 'quarter' as const, dots: 0, triplet: false };
    expect(lengthWords(beside(quarter, -1))).toBe('half');
    expect(lengthWords(beside({ ...quarter, type: '16th' }, 1))).toBe('sixteenth');
    expect(lengthWords({ ...quarter, dots: 1 })).toBe('dotted quarter');
    expect(lengthWords({ type: 'eighth', dots: 0, triplet: true })).toBe('triplet eighth');
  });
});
