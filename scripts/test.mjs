// npm test: installs what is missing, then everything, in two lanes side by side: what reads the sources, and what
// drives the browser. `npm run check` (--quick) is the first lane alone, with the tests of what changed.
import { spawn } from 'node:child_process';
import { mkdtempSync, rmSync, statfsSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { ensureChromium, installPackages, root, run, tool } from './setup.mjs';

const quick = process.argv.includes('--quick');
installPackages();
if (!quick) ensureChromium();
if (run(tool('react-router'), ['typegen']) !== 0) process.exit(1);

const IMPORTS = ['app', 'core', 'cli', 'scan', 'server', '--config', '.dependency-cruiser.cjs', '--output-type', 'err'];
// Types and lint in one reading, by the compiler's native build.
const LINT = ['types and lint', tool('oxlint'), ['--deny-warnings', '--report-unused-disable-directives']];
const reading = quick
  ? [LINT, ['format', tool('oxfmt'), ['--check']], ['unit tests', tool('jest'), ['--onlyChanged', '--passWithNoTests']]]
  : [
      LINT,
      ['format', tool('oxfmt'), ['--check']],
      ['imports', tool('depcruise'), IMPORTS],
      ['nothing dead', tool('knip'), ['--no-progress', '--no-config-hints']],
      ['unit tests', tool('jest'), []],
    ];
const driving = [
  ['build', process.execPath, ['scripts/build.mjs']],
  ['browser', tool('playwright'), ['test']],
];

/** In memory where the system has such a place with room: an act in a book waits until the disk has it, three milliseconds. */
function placeForBooks() {
  try {
    const { bavail, bsize } = statfsSync('/dev/shm');
    return bavail * bsize > 4e9 ? '/dev/shm' : tmpdir();
  } catch {
    return tmpdir();
  }
}

/** Every book that a test makes stands here, and goes with it; what the browser's tests were turned into stays for the next time. */
const books = mkdtempSync(join(placeForBooks(), 'steady-reel-tests-'));
const env = { ...process.env, TMPDIR: books, PWTEST_CACHE_DIR: join(root, 'node_modules', '.cache', 'browser-tests') };

/** Runs a stage and prints what it said in one piece, so that two lanes do not talk into each other. */
function stage([name, command, args]) {
  const from = Date.now();
  return new Promise((resolve) => {
    const child = spawn(command, args, { cwd: root, env, stdio: ['ignore', 'pipe', 'pipe'] });
    let said = '';
    for (const stream of [child.stdout, child.stderr]) stream.on('data', (text) => (said += text));
    child.on('error', (error) => (said += String(error)));
    child.on('close', (code) => {
      const seconds = Math.round((Date.now() - from) / 1000);
      console.log(`\n== ${name}: ${code === 0 ? 'passed' : 'failed'} in ${seconds} s\n${said.trim()}`);
      resolve({ name, passed: code === 0, said });
    });
  });
}

/** Every stage of a lane runs, whatever failed before it: one run shows all there is to mend. */
async function lane(stages) {
  const results = [];
  for (const each of stages) results.push(await stage(each));
  return results;
}

const results = (await Promise.all(quick ? reading.map((each) => lane([each])) : [lane(reading), lane(driving)])).flat();
try {
  rmSync(books, { recursive: true, force: true });
} catch (error) {
  console.error(`What the tests made could not all be taken away: ${error.message}`);
}
const counted = results.flatMap(({ said }) => said.match(/^(Tests:.*|\s+\d+ (passed|failed|flaky|skipped).*)$/gm) ?? []);
if (counted.length > 0) console.log(`\n${counted.map((line) => line.trim()).join('\n')}`);
const failed = results.filter(({ passed }) => !passed).map(({ name }) => name);
console.log(failed.length === 0 ? '\nEverything passed.' : `\nFailed: ${failed.join(', ')}.`);
process.exitCode = failed.length === 0 ? 0 : 1;
