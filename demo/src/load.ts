import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { ContractError } from '@kettle-step/core';
import { explainMusicError } from '@kettle-step/core/formats';
import { importPiece, type PieceStore } from '@kettle-step/server';
import { DEMO_PIECES } from './studio';

/** Puts the demo studio into an empty database; one that holds anything is left as it is. */
export const loadDemoStudio = async (store: PieceStore, folder: string, now: Date): Promise<void> => {
  if ((await store.list()).length > 0) return;
  for (const { id, student } of DEMO_PIECES) {
    const file = `${id}.musicxml`;
    const imported = importPiece(readFileSync(join(folder, file)), file);
    if (imported.kind === 'error') throw new ContractError(`${id}: ${explainMusicError(imported.error)}`);
    await store.add(id, imported.value.piece, student, now);
  }
};
