import { promisify } from 'node:util';
import { crc32 } from 'node:zlib';
import { fromBuffer, open, type Entry, type ZipFile } from 'yauzl';

/** The file is no .zip, or not whole. */
export class ZipDamaged extends Error {
  override readonly name = 'ZipDamaged';
}

/** Unpacked it would be larger than it may be. */
export class ZipTooLarge extends Error {
  override readonly name = 'ZipTooLarge';
}

export interface ZipLimits {
  readonly entries: number;
  /** Unpacked, of all entries together. */
  readonly bytes: number;
}

/** A .zip whose entries are read one by one. */
export interface Zip {
  /** The bytes of an entry; undefined where there is none. Fails with `ZipTooLarge` past the limit, whatever the entry claims. */
  readonly read: (name: string, most: number) => Promise<Buffer | undefined>;
  readonly close: () => void;
}

/** Names stay bytes: those that lead out of a folder are not looked up, and are no reason to refuse the rest. */
const OPTIONS = { lazyEntries: true, autoClose: false, validateEntrySizes: true, decodeStrings: false } as const;

const openFile = promisify<string, typeof OPTIONS, ZipFile>(open);
const openBuffer = promisify<Buffer, typeof OPTIONS, ZipFile>(fromBuffer);

const damaged = (cause: unknown): ZipDamaged =>
  new ZipDamaged(cause instanceof Error ? cause.message.slice(0, 80) : 'damaged', { cause });

/** What the file says it holds, by name. */
const listed = (file: ZipFile, limits: ZipLimits): Promise<ReadonlyMap<string, Entry>> =>
  new Promise((resolve, reject) => {
    const entries = new Map<string, Entry>();
    let bytes = 0;
    file.on('error', (cause: unknown) => reject(damaged(cause)));
    file.on('end', () => resolve(entries));
    file.on('entry', (entry: Entry) => {
      bytes += entry.uncompressedSize;
      if (entries.size >= limits.entries || bytes > limits.bytes) return reject(new ZipTooLarge('too large'));
      entries.set(String(entry.fileName), entry);
      file.readEntry();
    });
    file.readEntry();
  });

const bytesOf = (file: ZipFile, entry: Entry, most: number): Promise<Buffer> =>
  new Promise((resolve, reject) => {
    if (entry.uncompressedSize > most) return reject(new ZipTooLarge('too large'));
    file.openReadStream(entry, (problem, stream) => {
      if (problem) return reject(damaged(problem));
      const chunks: Buffer[] = [];
      stream.on('data', (chunk: Buffer) => chunks.push(chunk));
      stream.on('error', (cause) => reject(damaged(cause)));
      stream.on('end', () => {
        const bytes = Buffer.concat(chunks);
        if (crc32(bytes) === entry.crc32) resolve(bytes);
        else reject(new ZipDamaged('a checksum is wrong'));
      });
    });
  });

export const openZip = async (place: string | Buffer, limits: ZipLimits): Promise<Zip> => {
  let file: ZipFile;
  try {
    file = await (typeof place === 'string' ? openFile(place, OPTIONS) : openBuffer(place, OPTIONS));
  } catch (cause) {
    throw damaged(cause);
  }
  try {
    const entries = await listed(file, limits);
    return {
      read: async (name, most) => {
        const entry = entries.get(name);
        return entry && bytesOf(file, entry, most);
      },
      close: () => file.close(),
    };
  } catch (cause) {
    file.close();
    throw cause;
  }
};
