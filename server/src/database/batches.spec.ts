import { inBatches } from './batches';

describe('rows in batches', () => {
  it.each([
    [0, []],
    [1, [1]],
    [100, [100]],
    [101, [100, 1]],
    [320, [100, 100, 100, 20]],
  ])('%d rows', async (count, sizes) => {
    const rows = Array.from({ length: count }, (_, at) => at);
    const batches: number[][] = [];
    await inBatches(rows, async (batch) => void batches.push(batch));
    expect(batches.map((batch) => batch.length)).toEqual(sizes);
    expect(batches.flat()).toEqual(rows);
  });

  it('let others have their turn in between', async () => {
    const turns: string[] = [];
    const working = inBatches(Array<number>(250).fill(0), async () => void turns.push('batch'));
    setImmediate(() => turns.push('another'));
    await working;
    expect(turns.slice(0, 3)).toEqual(['batch', 'another', 'batch']);
  });

  it('end where one cannot be put in', async () => {
    let tried = 0;
    const full = new Error('full');
    const working = inBatches(Array<number>(250).fill(0), () => {
      tried += 1;
      return Promise.reject(full);
    });
    await expect(working).rejects.toBe(full);
    expect(tried).toBe(1);
  });
});
