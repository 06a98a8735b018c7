import { TestBed } from '@angular/core/testing';
import { provideRouter } from '@angular/router';
import { testPiece } from '../../testing/piece';
import { openSession } from '../../testing/session';
import { SilentPlayer } from '../../testing/silent-player';
import { Links } from '../session/links';
import { SheetSteps } from '../sheet/sheet-steps';
import { Playback } from '../sound/playback';
import { Player } from '../sound/player.service';
import { PlayerStore } from './player.store';

const MUSIC = '( C4/1/2 D4 E4 F4 G4 A4 B4 C5 ) | C5/2 C4/2 | G4/4';

const open = () => {
  const player = new SilentPlayer();
  openSession(testPiece(MUSIC, new Map(), { quartersPerMinute: 100 }), new Map(), [
    Links,
    SheetSteps,
    Playback,
    PlayerStore,
    { provide: Player, useValue: player },
    provideRouter([]),
  ]);
  const store = TestBed.inject(PlayerStore);
  TestBed.tick();
  /** Changes something, and lets what follows it follow. */
  const wish = (change: () => void): void => {
    change();
    TestBed.tick();
  };
  const notes = (): readonly number[] =>
    player.played.at(-1)!.schedule.events.flatMap((event) => (event.kind === 'note' ? [event.midi] : []));
  const goTo = (kind: string): void => {
    store.goTo(store.steps().find(({ step }) => step?.kind === kind)!.key);
  };
  return { player, store, notes, goTo, wish };
};

describe('the practice player', () => {
  it('goes from step to step of the sheet, and to the whole piece at the end', () => {
    const { store } = open();
    expect(store.at()).toBe(0);
    store.go(-1);
    expect(store.at()).toBe(0);
    for (let at = 0; at < 30; at += 1) store.go(1);
    expect(store.step().place).toBe('The whole piece');
  });

  it('plays the bars of a step round and round at the first tempo of the ladder, counted in', () => {
    const { store, player, notes, goTo } = open();
    goTo('thumb-under');
    store.toggle();
    expect(notes()).toEqual([60, 62, 64, 65, 67, 69, 71, 72]);
    const { schedule, loop } = player.played[0]!;
    expect(loop).toBe(true);
    expect(store.tempo()).toBe(60);
    // Four beats at 60 a minute.
    expect(schedule.beginsAt).toBeCloseTo(4);
    expect(schedule.counts.slice(0, 4).map(({ words }) => words)).toEqual(['1', '2', '3', '4']);
    expect(schedule.pauses).not.toEqual([]);
    store.toggle();
    expect(store.isPlaying()).toBe(false);
  });

  it('adds a beat each time, from the beginning or from the end, and then goes round all of it', () => {
    const { store, player, notes, goTo } = open();
    goTo('thumb-under');
    store.stopAtMoves.set(false);
    store.setGrowth('backward');
    store.toggle();
    expect(notes()).toEqual([71, 72]);
    player.end();
    expect(notes()).toEqual([67, 69, 71, 72].slice(0, 4));
    store.setGrowth('forward');
    expect(notes()).toEqual([60, 62]);
    player.end();
    player.end();
    expect(player.played.at(-1)!.loop).toBe(false);
    player.end();
    expect(notes()).toHaveLength(8);
    expect(player.played.at(-1)!.loop).toBe(true);
  });

  it('climbs the ladder, and mutes a hand, while it plays', () => {
    const { store, player, goTo, notes, wish } = open();
    goTo('thumb-under');
    store.toggle();
    TestBed.tick();
    const next = store.nextRung()!;
    wish(() => store.climb());
    expect(store.tempo()).toBe(next);
    wish(() => store.faster(1));
    expect(store.tempo()).toBe(next + 4);
    expect(player.played).toHaveLength(3);
    wish(() => store.nextVoice('right'));
    wish(() => store.nextVoice('right'));
    expect(store.voices().right).toBe('off');
    expect(notes()).toEqual([]);
  });

  it('plays the whole piece once, repeats taken; what is changed is heard from the bar where it is', () => {
    const { store, player, notes, wish } = open();
    for (let at = 0; at < 30; at += 1) store.go(1);
    store.toggle();
    TestBed.tick();
    expect(player.played[0]!.loop).toBe(false);
    expect(notes()).toHaveLength(11);
    // The second half note of the second bar.
    player.moment.set(player.played[0]!.schedule.moments.at(-2));
    wish(() => store.faster(1));
    expect(notes()).toEqual([72, 60, 67]);
  });

  it('hears what is changed during a stop at a move when it goes on', () => {
    const { store, player, goTo, wish } = open();
    goTo('thumb-under');
    store.toggle();
    TestBed.tick();
    player.pause();
    wish(() => store.faster(1));
    expect(player.played).toHaveLength(1);
    store.toggle();
    expect(player.played).toHaveLength(2);
    player.pause();
    store.toggle();
    expect([player.played.length, store.state().kind]).toEqual([2, 'playing']);
  });
});
