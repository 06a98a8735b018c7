import { FINGERS } from '../../hand/hand';
import { ALL_FINGERS, fingersIn, hasFinger, setOf } from './finger-set';

describe('a set of fingers', () => {
  it('has what was put in and nothing else', () => {
    expect(fingersIn(setOf(1, 5))).toEqual([1, 5]);
    expect(FINGERS.map((finger) => hasFinger(setOf(2, 3), finger))).toEqual([false, true, true, false, false]);
  });

  it('of all is the set of every finger, and of none is empty', () => {
    expect(setOf(...FINGERS)).toBe(ALL_FINGERS);
    expect(fingersIn(setOf())).toEqual([]);
  });
});
