import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { SHIPPED_WEIGHTS } from '../src/fingering/prices/prices';
import { priceTable } from './price-table';

describe('the page of prices', () => {
  it('shows what is shipped', () => {
    const page = readFileSync(join(__dirname, '../../docs/engine-prices.md'), 'utf8');
    expect(page).toBe(priceTable(SHIPPED_WEIGHTS));
  });
});
