/// <reference lib="dom" />
import { packagedScript, split } from './engraver.mjs';

describe('the engraver taken apart', () => {
  const whole = packagedScript();
  const { script, name, bytes } = split(whole);

  it('is a short script and a WebAssembly module with the functions that we call', () => {
    expect(whole.length).toBeGreaterThan(5e6);
    expect(script.length).toBeLessThan(200_000);
    expect(name).toMatch(/^engraver-[0-9A-F]{8}\.wasm$/);
    // The first bytes of every module (WebAssembly Core Specification, 5.5.16): a NUL, "asm", and the version, 1.
    expect([...bytes.slice(0, 8)]).toEqual([0, 0x61, 0x73, 0x6d, 1, 0, 0, 0]);
    const held = WebAssembly.Module.exports(new WebAssembly.Module(bytes));
    expect(held.some(({ kind }) => kind === 'memory')).toBe(true);
    // The script names its functions by the letters of the module's exports.
    const wanted = [...script.matchAll(/wasmExports\["([\w]{1,2})"\]/g)].map(([, letter]) => letter);
    expect(held.map((one) => one.name)).toEqual(expect.arrayContaining(wanted));
  });

  it('fetches the module from where the application is, while it compiles', () => {
    expect(script.split(`WebAssembly.instantiateStreaming(fetch("/${name}"),info)`)).toHaveLength(2);
    expect(script).not.toContain("binaryDecode('");
    // All else is as the package has it.
    expect(script.slice(-3000)).toBe(
      whole.slice(-3000).replace('await instantiateAsync(wasmBinary,wasmBinaryFile,info)', ''),
    );
  });

  it.each([
    [
      'function findWasmBinary(){return binaryDecode(',
      'function find(){return binaryDecode(',
      'the text of its WebAssembly',
    ],
    ['function binaryDecode(bin)', 'function decode(bin)', 'its decoder'],
    ['await instantiateAsync(wasmBinary', 'await instantiate(wasmBinary', 'its start'],
    ["binaryDecode('", "binaryDecode('x", 'its WebAssembly'],
  ])('says so where a later release is put together in another way (%#)', (from, to, missing) => {
    expect(() => split(whole.replace(from, () => to))).toThrow(`has changed: ${missing} is not where it was`);
  });
});
