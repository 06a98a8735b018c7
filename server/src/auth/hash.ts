import { randomBytes, scrypt, timingSafeEqual, type ScryptOptions } from 'node:crypto';
import type { Hashed } from '@kettle-step/contract';

export type HashCost = Pick<Hashed, 'cost' | 'blockSize' | 'parallelization'>;

/** What OWASP's Password Storage Cheat Sheet asks for (from memory): 128 MB and about half a second for each try. */
export const HASH_COST: HashCost = { cost: 2 ** 17, blockSize: 8, parallelization: 1 };
const HASH_BYTES = 64;
const SALT_BYTES = 16;

const derive = (phrase: string, salt: Buffer, bytes: number, { cost, blockSize, parallelization }: HashCost) =>
  new Promise<Buffer>((resolve, reject) => {
    // What scrypt needs: 128 * N * r bytes, and a little.
    const options: ScryptOptions = { cost, blockSize, parallelization, maxmem: 130 * cost * blockSize + 2 ** 20 };
    // The same words typed on another machine are the same phrase (NFKC, as NIST SP 800-63B has it).
    scrypt(phrase.normalize('NFKC'), salt, bytes, options, (problem, key) =>
      problem ? reject(problem) : resolve(key),
    );
  });

export const hashPhrase = async (phrase: string, cost: HashCost = HASH_COST): Promise<Hashed> => {
  const salt = randomBytes(SALT_BYTES);
  const hash = await derive(phrase, salt, HASH_BYTES, cost);
  return { kind: 'scrypt', ...cost, salt: salt.toString('base64'), hash: hash.toString('base64') };
};

/** Whether it is the phrase that was hashed; takes as long for either answer. */
export const isPhrase = async (phrase: string, { salt, hash, ...cost }: Hashed): Promise<boolean> => {
  const kept = Buffer.from(hash, 'base64');
  return timingSafeEqual(await derive(phrase, Buffer.from(salt, 'base64'), kept.length, cost), kept);
};
