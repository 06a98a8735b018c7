import { TestBed } from '@angular/core/testing';
import { KeyboardsService } from '../keyboards/keyboards.service';
import { Recorder } from './recorder';

describe('writing down what is played', () => {
  const setUp = () => {
    let clock = 1000;
    jest.spyOn(performance, 'now').mockImplementation(() => clock);
    TestBed.configureTestingModule({ providers: [Recorder] });
    const [recorder, keyboards] = [TestBed.inject(Recorder), TestBed.inject(KeyboardsService)];
    const play = (ms: number, midi: number, isDown: boolean): void => {
      clock = ms;
      keyboards.play(midi, isDown);
    };
    return { recorder, play, wait: (ms: number) => (clock = ms) };
  };
  afterEach(() => jest.restoreAllMocks());

  it('has each key with its time down, in the order they were struck', () => {
    const { recorder, play } = setUp();
    play(900, 40, true);
    recorder.begin();
    play(1000, 60, true);
    play(1100, 64, true);
    play(1400, 64, false);
    play(1900, 60, false);
    expect(recorder.count()).toBe(2);
    expect(recorder.end()).toEqual([
      { midi: 60, onMs: 1000, offMs: 1900 },
      { midi: 64, onMs: 1100, offMs: 1400 },
    ]);
    expect(recorder.isOn()).toBe(false);
  });

  it('ends keys that are still down with the playing, and one that is struck again before it came up', () => {
    const { recorder, play, wait } = setUp();
    recorder.begin();
    play(1000, 60, true);
    play(1500, 60, true);
    wait(2500);
    expect(recorder.end()).toEqual([
      { midi: 60, onMs: 1000, offMs: 1500 },
      { midi: 60, onMs: 1500, offMs: 2500 },
    ]);
    recorder.begin();
    expect(recorder.end()).toEqual([]);
  });
});
