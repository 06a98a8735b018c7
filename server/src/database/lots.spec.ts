import { lotsOf } from './lots';

describe('rows in lots', () => {
  it.each([
    [0, []],
    [1, [1]],
    [500, [500]],
    [501, [500, 1]],
    [1704, [500, 500, 500, 204]],
  ])('%d rows', (count, sizes) => {
    const rows = Array.from({ length: count }, (_, at) => at);
    const lots = lotsOf(rows);
    expect(lots.map((lot) => lot.length)).toEqual(sizes);
    expect(lots.flat()).toEqual(rows);
  });

  it('keep below the most values of one statement, for the widest table that is filled so', () => {
    // SQLite, "Limits in SQLite", maximum number of host parameters: 32,766 since 3.32.0. A lesson has seven columns.
    expect(lotsOf(Array<number>(5000).fill(0))[0]!.length * 7).toBeLessThan(32_766);
  });
});
