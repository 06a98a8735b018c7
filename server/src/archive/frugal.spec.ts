import * as v8 from 'node:v8';
import { frugally } from './frugal';

jest.mock('node:v8', () => ({ setFlagsFromString: jest.fn() }));
const said = v8.setFlagsFromString as jest.Mock;
const [FRUGAL, USUAL] = ['--optimize-for-size', '--no-optimize-for-size'];

describe('large work', () => {
  beforeEach(() => said.mockReset());

  it('is done frugally, and everything afterwards as usual', async () => {
    expect(await frugally(() => Promise.resolve(said.mock.calls.flat()))).toEqual([FRUGAL]);
    expect(said.mock.calls.flat()).toEqual([FRUGAL, USUAL]);
  });

  it('ends the same way where it fails', async () => {
    await expect(frugally(() => Promise.reject(new Error('full')))).rejects.toThrow('full');
    expect(said.mock.calls.flat().at(-1)).toBe(USUAL);
  });

  it('is as usual again when the last of several has ended', async () => {
    let end: () => void = () => undefined;
    const long = frugally(() => new Promise<void>((resolve) => (end = resolve)));
    await frugally(() => Promise.resolve());
    expect(said.mock.calls.flat()).not.toContain(USUAL);
    end();
    await long;
    expect(said.mock.calls.flat().at(-1)).toBe(USUAL);
  });
});
