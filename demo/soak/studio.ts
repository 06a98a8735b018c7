import { readFileSync } from 'node:fs';
import { ContractError } from '@kettle-step/core';
import { importPiece, startServer, type ImportedPiece } from '@kettle-step/server';
import { loadYears } from '../src/years';
import { DEMO_PIECES } from '../src/studio';

const UNTIL = '2026-06-26';

export const pieceId = (at: number): string => `piece-${at}`;

const demoPiece = (id: string): ImportedPiece => {
  const file = `${id}.musicxml`;
  const imported = importPiece(readFileSync(`demo/pieces/${file}`), file);
  if (imported.kind === 'error') throw new ContractError(`${file} cannot be read`);
  return imported.value.piece;
};

/** A large studio: so many pieces, 60 students, two years of lessons. The same each time. */
export const makeStudio = async (database: string, pieces: number, students = 60): Promise<void> => {
  const music = DEMO_PIECES.map(({ id }) => demoPiece(id));
  const server = await startServer({
    database,
    migrations: 'server/migrations',
    webFolder: 'no-such-folder',
    host: '127.0.0.1',
    port: 0,
    prepare: async (studio) => {
      await loadYears(studio, { students, years: 2, until: UNTIL, seed: 1 });
      for (let at = 0; at < pieces; at += 1) {
        const piece = music[at % music.length]!;
        const title = `${piece.title} ${at + 1}`;
        const student = students === 0 ? null : `student-${(at % students) + 1}`;
        await studio.pieces.add(pieceId(at), { ...piece, title }, student, new Date());
      }
    },
  });
  await server.stop();
};
