// npm run dev: the demo studio behind Angular's development server, which rebuilds the page when a file is saved.
import { spawn } from 'node:child_process';
import { install, ROOT } from './workspace.mjs';
import { build } from './build.mjs';
import { splitEngraver } from './engraver.mjs';

install();
await build('demo');
await build('worker');
splitEngraver();
const server = spawn('node', ['dist/demo/main.mjs'], { cwd: ROOT, stdio: 'inherit' });
const page = spawn('npx', ['ng', 'serve'], { cwd: `${ROOT}web`, stdio: 'inherit' });
const stop = () => {
  server.kill();
  page.kill();
};
for (const [one, other] of [
  [server, page],
  [page, server],
])
  one.once('exit', () => other.kill());
process.once('SIGINT', stop);
process.once('SIGTERM', stop);
