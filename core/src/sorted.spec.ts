import fc from 'fast-check';
import { lastUpTo } from './sorted';

describe('the last item up to a place', () => {
  it('is what looking through all of them finds', () => {
    fc.assert(
      fc.property(fc.array(fc.nat(50)), fc.integer({ min: -1, max: 51 }), (places, at) => {
        const sorted = places.sort((a, b) => a - b);
        expect(lastUpTo(sorted, at, (place) => place)).toBe(sorted.findLastIndex((place) => place <= at));
      }),
    );
  });
});
