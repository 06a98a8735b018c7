import { strFromU8, strToU8, Zip, ZipDeflate, zipSync } from 'fflate';
import { unzipWithin } from './unzip';

const LIMITS = { entries: 10, bytes: 1024 * 1024 };
const all = (): boolean => true;

const texts = (bytes: Uint8Array, wanted = all): Readonly<Record<string, string>> => {
  const files = unzipWithin(bytes, wanted, LIMITS);
  if (files.kind === 'error') throw new Error(files.error.code);
  return Object.fromEntries(Object.entries(files.value).map(([name, file]) => [name, strFromU8(file)]));
};

/** As programs write it that do not know sizes beforehand: they stand after each entry (PKWARE APPNOTE 4.3.9). */
const streamed = (files: Readonly<Record<string, string>>): Uint8Array => {
  const chunks: Uint8Array[] = [];
  const zip = new Zip((_error, chunk) => chunks.push(chunk));
  for (const [name, text] of Object.entries(files)) {
    const entry = new ZipDeflate(name);
    zip.add(entry);
    entry.push(strToU8(text), true);
  }
  zip.end();
  return Uint8Array.from(chunks.flatMap((chunk) => [...chunk]));
};

/** Claims another unpacked size in local header and directory (offsets 22 and 24 from their signatures, APPNOTE 4.3.7 and 4.3.12). */
const claiming = (bytes: Uint8Array, size: number): Uint8Array => {
  const changed = bytes.slice();
  const view = new DataView(changed.buffer);
  for (let at = 0; at + 4 <= changed.length; at += 1) {
    const signature = view.getUint32(at, true);
    if (signature === 0x04034b50) view.setUint32(at + 22, size, true);
    if (signature === 0x02014b50) view.setUint32(at + 24, size, true);
  }
  return changed;
};

describe('unpacking', () => {
  const files = { 'a.txt': 'one', 'deep/b.txt': 'two'.repeat(5000) };
  const packed = { 'a.txt': strToU8(files['a.txt']), 'deep/b.txt': strToU8(files['deep/b.txt']) };

  it.each([
    ['deflated', zipSync(packed)],
    ['only stored', zipSync(packed, { level: 0 })],
    ['written in one go without knowing sizes', streamed(files)],
  ])('gives the files of a .zip that is %s', (_how, bytes) => {
    expect(texts(bytes)).toEqual(files);
    expect(texts(bytes, () => false)).toEqual({});
  });

  it('counts what comes out, whatever size the file claims, and stops at the limit', () => {
    const bomb = claiming(zipSync({ 'score.xml': new Uint8Array(20 * 1024 * 1024) }), 1000);
    expect(bomb.length).toBeLessThan(100 * 1024);
    expect(unzipWithin(bomb, all, LIMITS)).toMatchObject({ kind: 'error', error: { code: 'too-large' } });
  });

  it('refuses too many entries, and what is cut off or no .zip', () => {
    const many = Object.fromEntries(Array.from({ length: 11 }, (_, index) => [`${index}`, strToU8('x')]));
    expect(unzipWithin(zipSync(many), all, LIMITS)).toMatchObject({ error: { code: 'too-many' } });
    const whole = zipSync(packed);
    expect(unzipWithin(whole.slice(0, 90), all, LIMITS)).toMatchObject({ error: { code: 'damaged' } });
    expect(texts(strToU8('dear diary'))).toEqual({});
  });
});
