import { strToU8, zipSync } from 'fflate';
import { line, Times } from './figures';
import { asker, type Program } from './program';
import { pieceId } from './studio';

/** Files that were made to hold a server up. */
const POISON: readonly (readonly [string, Uint8Array<ArrayBuffer>])[] = [
  ['brackets.musicxml', new Uint8Array(8 * 1024 * 1024).fill('<'.charCodeAt(0))],
  ['overlays.abc', strToU8(`X:1\nT:a\nM:4/4\nL:1/4\nK:C\n${'C&'.repeat(600)}\n`) as Uint8Array<ArrayBuffer>],
  [
    'bomb.mxl',
    zipSync({
      'META-INF/container.xml': strToU8('<container/>'),
      'a.xml': new Uint8Array(64 * 1024 * 1024),
    }) as Uint8Array<ArrayBuffer>,
  ],
  [
    'long.abc',
    strToU8(`X:1\nT:a\nM:4/4\nL:1/16\nK:C\n${"CDEFGABcdefgabc'|".repeat(1500)}\n`) as Uint8Array<ArrayBuffer>,
  ],
];

const EVERY_MS = 500;

/** Sends such files, two each second, and sees how long everybody else waits. */
export const runPoison = async (program: Program, seconds: number): Promise<void> => {
  const ask = asker(program);
  const until = performance.now() + 1000 * seconds;
  const statuses = new Map<number, number>();
  const sent: Promise<void>[] = [];
  const send = async (at: number): Promise<void> => {
    const [name, body] = POISON[at % POISON.length]!;
    const headers = { 'Content-Type': 'application/octet-stream' };
    const { status } = await ask(`api/pieces?name=${name}`, { method: 'POST', body, headers });
    statuses.set(status, (statuses.get(status) ?? 0) + 1);
  };
  const timer = setInterval(() => sent.push(send(sent.length)), EVERY_MS);
  const times = new Times();
  for (let at = 0; performance.now() < until; at += 1) {
    const answer = await times.of(async () => {
      const opened = await ask(at % 4 === 0 ? 'api/students' : `api/pieces/${pieceId(at % 50)}`);
      await opened.arrayBuffer();
      return opened;
    });
    if (!answer.ok) throw new Error(`while poison came in: ${answer.status}`);
    await new Promise((resolve) => setTimeout(resolve, 20));
  }
  clearInterval(timer);
  await Promise.all(sent);
  line('others, while poison comes in (goal 100 ms)', times.words());
  line(
    `poison, ${sent.length} files`,
    [...statuses].map(([status, count]) => `${count} answered ${status}`).join(', '),
  );
};
