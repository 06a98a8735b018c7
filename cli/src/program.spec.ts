import { symlinkSync } from 'node:fs';
import { join } from 'node:path';
import { demoPieces } from '../../core/testing/demo';
import { call, enterFolder, PROGRAM, start } from '../testing/program';

const { folder, leave } = enterFolder();
beforeAll(() => {
  // Builds it where that is needed.
  start(['--help']);
}, 60_000);
afterAll(leave);

const [millrace] = demoPieces().filter(({ name }) => name === 'millrace');

describe('the program kettle-step', () => {
  it('says a long answer to the end, into a pipe, and nothing else', () => {
    const args = ['finger', '-', '--alternatives', '6'];
    const said = start(args, millrace!.bytes);
    // More than a pipe takes at once (Linux, pipe(7): 64 KiB).
    expect(said.stdout.length).toBeGreaterThan(65_536);
    expect(said).toEqual(call(args, millrace!.bytes));
  });

  it.each([
    ['help', ['--help']],
    ['a pattern', ['pattern', '--tonic', 'E', '--kind', 'arpeggio-minor', '--json']],
    ['bad usage', ['finger', '-', '--hand', 'both-of-them']],
    ['no command', []],
    ['no file', ['convert', 'gone.xml', 'gone.abc']],
  ])('ends as its command line does: %s', (_what, args) => {
    expect(start(args)).toEqual(call(args));
  });

  it('works through a link from elsewhere', () => {
    const link = join(folder, 'ks');
    symlinkSync(PROGRAM, link);
    expect(start(['read-out', '-', '--bars', '1'], millrace!.bytes, link)).toMatchObject({
      status: 0,
      stdout: expect.stringContaining('Bar one'),
    });
  });
});
