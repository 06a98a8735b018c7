import { line, Times } from './figures';
import { asker, type Program } from './program';

/** Does something, and sees meanwhile how long others wait and how much memory it takes. */
const watched = async (program: Program, work: () => Promise<void>): Promise<string> => {
  const [ask, times, start] = [asker(program), new Times(), performance.now()];
  let [isDone, most] = [false, 0];
  const before = program.memoryMb();
  const working = work().finally(() => (isDone = true));
  while (!isDone) {
    await times.of(async () => (await ask('api/students')).arrayBuffer());
    most = Math.max(most, program.memoryMb());
    await new Promise((resolve) => setTimeout(resolve, 20));
  }
  await working;
  const seconds = ((performance.now() - start) / 1000).toFixed(1);
  return `${seconds} s, memory ${before.toFixed(0)} MB before, ${most.toFixed(0)} MB at most; others: longest ${times.at(1).toFixed(0)} ms`;
};

/** The whole studio out and in again, where everything is there already and where nothing is. */
export const runArchives = async (full: Program, empty: Program): Promise<void> => {
  let archive: Uint8Array<ArrayBuffer> = new Uint8Array();
  const out = await watched(full, async () => {
    archive = new Uint8Array(await (await asker(full)('api/archive')).arrayBuffer());
  });
  line(`archive out, ${(archive.length / 2 ** 20).toFixed(0)} MB (goal 200 ms)`, out);
  const take = async (): Promise<void> => {
    const headers = { 'Content-Type': 'application/zip' };
    const answer = await asker(empty)('api/archive', { method: 'POST', body: archive, headers });
    if (!answer.ok) throw new Error(`the archive was answered ${answer.status}`);
    await answer.arrayBuffer();
  };
  line('archive into an empty studio (goal 200 ms)', await watched(empty, take));
};
