// npm test: installs what is missing, then everything, in two lanes side by side: what reads the sources, and what
// drives the browser. `npm run check` (--quick) is the first lane alone, with the tests of what changed.
import { spawn, spawnSync } from 'node:child_process';
import { ensureChromium, installPackages, root, run, tool } from './setup.mjs';

const quick = process.argv.includes('--quick');
installPackages();
if (!quick) ensureChromium();
if (run(tool('react-router'), ['typegen']) !== 0) process.exit(1);

const IMPORTS = ['app', 'core', 'cli', 'scan', 'server', '--config', '.dependency-cruiser.cjs', '--output-type', 'err'];
const changed = quick ? changedSources() : [];
const reading = quick
  ? [
      ['types', tool('tsc'), ['--noEmit', '--incremental', '--tsBuildInfoFile', 'tmp/check.tsbuildinfo']],
      ...(changed.length > 0 ? [['lint', tool('eslint'), changed]] : []),
      ['unit tests', tool('jest'), ['--onlyChanged', '--passWithNoTests']],
    ]
  : [
      ['types', tool('tsc'), ['--noEmit']],
      ['unit tests', tool('jest'), []],
      ['lint', tool('eslint'), ['.', '--max-warnings', '0']],
      ['imports', tool('depcruise'), IMPORTS],
      ['nothing dead', tool('knip'), ['--no-progress', '--no-config-hints']],
      ['format', tool('prettier'), ['--check', '--log-level', 'warn', '.']],
    ];
const driving = [
  ['build', process.execPath, ['scripts/build.mjs']],
  ['browser', tool('playwright'), ['test']],
];

/** What stands uncommitted, so that a check between two thoughts reads those files and no others. */
function changedSources() {
  const git = (...args) => spawnSync('git', args, { cwd: root, encoding: 'utf8' }).stdout.split('\n');
  return [...git('diff', '--name-only', '--diff-filter=d', 'HEAD'), ...git('ls-files', '--others', '--exclude-standard')].filter((file) =>
    /\.(tsx?|mjs)$/.test(file),
  );
}

/** Runs a stage and prints what it said in one piece, so that two lanes do not talk into each other. */
function stage([name, command, args]) {
  const from = Date.now();
  return new Promise((resolve) => {
    const child = spawn(command, args, { cwd: root, stdio: ['ignore', 'pipe', 'pipe'] });
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
const counted = results.flatMap(({ said }) => said.match(/^(Tests:.*|\s+\d+ (passed|failed|flaky|skipped).*)$/gm) ?? []);
if (counted.length > 0) console.log(`\n${counted.map((line) => line.trim()).join('\n')}`);
const failed = results.filter(({ passed }) => !passed).map(({ name }) => name);
console.log(failed.length === 0 ? '\nEverything passed.' : `\nFailed: ${failed.join(', ')}.`);
process.exitCode = failed.length === 0 ? 0 : 1;
