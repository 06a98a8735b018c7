import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { ContractError, explainMusicXmlError } from '@kettle-step/core';
import { importPiece, type PieceStore } from '@kettle-step/server';
import { DEMO_PIECES } from './studio';

/** Puts the demo studio into an empty database; one that holds anything is left as it is. */
export const loadDemoStudio = async (store: PieceStore, folder: string, now: Date): Promise<void> => {
  if ((await store.list()).length > 0) return;
  for (const { id, student } of DEMO_PIECES) {
    const piece = importPiece(readFileSync(join(folder, `${id}.musicxml`)));
    if (piece.kind === 'error') throw new ContractError(`${id}: ${explainMusicXmlError(piece.error)}`);
    await store.add(id, piece.value, student, now);
  }
};
