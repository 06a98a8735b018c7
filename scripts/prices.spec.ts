import { readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { PRICES } from '../core/src/fingering/prices/prices';

const FINGERING = join(__dirname, '../core/src/fingering');

/** The sources of a room of fingering, specs and imports aside. */
const sourceOf = (room: string): string =>
  readdirSync(join(FINGERING, room))
    .filter((name) => name.endsWith('.ts') && !name.endsWith('.spec.ts'))
    .map((name) => readFileSync(join(FINGERING, room, name), 'utf8').replace(/^import[^;]*;/gm, ''))
    .join('\n');

const CHARGING = { terms: sourceOf('terms'), likeness: sourceOf('likeness') };
const OTHERS = ['search', 'alternatives', 'model'].map((room) => [room, sourceOf(room)] as const);

/** A price is named as `PRICE.name`, or where a target says which price it is. */
const names = (source: string, price: string): boolean =>
  new RegExp(`PRICE\\.${price}\\b|(?:price|same|moved)\\b[^;\\n]*'${price}'`).test(source);

describe('prices', () => {
  it.each(Object.keys(PRICES))('%s is charged in exactly one room', (price) => {
    const rooms = Object.entries(CHARGING).filter(([, source]) => names(source, price));
    expect(rooms.map(([room]) => room)).toHaveLength(1);
  });

  it('are charged by terms and likeness alone', () => {
    // Search adds up what the terms have charged, by names that it does not know.
    for (const [room, source] of OTHERS) expect([room, source.match(/PRICE\.\w+/g) ?? []]).toEqual([room, []]);
  });
});
