import { cellsOfLane, lanesOf, progressOf, ribbonLanesSchema, type RibbonCell } from './ribbon';

const cell = (side: RibbonCell['side'], bar: number, more: Partial<RibbonCell> = {}): RibbonCell => ({
  side,
  bar,
  number: bar + 1,
  state: 'suggested',
  effort: 0,
  moves: [],
  ...more,
});

const RIBBON = [
  cell('left', 1, { state: 'silent' }),
  cell('right', 0, { effort: 2.7 }),
  cell('left', 0, { state: 'settled', effort: 40, moves: ['shift'] }),
  cell('right', 1, { state: 'open', effort: 8 }),
];

describe('the lanes of a small ribbon', () => {
  it('hold two signs a bar for each hand, in the order of bars', () => {
    const lanes = lanesOf(RIBBON);
    expect(lanes).toEqual({ right: 's3o9', left: 'D9-0' });
    expect(ribbonLanesSchema.safeParse(lanes).success).toBe(true);
    expect(ribbonLanesSchema.safeParse({ right: 's', left: '' }).success).toBe(false);
  });

  it('are read as they were written', () => {
    expect(cellsOfLane('D9-0s3')).toEqual([
      { state: 'settled', moving: true, effort: 1 },
      { state: 'silent', moving: false, effort: 0 },
      { state: 'suggested', moving: false, effort: 1 / 3 },
    ]);
    expect(cellsOfLane('')).toEqual([]);
  });

  it('tell how far the work is; silent bars do not count', () => {
    expect([
      progressOf({ right: 's1', left: '-0' }),
      progressOf({ right: 'd1s1', left: '-0' }),
      progressOf({ right: 'd1', left: '-0' }),
    ]).toEqual(['untouched', 'begun', 'settled']);
  });
});
