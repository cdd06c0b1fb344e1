/** What the commands of this project share: installing, building and running, each only when something changed. */
import { spawn, spawnSync } from 'node:child_process';
import { createHash } from 'node:crypto';
import { existsSync, mkdirSync, readdirSync, readFileSync, statSync, writeFileSync } from 'node:fs';
import { constants } from 'node:os';
import path from 'node:path';
import { fileURLToPath } from 'node:url';

export const ROOT = fileURLToPath(new URL('..', import.meta.url));
const { signals } = constants;
const STAMPS = path.join(ROOT, 'node_modules', '.cache', 'stamps');

/** Runs a program in the project's folder and waits; on failure it ends this one too, unless told not to. */
function run(program, args, { quiet = false, allowFailure = false, env = {}, shell = false } = {}) {
  const done = spawnSync(program, args, {
    cwd: ROOT,
    shell,
    stdio: quiet ? 'pipe' : 'inherit',
    env: { ...process.env, ...env },
    encoding: 'utf8',
    maxBuffer: 1 << 28,
  });
  if (done.error) {
    console.error(`${program} cannot be run: ${done.error.message}`);
    process.exit(1);
  }
  if (done.status !== 0 && !allowFailure) {
    if (quiet) console.error(`${done.stdout}\n${done.stderr}`);
    process.exit(done.status ?? 1);
  }
  return done;
}

/** The programs used here, and the packages they come in. */
const PACKAGES = {
  tsc: 'typescript',
  vite: 'vite',
  eslint: 'eslint',
  prettier: 'prettier',
  depcruise: 'dependency-cruiser',
  knip: 'knip',
  vitest: 'vitest',
  playwright: '@playwright/test',
};

/** Runs a package's program through Node itself, so that no shell is needed to find it. */
export function runPackage(program, args, options) {
  const folder = path.join(ROOT, 'node_modules', PACKAGES[program]);
  const { bin } = JSON.parse(readFileSync(path.join(folder, 'package.json'), 'utf8'));
  return run(
    process.execPath,
    [path.join(folder, typeof bin === 'string' ? bin : bin[program]), ...args],
    options,
  );
}

/** Runs a script of this project's own. */
export function runScript(args) {
  return run(process.execPath, args, { allowFailure: true });
}

/** Installs what the lock file names, if it is not what is installed already. */
export function ensureInstalled() {
  unlessStamped(
    'install',
    () => hashOf(['package-lock.json']),
    existsSync(path.join(ROOT, 'node_modules', 'better-sqlite3')),
    () => {
      ensureCompiler();
      console.log('Installing (the database is compiled here, which takes two to three minutes) …');
      // Built from source, as .prebuild-installrc says: no ready-made binary is ever fetched.
      npm(['ci', '--no-audit', '--no-fund']);
    },
  );
}

/** Compiles the packages and the pages, if anything in them changed. */
export function ensureBuilt() {
  const sources = ['core', 'api', 'server', 'demo', 'web'].flatMap((name) => [
    `${name}/src`,
    `${name}/package.json`,
    `${name}/tsconfig.json`,
  ]);
  const hash = () =>
    hashOf([
      'package-lock.json',
      'tsconfig.base.json',
      'web/index.html',
      'web/vite.config.ts',
      'web/public',
      ...sources,
    ]);
  const stands =
    existsSync(path.join(ROOT, 'web', 'dist', 'index.html')) &&
    existsSync(path.join(ROOT, 'demo', 'dist', 'main.js'));
  unlessStamped('build', hash, stands, () => {
    console.log('Building …');
    runPackage('tsc', ['-b', 'demo']);
    runPackage('vite', ['build', 'web', '--logLevel', 'error']);
  });
}

/** Path of a chromium for the browser tests; Debian's is installed where there is none and we may. */
export function ensureChromium() {
  const known = [process.env.UPHILL_CHROMIUM, ...browsers()].find(
    (file) => file && existsSync(file),
  );
  if (known) return known;
  if (process.getuid?.() === 0 && spawnSync('apt-get', ['--version']).status === 0) {
    console.log('Installing Debian’s chromium for the browser tests …');
    run('apt-get', ['update'], { quiet: true, allowFailure: true });
    run('apt-get', ['install', '-y', '--no-install-recommends', 'chromium'], { quiet: true });
    return '/usr/bin/chromium';
  }
  console.error(
    'The browser tests need Chromium. Install it (Debian: sudo apt-get install chromium) or name one in UPHILL_CHROMIUM, then run npm test again.',
  );
  return process.exit(1);
}

/** Where each system keeps Chromium; another browser of its kind is named in UPHILL_CHROMIUM. */
function browsers() {
  if (process.platform === 'darwin') return ['/Applications/Chromium.app/Contents/MacOS/Chromium'];
  if (process.platform !== 'win32')
    return ['/usr/bin/chromium', '/usr/bin/chromium-browser', '/snap/bin/chromium'];
  const folders = ['PROGRAMFILES', 'PROGRAMFILES(X86)', 'LOCALAPPDATA'].map(
    (name) => process.env[name],
  );
  return folders.flatMap((folder) =>
    folder ? [path.join(folder, 'Chromium', 'Application', 'chrome.exe')] : [],
  );
}

/** Starts a server and passes on how it ended. */
export function serve(script, args) {
  const child = spawn(process.execPath, [path.join(ROOT, script), ...args], {
    cwd: ROOT,
    stdio: 'inherit',
  });
  for (const signal of ['SIGINT', 'SIGTERM']) process.on(signal, () => child.kill(signal));
  // Killed, it ends as a shell would say it: 128 and the number of the signal.
  child.on('exit', (code, signal) => process.exit(code ?? 128 + (signals[signal] ?? 0)));
}

/** What to install where the compiler is missing, by system. */
const COMPILERS = {
  win32: 'the build tools of Visual Studio with "Desktop development with C++", and Python 3',
  darwin: 'Xcode’s command line tools: xcode-select --install',
  linux: 'Debian: sudo apt-get install python3 make g++',
};

/** The database is compiled on this machine: say so plainly where that cannot work. */
function ensureCompiler() {
  // On Windows the build tools are on no path; what is missing there is said by the build itself.
  if (process.platform === 'win32') return;
  const missing = ['python3', 'make', 'g++'].filter((tool) => spawnSync(tool, ['--version']).error);
  if (missing.length === 0) return;
  if (process.getuid?.() === 0 && spawnSync('apt-get', ['--version']).status === 0) {
    run('apt-get', ['update'], { quiet: true, allowFailure: true });
    run('apt-get', ['install', '-y', '--no-install-recommends', 'python3', 'make', 'g++'], {
      quiet: true,
    });
    return;
  }
  console.error(
    `The database has to be compiled, and ${missing.join(', ')} is missing. Install it (${COMPILERS[process.platform] ?? COMPILERS.linux}) and start again.`,
  );
  process.exit(1);
}

/** Runs npm: by the very script that runs us where there is one, so that no shell is needed on any system. */
function npm(args) {
  const script = process.env.npm_execpath;
  if (script?.endsWith('.js') || script?.endsWith('.cjs'))
    return run(process.execPath, [script, ...args]);
  // A command file of Windows starts in a shell alone; nothing of these arguments is anybody's but ours.
  return process.platform === 'win32' ? run('npm.cmd', args, { shell: true }) : run('npm', args);
}

/** Does something unless it was done for exactly these files before. */
function unlessStamped(name, hash, stands, perform) {
  const stamp = path.join(STAMPS, name);
  if (stands && existsSync(stamp) && readFileSync(stamp, 'utf8') === hash()) return;
  perform();
  try {
    mkdirSync(STAMPS, { recursive: true });
    writeFileSync(stamp, hash());
  } catch (error) {
    console.error(`${STAMPS} cannot be written to: ${error.message}`);
    process.exit(1);
  }
}

function hashOf(files) {
  const hash = createHash('sha256').update(process.version);
  for (const file of files.flatMap(filesUnder).sort())
    hash.update(file).update(readFileSync(path.join(ROOT, file)));
  return hash.digest('hex');
}

function filesUnder(name) {
  const full = path.join(ROOT, name);
  if (!existsSync(full)) return [];
  if (!statSync(full).isDirectory()) return [name];
  return readdirSync(full).flatMap((entry) => filesUnder(path.join(name, entry)));
}
