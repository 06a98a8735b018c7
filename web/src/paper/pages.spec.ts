import fc from 'fast-check';
import { musicHeightPx, musicWidthPx, paginate } from './pages';

describe('systems on paper', () => {
  it('keep their order, all of them, and fit where they can', () => {
    fc.assert(
      fc.property(fc.array(fc.integer({ min: 50, max: 500 }), { maxLength: 60 }), (heights) => {
        const pages = paginate(heights, 'A4');
        expect(pages.flat()).toEqual(heights.map((_, index) => index));
        pages.forEach((page, index) => {
          const height = page.reduce((sum, system) => sum + heights[system]!, 0);
          expect(page.length).toBeGreaterThan(0);
          expect(height <= musicHeightPx('A4', index === 0) || page.length === 1).toBe(true);
        });
      }),
    );
  });

  it('stand the same when they come one after another, and only the last page is laid anew', () => {
    fc.assert(
      fc.property(fc.array(fc.integer({ min: 50, max: 500 }), { maxLength: 40 }), (heights) => {
        const laid: number[][] = [];
        for (const height of heights) {
          const open = laid.pop() ?? [];
          const pages = paginate([...open, height], 'Letter', laid.length === 0);
          laid.push(...pages.map((page) => page.map((at) => [...open, height][at]!)));
        }
        expect(laid).toEqual(paginate(heights, 'Letter').map((page) => page.map((at) => heights[at]!)));
      }),
    );
  });

  it('have less room on the first page, which carries the title', () => {
    expect(musicHeightPx('A4', true)).toBeLessThan(musicHeightPx('A4', false));
    // A4 is narrower and taller than Letter.
    expect(musicWidthPx('A4')).toBeLessThan(musicWidthPx('Letter'));
    expect(musicHeightPx('A4', false)).toBeGreaterThan(musicHeightPx('Letter', false));
  });
});
