import { Unzip, UnzipInflate } from 'fflate';
import { fail, ok, type Result } from '../result';

/** Why a .zip was not unpacked. */
export type UnzipError =
  | { readonly code: 'too-many'; readonly limit: number }
  | { readonly code: 'too-large'; readonly limitBytes: number }
  | { readonly code: 'damaged'; readonly detail: string };

export interface UnzipLimits {
  readonly entries: number;
  /** Of all that is wanted together, unpacked. */
  readonly bytes: number;
}

type Files = Readonly<Record<string, Uint8Array>>;

/** So much is unpacked between two looks at what has come out, packed bytes: at most a thousand times as much unpacked. */
const PIECE = 16 * 1024;

class Stopped extends Error {
  constructor(readonly why: UnzipError) {
    super(why.code);
  }
}

const joined = (chunks: readonly Uint8Array[]): Uint8Array => {
  const whole = new Uint8Array(chunks.reduce((sum, { length }) => sum + length, 0));
  let at = 0;
  for (const chunk of chunks) {
    whole.set(chunk, at);
    at += chunk.length;
  }
  return whole;
};

/**
 * Unpacks the wanted entries of a .zip. What comes out is counted, whatever sizes the file claims: it stops at the limit, so a
 * small file cannot take much time or memory.
 */
export const unzipWithin = (
  bytes: Uint8Array,
  wanted: (name: string) => boolean,
  limits: UnzipLimits,
): Result<Files, UnzipError> => {
  const files: Record<string, Uint8Array> = {};
  const unfinished = new Set<string>();
  let [entries, total] = [0, 0];
  const unzip = new Unzip((file) => {
    entries += 1;
    if (entries > limits.entries) throw new Stopped({ code: 'too-many', limit: limits.entries });
    if (!wanted(file.name)) return;
    const chunks: Uint8Array[] = [];
    unfinished.add(file.name);
    file.ondata = (error, chunk, isLast) => {
      if (error) throw error;
      total += chunk.length;
      if (total > limits.bytes) throw new Stopped({ code: 'too-large', limitBytes: limits.bytes });
      chunks.push(chunk);
      if (!isLast) return;
      files[file.name] = joined(chunks);
      unfinished.delete(file.name);
    };
    file.start();
  });
  unzip.register(UnzipInflate);
  try {
    for (let at = 0; at < bytes.length; at += PIECE)
      unzip.push(bytes.subarray(at, at + PIECE), at + PIECE >= bytes.length);
  } catch (cause) {
    if (cause instanceof Stopped) return fail(cause.why);
    return fail({ code: 'damaged', detail: cause instanceof Error ? cause.message : 'damaged' });
  }
  const [cutOff] = unfinished;
  if (cutOff !== undefined) return fail({ code: 'damaged', detail: `${cutOff} is cut off` });
  return ok(files);
};
