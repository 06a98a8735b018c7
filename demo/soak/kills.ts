import { existsSync } from 'node:fs';
import { pieceSchema, pieceListSchema, restoreReportSchema, versionListSchema } from '@kettle-step/contract';
import { Dice } from '@kettle-step/core';
import { line } from './figures';
import { asker, json, startProgram, type Ask, type Program } from './program';
import { pieceId } from './studio';

const open = async (ask: Ask, id: string) => pieceSchema.parse(await (await ask(`api/pieces/${id}`)).json());

/** Saves one number after the other as the first finger's decision until the program is gone; gives the last that was acknowledged. */
const saveUntilGone = async (ask: Ask, id: string, first: number, counted: () => void): Promise<number> => {
  let kept = first;
  try {
    const { plan } = await open(ask, id);
    let { revision } = plan;
    for (;;) {
      const remarks = [{ side: 'right' as const, bar: 0, text: String(kept + 1) }];
      const body = {
        baseRevision: revision,
        fingers: plan.fingers,
        ribbon: plan.ribbon,
        desk: { ...plan.desk, remarks },
      };
      const answer = await ask(`api/pieces/${id}/plan`, json('PUT', body));
      if (!answer.ok) throw new Error(String(answer.status));
      revision = ((await answer.json()) as { readonly revision: number }).revision;
      kept += 1;
      counted();
    }
  } catch {
    return kept;
  }
};

const remarkOf = async (ask: Ask, id: string): Promise<number> =>
  Number((await open(ask, id)).plan.desk.remarks[0]?.text ?? 0);

/** Kills the program while it saves: what was acknowledged must be there, and nothing in between. */
export const killSaves = async (database: string, kills: number): Promise<void> => {
  const [dice, id] = [new Dice(7), pieceId(0)];
  let [acknowledged, lost, last] = [0, 0, 0];
  for (let kill = 0; kill <= kills; kill += 1) {
    const program = await startProgram(database);
    const ask = asker(program);
    const found = await remarkOf(ask, id);
    // One more than was acknowledged may be there: it was saved, and the answer did not come through.
    if (kill > 0 && (found < last || found > last + 1)) lost += 1;
    if (kill === kills) {
      await program.stop();
      break;
    }
    const saving = saveUntilGone(ask, id, found, () => (acknowledged += 1));
    await new Promise((resolve) => setTimeout(resolve, dice.whole(20, 250)));
    await program.kill();
    last = await saving;
  }
  line(`${kills} kills while saving`, `${acknowledged} saves acknowledged, ${lost} lost`);
};

const isBack = async (program: Program, database: string): Promise<void> => {
  // What was accepted goes on by itself at the start.
  while (existsSync(`${database}-arrival/accepted.zip`)) await new Promise((resolve) => setTimeout(resolve, 50));
  await (await asker(program)('api/health')).arrayBuffer();
};

/** Kills the program while an archive comes in: it is there whole after the next start, or nothing of it is. */
export const killRestores = async (archive: Uint8Array<ArrayBuffer>, folder: string, kills: number): Promise<void> => {
  const dice = new Dice(11);
  let [whole, nothing, partial] = [0, 0, 0];
  for (let kill = 0; kill < kills; kill += 1) {
    const database = `${folder}/restore-${kill}.sqlite`;
    const before = await startProgram(database);
    const body = { method: 'POST', body: archive, headers: { 'Content-Type': 'application/zip' } };
    const coming = asker(before)('api/archive', body).catch(() => undefined);
    await new Promise((resolve) => setTimeout(resolve, dice.whole(5, 600)));
    await before.kill();
    await coming;
    const after = await startProgram(database);
    await isBack(after, database);
    const ask = asker(after);
    const { pieces } = pieceListSchema.parse(await (await ask('api/pieces')).json());
    if (pieces.length === 0) nothing += 1;
    else {
      const report = restoreReportSchema.parse(await (await ask('api/archive', body)).json());
      const versions = await Promise.all(
        pieces.map(
          async ({ id }) =>
            versionListSchema.parse(await (await ask(`api/pieces/${id}/versions`)).json()).versions.length,
        ),
      );
      const isWhole = report.pieces.every(({ outcome, words }) => outcome === 'same' && !words.includes('added'));
      if (isWhole && versions.every((count) => count > 0)) whole += 1;
      else partial += 1;
    }
    await after.stop();
  }
  line(`${kills} kills while restoring`, `${whole} whole, ${nothing} not begun, ${partial} partial`);
};

/** A studio of so many pieces, each with a version, as an archive. */
export const archiveOf = async (database: string, pieces: number): Promise<Uint8Array<ArrayBuffer>> => {
  const program = await startProgram(database);
  const ask = asker(program);
  for (let at = 0; at < pieces; at += 1) {
    const { fingers, desk } = (await open(ask, pieceId(at))).plan;
    await ask(`api/pieces/${pieceId(at)}/versions`, json('POST', { name: 'Before', kind: 'named', fingers, desk }));
  }
  const archive = new Uint8Array(await (await ask('api/archive')).arrayBuffer());
  await program.stop();
  return archive;
};
