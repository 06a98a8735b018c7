import { readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';

const FOLDER = join(__dirname, '../../demo/pieces');

/** The pieces composed for this project, as files on disk. */
export const demoPieces = (): readonly { readonly name: string; readonly bytes: Uint8Array<ArrayBuffer> }[] =>
  readdirSync(FOLDER).map((file) => ({
    name: file.replace('.musicxml', ''),
    bytes: new Uint8Array(readFileSync(join(FOLDER, file))),
  }));
