import { TestBed } from '@angular/core/testing';
import { Player } from './player.service';
import type { Course } from './instrument';
import type { Schedule } from './schedule';

const heard: unknown[] = [];
let loads = 0;
let fails = false;

// The samples come over the wire and sound by Web Audio, which a test has not.
jest.mock('./instrument', () => ({
  createInstrument: () => {
    loads += 1;
    if (fails) return Promise.reject(new Error('no samples'));
    return Promise.resolve({
      strike: (keys: number[]) => heard.push(keys),
      play: (schedule: Schedule, course: Course) => heard.push({ ...course, endsAt: schedule.endsAt }),
      stop: () => undefined,
    });
  },
}));

const SCHEDULE: Schedule = { events: [], moments: [], pauses: [], counts: [], beginsAt: 0, endsAt: 1 };

describe('the player', () => {
  beforeEach(() => {
    heard.length = 0;
    loads = 0;
    fails = false;
  });

  it('lets touched keys be heard, from the first one on, with one load of the sounds', async () => {
    const player = TestBed.inject(Player);
    await player.strike([60]);
    await player.strike([60, 64]);
    await player.strike([]);
    player.touches.set(false);
    await player.strike([65]);
    expect(heard).toEqual([[60], [60, 64]]);
    expect(loads).toBe(1);
  });

  it('sounds only the last of the keys that were touched while the sounds came', async () => {
    const player = TestBed.inject(Player);
    await Promise.all([player.strike([60]), player.strike([62])]);
    expect(heard).toEqual([[62]]);
  });

  it('plays on the same instrument', async () => {
    const player = TestBed.inject(Player);
    await player.strike([60]);
    await player.play(SCHEDULE, false);
    expect(heard).toEqual([[60], { loop: false, startSeconds: 0, endsAt: 1 }]);
    expect(loads).toBe(1);
    expect(player.state().kind).toBe('playing');
  });

  it('plays only what was wished last, when the sounds come late', async () => {
    const player = TestBed.inject(Player);
    const first = player.play(SCHEDULE, false);
    player.stop();
    const second = player.play({ ...SCHEDULE, endsAt: 2 }, true);
    await Promise.all([first, second]);
    expect(heard).toEqual([{ loop: true, startSeconds: 0, endsAt: 2 }]);
    expect(player.state().kind).toBe('playing');
    heard.length = 0;
    TestBed.resetTestingModule();
    const another = TestBed.inject(Player);
    const never = another.play(SCHEDULE, false);
    another.stop();
    await never;
    expect([heard, another.state().kind]).toEqual([[], 'silent']);
  });

  it('begins where it is asked to, by the moment of the written piece', async () => {
    const player = TestBed.inject(Player);
    const moments = [0, 1, 2].map((at) => ({ ticks: at * 480, pass: 1, seconds: at / 2 }));
    await player.play({ ...SCHEDULE, moments }, true, { ticks: 960, pass: 1 });
    await player.play({ ...SCHEDULE, moments }, true, { ticks: 960, pass: 2 });
    expect(heard).toMatchObject([{ startSeconds: 1 }, { startSeconds: 0 }]);
  });

  it('says what is wrong, and tries again when it is asked again', async () => {
    const player = TestBed.inject(Player);
    fails = true;
    await player.strike([60]);
    await player.play(SCHEDULE, false);
    expect(player.state()).toEqual({ kind: 'failed', message: 'The piano cannot be heard: Error: no samples' });
    fails = false;
    await player.play(SCHEDULE, false);
    expect(player.state().kind).toBe('playing');
    expect(loads).toBe(3);
  });
});
