import { signal } from '@angular/core';
import { TestBed } from '@angular/core/testing';
import { testPiece } from '../../testing/piece';
import { SilentPlayer } from '../../testing/silent-player';
import { Player } from './player.service';
import { Playback } from './playback';
import { TransportStore, type Music } from './transport.store';

// Two bars of quarters, then a bar in which the thumb goes under.
const PIECE = testPiece('C4/1 D4 E4 F4 | G4 F4 E4 D4 | ( C4/1/2 D4 E4 F4 G4 A4 B4 C5 )');
const QUARTER = PIECE.score.notes[0]!.durationTicks;

const open = ({ bar = 0, beat = 0 } = {}) => {
  const player = new SilentPlayer();
  TestBed.configureTestingModule({ providers: [Playback, TransportStore, { provide: Player, useValue: player }] });
  const store = TestBed.inject(TransportStore);
  const { score, plan } = PIECE;
  const fromTicks = score.bars[bar]!.onsetTicks + beat * QUARTER;
  const music = signal<Music | undefined>({ score, plan, bar, fromTicks });
  store.offer(music);
  TestBed.tick();
  const last = () => player.played.at(-1)!;
  const notes = (): readonly number[] =>
    last().schedule.events.flatMap((event) => (event.kind === 'note' ? [event.midi] : []));
  /** The sound has come to a note of what was played last. */
  const reach = (note: number): void => player.moment.set(last().schedule.moments[note]);
  const wish = (change: () => void): void => {
    change();
    TestBed.tick();
  };
  return { store, music, player, last, notes, reach, wish };
};

describe('the play controls', () => {
  it('play from the chosen note to the end, and stop', () => {
    const { store, notes, last } = open({ bar: 1, beat: 2 });
    store.toggle();
    expect(notes()).toEqual([64, 62, 60, 62, 64, 65, 67, 69, 71, 72]);
    expect(last().loop).toBe(false);
    store.toggle();
    expect(store.isPlaying()).toBe(false);
  });

  it('play the chosen bar round and round, or as far as a later bar', () => {
    const { store, notes, last } = open({ bar: 1, beat: 2 });
    store.toggleLoop();
    expect([notes(), last().loop]).toEqual([[67, 65, 64, 62], true]);
    store.toggleLoop();
    store.loopTo.set(3);
    store.toggleLoop();
    expect(notes()).toHaveLength(12);
    store.toggleLoop();
    // A bar before the chosen one is no end of a round.
    store.loopTo.set(1);
    store.toggleLoop();
    expect(notes()).toHaveLength(4);
  });

  it('let a new tempo be heard at once, from where the sound is, and not counted in again', () => {
    const { store, player, notes, reach, wish, last } = open();
    store.countIn.set(true);
    store.toggle();
    expect(last().schedule.beginsAt).toBeGreaterThan(0);
    reach(5);
    wish(() => store.percent.set(40));
    expect(player.played).toHaveLength(2);
    expect(notes().slice(0, 3)).toEqual([65, 64, 62]);
    expect(last().schedule.beginsAt).toBe(0);
  });

  it('keep the whole round when something is changed within it', () => {
    const { store, notes, reach, wish, last } = open({ bar: 1 });
    store.toggleLoop();
    reach(2);
    wish(() => store.percent.set(40));
    expect(notes()).toEqual([67, 65, 64, 62]);
    // It goes on at the third quarter.
    expect(last().from).toMatchObject({ ticks: PIECE.score.notes[6]!.onsetTicks, pass: 1 });
    expect(last().loop).toBe(true);
  });

  it('wait after a stop at a move, and go on as is wished by then', () => {
    const { store, player, notes, wish } = open();
    store.stopAtMoves.set(true);
    TestBed.tick();
    store.toggle();
    player.pause();
    store.toggle();
    expect([player.played.length, store.state().kind]).toEqual([1, 'playing']);
    player.pause();
    wish(() => store.nextVoice('right'));
    wish(() => store.percent.set(60));
    expect([player.played.length, store.state().kind]).toEqual([1, 'paused']);
    store.toggle();
    expect(player.played).toHaveLength(2);
    expect(store.voices().right).toBe('soft');
    // From the F on which the thumb goes under.
    expect(notes()).toEqual([65, 67, 69, 71, 72]);
  });

  it('say nothing where there is no music, and fall silent with their place', () => {
    const { store, music, player } = open();
    music.set(undefined);
    store.toggle();
    expect(player.played).toEqual([]);
    player.goOn();
    TestBed.resetTestingModule();
    expect(player.state().kind).toBe('silent');
  });
});
