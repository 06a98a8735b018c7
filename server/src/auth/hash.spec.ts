import type { Hashed } from '@kettle-step/contract';
import { hashPhrase, HASH_COST, isPhrase } from './hash';

const CHEAP = { cost: 16, blockSize: 1, parallelization: 1 };

/** RFC 7914, section 12: test vectors for scrypt with 64 bytes of output. */
const PUBLISHED: readonly (readonly [string, Hashed])[] = [
  [
    'password',
    {
      kind: 'scrypt',
      cost: 1024,
      blockSize: 8,
      parallelization: 16,
      salt: Buffer.from('NaCl').toString('base64'),
      hash: Buffer.from(
        'fdbabe1c9d3472007856e7190d01e9fe7c6ad7cbc8237830e77376634b3731622eaf30d92e22a3886ff109279d9830dac727afb94a83ee6d8360cbdfa2cc0640',
        'hex',
      ).toString('base64'),
    },
  ],
  [
    'pleaseletmein',
    {
      kind: 'scrypt',
      cost: 16_384,
      blockSize: 8,
      parallelization: 1,
      salt: Buffer.from('SodiumChloride').toString('base64'),
      hash: Buffer.from(
        '7023bdcb3afd7348461c06cd81fd38ebfda8fbba904f8e3ea9b543f6545da1f2d5432955613f0fcf62d49705242a9af9e61e85dc0d651e40dfcf017b45575887',
        'hex',
      ).toString('base64'),
    },
  ],
];

describe('a pass phrase', () => {
  it.each(PUBLISHED)('%s is known by the published hash of it, and nothing else is', async (phrase, kept) => {
    expect(await isPhrase(phrase, kept)).toBe(true);
    expect(await isPhrase(`${phrase} `, kept)).toBe(false);
  });

  it('is kept with a salt of its own, and with what it cost', async () => {
    const [one, other] = [
      await hashPhrase('four plain old words', CHEAP),
      await hashPhrase('four plain old words', CHEAP),
    ];
    expect(one.hash).not.toBe(other.hash);
    expect(one.salt).not.toBe(other.salt);
    expect(one).toMatchObject(CHEAP);
    expect(JSON.stringify(one)).not.toContain('four');
    expect(await isPhrase('four plain old words', one)).toBe(true);
  });

  it('is the same phrase from whichever keyboard its letters come (NFKC)', async () => {
    const kept = await hashPhrase('café au lait, twice', CHEAP);
    expect(await isPhrase('cafe\u0301 au lait, twice', kept)).toBe(true);
  });

  it('costs a guess 128 MB', () => {
    expect(128 * HASH_COST.cost * HASH_COST.blockSize).toBe(128 * 1024 * 1024);
  });
});
