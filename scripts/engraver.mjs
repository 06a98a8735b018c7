// The engraver's package holds its WebAssembly as text inside its script. This takes the two apart, so that the browser compiles
// the one while it arrives, keeps what it compiled, and Angular's build need not work through seven megabytes of text.
import { createHash } from 'node:crypto';
import { mkdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { createRequire } from 'node:module';
import { join } from 'node:path';
import { runInNewContext } from 'node:vm';
import { ROOT } from './workspace.mjs';

const OUT = join(ROOT, 'web/generated');

/** What stands around the text with the WebAssembly, the function that turns it into bytes, and the place where they are started. */
const HELD = { before: "function findWasmBinary(){return binaryDecode('", after: "')}" };
const DECODER = /function binaryDecode\(bin\)\{.*?return o\}/;
const STARTED = 'await instantiateAsync(wasmBinary,wasmBinaryFile,info)';

/** Finds a part of the package's script; another release of it may be put together in another way. */
const found = (part, what) => {
  if (!part)
    throw new Error(`The engraver's script has changed: ${what} is not where it was. See scripts/engraver.mjs.`);
  return part;
};

/**
 * Where a text in single quotes ends, from within; -1 if it does not. Read sign by sign: a regular expression runs out of stack on seven
 * megabytes.
 */
const endOfText = (script, from) => {
  let at = from;
  while (at < script.length && script[at] !== "'") at += script[at] === '\\' ? 2 : 1;
  return at < script.length ? at : -1;
};

/** The text with the WebAssembly, with its quotes, and the function around it. */
const heldIn = (script) => {
  const start = script.indexOf(HELD.before);
  if (start < 0) return undefined;
  const text = start + HELD.before.length;
  const end = endOfText(script, text);
  if (end < 0 || !script.startsWith(HELD.after, end)) return undefined;
  return { whole: script.slice(start, end + HELD.after.length), text: script.slice(text - 1, end + 1) };
};

/** The script without its WebAssembly, and the WebAssembly under a name with its hash. */
export const split = (script) => {
  const { whole, text } = found(heldIn(script), 'the text of its WebAssembly');
  const [decoder] = found(DECODER.exec(script), 'its decoder');
  found(script.split(STARTED).length === 2, 'its start');
  const bytes = runInNewContext(`${decoder}; binaryDecode(${text})`);
  found(WebAssembly.validate(bytes), 'its WebAssembly');
  // Eight capital letters and digits, as Angular names its files: such a file is kept by browsers for good.
  const hash = createHash('sha256').update(bytes).digest('hex').slice(0, 8).toUpperCase();
  const name = `engraver-${hash}.wasm`;
  const rest = script
    .replace(whole, () => 'function findWasmBinary(){}')
    .replace(STARTED, () => `await WebAssembly.instantiateStreaming(fetch("/${name}"),info)`);
  return { script: rest, name, bytes };
};

/** The engraver's script as its package has it. */
export const packagedScript = () =>
  readFileSync(createRequire(join(ROOT, 'web/package.json')).resolve('verovio/wasm'), 'utf8');

/** Writes web/generated/engraver.mjs, and the WebAssembly beside it. */
export const splitEngraver = () => {
  const { script, name, bytes } = split(packagedScript());
  rmSync(OUT, { recursive: true, force: true });
  mkdirSync(OUT, { recursive: true });
  writeFileSync(join(OUT, name), bytes);
  writeFileSync(join(OUT, 'engraver.mjs'), script);
};
