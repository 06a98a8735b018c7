import 'fake-indexeddb/auto';
import { createStore, set } from 'idb-keyval';
import { NEW_DESK } from '@kettle-step/contract';
import { PendingWork } from './pending-work';

// What this test environment lacks: IndexedDB copies what it keeps (structured clone), and windows are told apart by locks.
globalThis.structuredClone ??= (value: unknown) => JSON.parse(JSON.stringify(value));

const held: string[] = [];
const locks = {
  request: (name: string) => {
    held.push(name);
    return new Promise(() => undefined);
  },
  query: () => Promise.resolve({ held: held.map((name) => ({ name })) }),
};
Object.defineProperty(navigator, 'locks', { value: locks, configurable: true });

const piece = (id: string) => ({ id, title: id.toUpperCase() });
const plan = (baseRevision: number) => ({
  baseRevision,
  document: '<score-partwise/>',
  fingers: [],
  ribbon: [],
  desk: NEW_DESK,
});

describe('unsaved work on this device', () => {
  beforeEach(async () => {
    held.length = 0;
    const before = new PendingWork();
    held.length = 0;
    for (const left of await before.leftBehind(undefined)) await before.remove(left);
  });

  it('outlives the window that made it, the latest of each piece', async () => {
    const gone = new PendingWork();
    await gone.keep(piece('kite'), plan(1));
    await gone.keep(piece('kite'), plan(2));
    await gone.keep(piece('mill'), plan(7));
    held.length = 0;
    const found = await new PendingWork().leftBehind(undefined);
    expect(found.map(({ pieceId, title, plan: { baseRevision } }) => [pieceId, title, baseRevision])).toEqual(
      expect.arrayContaining([
        ['kite', 'KITE', 2],
        ['mill', 'MILL', 7],
      ]),
    );
    expect(found).toHaveLength(2);
  });

  it('leaves what another open window is still about to save to it', async () => {
    await new PendingWork().keep(piece('kite'), plan(1));
    expect(await new PendingWork().leftBehind(undefined)).toEqual([]);
  });

  it('counts what this window gave up as left behind, but not what it still works on', async () => {
    const here = new PendingWork();
    await here.keep(piece('kite'), plan(1));
    await here.keep(piece('mill'), plan(1));
    expect((await here.leftBehind('mill')).map(({ pieceId }) => pieceId)).toEqual(['kite']);
    await here.drop('kite');
    expect(await here.leftBehind('mill')).toEqual([]);
  });

  it('passes over what it does not understand', async () => {
    await set('kite old', { pieceId: 'kite', fingers: 'of long ago' }, createStore('kettle-step', 'pending-work'));
    expect(await new PendingWork().leftBehind(undefined)).toEqual([]);
  });

  it('goes on without storage, and says so in the console', async () => {
    const loud = jest.spyOn(console, 'error').mockImplementation(() => undefined);
    const here = new PendingWork();
    const open = jest.spyOn(indexedDB, 'open').mockImplementation(() => {
      throw new Error('not allowed');
    });
    await here.keep(piece('kite'), plan(1));
    expect(await here.leftBehind(undefined)).toEqual([]);
    expect(loud).toHaveBeenCalledTimes(2);
    open.mockRestore();
    loud.mockRestore();
  });
});
