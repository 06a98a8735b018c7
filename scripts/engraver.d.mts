export interface Engraver {
  readonly script: string;
  readonly name: string;
  readonly bytes: Uint8Array<ArrayBuffer>;
}
export const packagedScript: () => string;
export const split: (script: string) => Engraver;
export const splitEngraver: () => void;
