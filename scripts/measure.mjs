// npm run measure [-- PART …]: every part, or those that are named, one after the other; each has a limit, after which it is
// ended and what it did not come to is said.
import { spawn } from 'node:child_process';
import { installPackages, root, run, tool } from './setup.mjs';

const LIMIT_MIN = 10;
const PARTS = ['core', 'session', 'shelf', 'logbook', 'server', 'door', 'heavy', 'small', 'package', 'weight', 'fuzz', 'probes', 'bench'];

const asked = process.argv.slice(2);
const unknown = asked.filter((part) => !PARTS.includes(part));
if (unknown.length > 0) {
  console.error(`There is no part called ${unknown.join(', ')}. There are: ${PARTS.join(', ')}.`);
  process.exit(2);
}
installPackages();

const BUNDLED = { core: 'scripts/measure.ts', fuzz: 'scripts/measure-fuzz.ts' };

/** What reads the sources is measured as it is bundled; everything else asks a server or a browser. */
function scriptOf(part) {
  const source = BUNDLED[part];
  if (!source) return `scripts/measure-${part}.mjs`;
  const flags = ['--bundle', '--platform=node', '--format=esm', '--packages=external', '--external:*.mjs', '--log-level=warning'];
  const out = `scripts/.${part}.bundled.mjs`;
  if (run(tool('esbuild'), [source, ...flags, `--outfile=${out}`]) !== 0) process.exit(1);
  return out;
}

/** True when it ended by itself and well. Its servers and browsers end with it: they are of its own group. */
function measured(part) {
  return new Promise((resolve) => {
    let last = '';
    const child = spawn(process.execPath, [scriptOf(part)], { cwd: root, stdio: ['ignore', 'pipe', 'inherit'], detached: true });
    child.stdout.on('data', (text) => {
      process.stdout.write(text);
      last = String(text).trim().split('\n').at(-1) || last;
    });
    const timer = setTimeout(() => {
      console.error(`\n${part}: not done after ${LIMIT_MIN} minutes. The last that came was: ${last || 'nothing'}`);
      process.kill(-child.pid, 'SIGKILL');
    }, LIMIT_MIN * 60_000);
    child.on('close', (code) => {
      clearTimeout(timer);
      resolve(code === 0);
    });
  });
}

const failed = [];
for (const part of asked.length > 0 ? asked : PARTS) if (!(await measured(part))) failed.push(part);
if (failed.length > 0) console.error(`\nDid not come: ${failed.join(', ')}.`);
process.exitCode = failed.length > 0 ? 1 : 0;
