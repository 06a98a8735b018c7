/**
 * The two things the core takes from its surroundings: both exist alike in browsers, workers and Node (WHATWG Encoding
 * standard). Everything else of the DOM and of Node stays out, so the core is compiled without their libraries.
 */
declare class TextDecoder {
  constructor(label?: string, options?: { readonly fatal?: boolean });
  decode(input: Uint8Array): string;
}
declare class TextEncoder {
  encode(input: string): Uint8Array;
}
