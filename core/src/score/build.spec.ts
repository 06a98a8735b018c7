import { parsePitch } from '../keyboard/pitch';
import { layBars, noteOf } from './build';
import type { Key, Metre } from './score';

const WALTZ: Metre = { beats: 3, beatType: 4 };
const G: Key = { fifths: 1, mode: 'major' };
const bar = { metre: WALTZ, key: G };

describe('bars', () => {
  it('follow one another at full length, counted from 1', () => {
    const laid = layBars([bar, { ...bar, metre: { beats: 2, beatType: 4 } }, bar], 10);
    expect(laid.map(({ number, onsetTicks, lengthTicks }) => [number, onsetTicks, lengthTicks])).toEqual([
      [1, 0, 30],
      [2, 30, 20],
      [3, 50, 30],
    ]);
    expect(laid[0]).toMatchObject({ missingTicks: 0, repeatStart: false, repeatEnd: 0, endings: [] });
  });

  it('begin with an upbeat where the first is numbered 0', () => {
    const laid = layBars([{ ...bar, number: 0, lengthTicks: 10 }, bar], 10);
    expect(laid.map(({ number, onsetTicks, missingTicks }) => [number, onsetTicks, missingTicks])).toEqual([
      [0, 0, 20],
      [1, 10, 0],
    ]);
  });
});

describe('a note', () => {
  it('is plain and on the staff of its hand, unless more is said', () => {
    const said = { id: 'a', pitch: parsePitch('C4')!, bar: 0, onsetTicks: 0, durationTicks: 10 };
    expect(noteOf({ ...said, side: 'left' })).toMatchObject({ staff: 2, voice: '5', midi: 60, graceIndex: null });
    expect(noteOf({ ...said, side: 'right', voice: '2', fermata: true })).toMatchObject({
      staff: 1,
      voice: '2',
      fermata: true,
    });
  });
});
