/** npm run dev: the demo's server with the pages rebuilt as they are written, on http://127.0.0.1:4601. */
import { spawn } from 'node:child_process';
import path from 'node:path';
import { ensureBuilt, ensureInstalled, ROOT } from './house.mjs';

ensureInstalled();
ensureBuilt();
const children = [
  [
    path.join(ROOT, 'node_modules/typescript/bin/tsc'),
    '-b',
    'demo',
    '--watch',
    '--preserveWatchOutput',
  ],
  ['--watch', path.join(ROOT, 'demo/dist/main.js')],
  [path.join(ROOT, 'node_modules/vite/bin/vite.js'), 'web'],
].map((args) => spawn(process.execPath, args, { cwd: ROOT, stdio: 'inherit' }));
const stop = () => children.forEach((child) => child.kill());
for (const child of children) child.on('exit', stop);
for (const signal of ['SIGINT', 'SIGTERM']) process.on(signal, stop);
