// npm test: installs what is missing, then lint, types, unit tests, build, and the browser against the built server.
import { buildIfNeeded, ensureChromium, installPackages, run, tool } from './setup.mjs';

installPackages();
ensureChromium();
const stages = [
  ['route types', 'react-router', ['typegen']],
  ['types', 'tsc', ['--noEmit']],
  ['lint', 'eslint', ['.']],
  ['imports', 'depcruise', ['app', 'core', 'cli', '--config', '.dependency-cruiser.cjs', '--output-type', 'err']],
  ['format', 'prettier', ['--check', '--log-level', 'warn', '.']],
  ['unit tests', 'jest', []],
  ['build', null, []],
  ['browser', 'playwright', ['test']],
];
for (const [name, command, args] of stages) {
  console.log(`\n== ${name}`);
  const status = command === null ? (buildIfNeeded() ?? 0) : run(tool(command), args);
  if (status !== 0) {
    console.error(`\n${name} failed.`);
    process.exit(status);
  }
}
console.log('\nEverything passed.');
