import { PRICE_NAMES, PRICES, type PriceName } from '../src/fingering/prices/prices';

/** Every price of the engine as a page of documentation; `npm run fit` writes it, a test holds it to the shipped file. */
export const priceTable = (prices: Readonly<Record<PriceName, number>>): string => {
  const rows = PRICE_NAMES.map((name) => {
    const { what, unit, source } = PRICES[name];
    return `| \`${name}\` | ${prices[name]} | ${unit} | ${what} | ${source} |`;
  });
  return [
    '# The prices of the engine',
    '',
    'Written by `npm run fit`; do not edit. Effort has no unit: a plain thumb pass between neighbouring white keys is about two.',
    '',
    '| price | weight | a unit is | what is paid for | starting value from |',
    '| --- | --- | --- | --- | --- |',
    ...rows,
    '',
  ].join('\n');
};
