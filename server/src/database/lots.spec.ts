import { inLots } from './lots';

describe('rows in lots', () => {
  it.each([
    [0, []],
    [1, [1]],
    [100, [100]],
    [101, [100, 1]],
    [320, [100, 100, 100, 20]],
  ])('%d rows', async (count, sizes) => {
    const rows = Array.from({ length: count }, (_, at) => at);
    const lots: number[][] = [];
    await inLots(rows, async (lot) => void lots.push(lot));
    expect(lots.map((lot) => lot.length)).toEqual(sizes);
    expect(lots.flat()).toEqual(rows);
  });

  it('let others have their turn in between', async () => {
    const turns: string[] = [];
    const working = inLots(Array<number>(250).fill(0), async () => void turns.push('lot'));
    setImmediate(() => turns.push('another'));
    await working;
    expect(turns.slice(0, 3)).toEqual(['lot', 'another', 'lot']);
  });

  it('end where one cannot be put in', async () => {
    let tried = 0;
    const full = new Error('full');
    const working = inLots(Array<number>(250).fill(0), () => {
      tried += 1;
      return Promise.reject(full);
    });
    await expect(working).rejects.toBe(full);
    expect(tried).toBe(1);
  });
});
