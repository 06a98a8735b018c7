// Builds what is named (cli, server, demo, web), or everything that the application needs.
import { spawnSync } from 'node:child_process';
import { bundle, ROOT } from './bundle.mjs';

const targets = {
  cli: () => bundle('cli/src/main.ts', 'dist/cli/main.mjs'),
  server: () => bundle('server/src/main.ts', 'dist/server/main.mjs'),
  demo: () => bundle('demo/src/main.ts', 'dist/demo/main.mjs'),
  web: () => {
    const done = spawnSync('npx', ['ng', 'build'], { cwd: `${ROOT}web`, stdio: ['ignore', 'inherit', 'inherit'] });
    if (done.status !== 0) throw new Error('The web application could not be built.');
  },
};

const wanted = process.argv.slice(2);
for (const name of wanted.length > 0 ? wanted : Object.keys(targets)) await targets[name]();
