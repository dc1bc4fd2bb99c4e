// What every script needs before anything is installed: plain Node, no dependency.
import { execFileSync, spawn, spawnSync } from 'node:child_process';
import { existsSync, mkdirSync, readdirSync, readFileSync, statSync, writeFileSync } from 'node:fs';
import { createHash } from 'node:crypto';
import { createServer } from 'node:net';
import { basename, dirname, join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { brotliCompressSync, constants, gzipSync } from 'node:zlib';
import { keepEarlierFiles } from './earlier-files.mjs';

export const root = dirname(dirname(fileURLToPath(import.meta.url)));

export function run(command, args, options = {}) {
  const done = spawnSync(command, args, { cwd: root, stdio: 'inherit', ...options, env: { ...process.env, ...options.env } });
  if (done.error) throw done.error;
  return done.status ?? 1;
}

/** As `run`, for a command that may stand still for good: past its limit it is ended and begun again, once. */
export function runOrAgain(command, args, { limitMs, ...options }) {
  const once = { ...options, timeout: limitMs, killSignal: 'SIGKILL' };
  try {
    return run(command, args, once);
  } catch (error) {
    if (error.code !== 'ETIMEDOUT') throw error;
    console.log(`${basename(command)} stood still for ${Math.round(limitMs / 1000)} s; it begins again.`);
    return run(command, args, once);
  }
}

/** The bundler's own threads have once waited for each other for good; a build takes half a minute, four beside other work. */
const BUILD_LIMIT_MS = 600_000;

/** A tool from node_modules/.bin. */
export const tool = (name) => join(root, 'node_modules', '.bin', name);

const stamp = join(root, 'node_modules', '.steady-reel-installed');

/** Installs what package-lock.json names, once; better-sqlite3 compiles here, about three minutes. */
export function installPackages() {
  const wanted = createHash('sha256')
    .update(readFileSync(join(root, 'package-lock.json')))
    .digest('hex');
  if (existsSync(stamp) && readFileSync(stamp, 'utf8') === wanted && sqliteWorks()) return;
  console.log('Installing packages (the database compiles once, about three minutes) …');
  const status = run('npm', ['ci', '--no-audit', '--no-fund'], { env: { PLAYWRIGHT_SKIP_BROWSER_DOWNLOAD: '1' } });
  if (status !== 0) process.exit(status);
  if (!sqliteWorks() && run('npm', ['rebuild', 'better-sqlite3', '--foreground-scripts', '--allow-scripts=better-sqlite3']) !== 0)
    process.exit(1);
  if (!sqliteWorks()) {
    console.error('better-sqlite3 did not compile. It needs python3, make and g++ (Debian: apt-get install python3 make g++).');
    process.exit(1);
  }
  writeFileSync(stamp, wanted);
}

function sqliteWorks() {
  return (
    spawnSync(process.execPath, ['-e', "new (require('better-sqlite3'))(':memory:').close()"], { cwd: root, stdio: 'ignore' }).status === 0
  );
}

/** Builds unless the last build is newer than every source. */
export function buildIfNeeded() {
  const server = join(root, 'build', 'server', 'index.js');
  const sources = [
    'app',
    'cli',
    'core',
    'demo/fill.ts',
    'demo/scenario.ts',
    'scan',
    'scripts/files-of-parts.ts',
    'scripts/page-files.ts',
    'scripts/setup.mjs',
    'scripts/restore.ts',
    'server',
    'kits',
    'public',
    'package-lock.json',
    'vite.config.ts',
    'react-router.config.ts',
  ];
  const last = join(root, 'build', 'csv-reader.mjs');
  if (existsSync(server) && existsSync(last) && newest(sources) < statSync(last).mtimeMs) return;
  const putBack = keepEarlierFiles(join(root, 'build'), join(root, 'tmp', 'earlier-build'));
  const status = runOrAgain(tool('react-router'), ['build'], { limitMs: BUILD_LIMIT_MS, env: { NODE_ENV: 'production' } });
  putBack();
  if (status !== 0) process.exit(status);
  // The server's entry and its threads, beside what the framework built.
  const onTheServer = [
    '--platform=node',
    '--format=esm',
    '--target=node20',
    // What is compiled for its machine is a package of its own; everything else stands in the bundle.
    '--external:better-sqlite3',
    '--external:sharp',
    `--alias:react-router=${join(root, 'node_modules', 'react-router', 'dist', 'production', 'index.mjs')}`,
    '--define:process.env.NODE_ENV="production"',
    // Packages of the older kind ask for Node's own modules by name.
    `--banner:js=import{createRequire as requireOf}from'node:module';const require=requireOf(import.meta.url);`,
  ];
  const bundles = [
    // By the name under which phones have it already.
    ['app/frame/page-worker.ts', 'build/client/bench-worker.js', WORKER_FLAGS],
    ['server/start.ts', 'build/serve.mjs', onTheServer],
    ['app/server/thread/worker.ts', 'build/thread.mjs', onTheServer],
    ['app/logbook/strips/scan-process/child.ts', 'build/scan-process.mjs', onTheServer],
    // The command that is installed, and what it starts beside the server.
    ['server/installed/steady-reel.ts', 'build/steady-reel.mjs', onTheServer],
    ['demo/fill.ts', 'build/fill-demo.mjs', onTheServer],
    ['cli/core.ts', 'build/core.mjs', onTheServer],
    ['cli/probe.ts', 'build/probe.mjs', onTheServer],
    ...['doctor', 'backup', 'restore'].map((name) => [`scripts/${name}.ts`, `build/${name}.mjs`, onTheServer]),
    ['app/rolls/import-lines.ts', 'build/csv-reader.mjs', onTheServer],
  ];
  for (const [entry, out, flags] of bundles) {
    const bundled = run(tool('esbuild'), [entry, '--bundle', '--log-level=warning', ...flags, `--outfile=${out}`]);
    if (bundled !== 0) process.exit(bundled);
  }
  compressForBrowsers();
}

const LEAST_BYTES = 1024;

/** Scripts and styles are compressed once, as small as can be: no phone waits while that is done, and no small computer does it twice. */
function compressForBrowsers() {
  const client = join(root, 'build', 'client', 'assets');
  for (const name of readdirSync(client)) {
    if (!/\.(js|css)$/.test(name)) continue;
    const plain = readFileSync(join(client, name));
    if (plain.length < LEAST_BYTES) continue;
    writeFileSync(join(client, `${name}.br`), brotliCompressSync(plain));
    writeFileSync(join(client, `${name}.gz`), gzipSync(plain, { level: constants.Z_BEST_COMPRESSION }));
  }
}

/** How the Bench's service worker is bundled: one script, for browsers. */
export const WORKER_FLAGS = ['--platform=browser', '--format=iife', '--minify', '--define:process.env.NODE_ENV="production"'];

function newest(paths) {
  let time = 0;
  const visit = (path) => {
    const stat = statSync(path);
    if (stat.isDirectory()) for (const name of readdirSync(path)) visit(join(path, name));
    else time = Math.max(time, stat.mtimeMs);
  };
  for (const path of paths) visit(join(root, path));
  return time;
}

/** Debian's two builds of one Chromium. The shell has no windows, whose parts the other loads again for every visitor. */
const SHELL = '/usr/bin/chromium-headless-shell';
const WITH_WINDOWS = '/usr/bin/chromium';

/** How everything here starts its browser. */
export const BROWSER = {
  get executablePath() {
    return existsSync(SHELL) ? SHELL : WITH_WINDOWS;
  },
  args: [
    '--no-sandbox',
    '--disable-gpu',
    '--disable-quic',
    '--no-first-run',
    '--disable-background-networking',
    '--disable-component-update',
    '--disable-sync',
  ],
};

/** A tab lies behind another only where there are windows; the shell stands in where they are not installed. */
export const WINDOWED = { ...BROWSER, executablePath: existsSync(WITH_WINDOWS) ? WITH_WINDOWS : SHELL };

/** Writes into the store of certificates that Chromium trusts, as a phone's settings do. */
const CERTUTIL = '/usr/bin/certutil';

/** Debian's Chromium and its certificate tool, installed where that is allowed; otherwise says what to install. */
export function ensureChromium() {
  if (existsSync(SHELL) && existsSync(CERTUTIL)) return;
  if (process.getuid?.() === 0 && existsSync('/usr/bin/apt-get')) {
    console.log('Installing Chromium from Debian …');
    run('apt-get', ['update', '-qq']);
    run('apt-get', ['install', '-y', '-qq', '--no-install-recommends', 'chromium-headless-shell', 'libnss3-tools'], {
      env: { DEBIAN_FRONTEND: 'noninteractive' },
    });
  }
  // The browser with windows drives the same tests, in twice the time.
  if (!existsSync(BROWSER.executablePath) || !existsSync(CERTUTIL)) {
    console.error(
      'The browser tests need Chromium and certutil in /usr/bin. On Debian: apt-get install chromium-headless-shell libnss3-tools',
    );
    process.exit(1);
  }
}

/** The first free port from one on. */
export async function freePort(from) {
  for (let port = from; port < from + 200; port++) {
    const free = await new Promise((resolve) => {
      const probe = createServer();
      probe.once('error', () => resolve(false));
      probe.listen(port, '0.0.0.0', () => probe.close(() => resolve(true)));
    });
    if (free) return port;
  }
  throw new Error(`no free port from ${from}`);
}

/** The built server as a child, answering before this returns; `shown` lets its own start page through. */
export async function startServer({ port, database, env = {}, args = [], shown = false }) {
  const child = spawn(process.execPath, [join(root, 'build', 'serve.mjs'), ...args], {
    cwd: root,
    env: { ...process.env, NODE_ENV: 'production', PORT: String(port), STEADY_REEL_DB: database, ...env },
    stdio: ['ignore', shown ? 'inherit' : 'ignore', 'inherit'],
  });
  let ended = null;
  child.once('exit', (code) => (ended = code ?? 1));
  for (let i = 0; i < 200; i++) {
    if (ended !== null) throw new Error(`the server stopped with status ${ended}`);
    try {
      if ((await fetch(`http://127.0.0.1:${port}/clock`)).ok) return child;
    } catch {
      // Not up yet.
    }
    await new Promise((resolve) => setTimeout(resolve, 50));
  }
  child.kill();
  throw new Error('the server did not answer within ten seconds');
}

export function fillDemo(database) {
  mkdirSync(dirname(database), { recursive: true });
  execFileSync(process.execPath, ['--import', 'tsx', 'demo/fill.ts'], {
    cwd: root,
    env: { ...process.env, STEADY_REEL_DB: database },
    stdio: ['ignore', 'ignore', 'inherit'],
  });
}
