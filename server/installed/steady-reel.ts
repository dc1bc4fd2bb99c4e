#!/usr/bin/env node
import Database from 'better-sqlite3';
import { accessSync, constants, existsSync, mkdirSync } from 'node:fs';
import { dirname, join, resolve } from 'node:path';
import { fileURLToPath, pathToFileURL } from 'node:url';
import { parseArgs } from 'node:util';
import { isHeld } from '../hold-alone.ts';
import { dataFolder } from './data-folder.ts';
import { freeDoor } from './free-door.ts';
import { knownDoor, versionHere } from './known-door.ts';
import { openBrowser } from './open-browser.ts';

/** The command that is installed: `steady-reel`. It stands in build/, beside everything that it starts. */
const root = dirname(dirname(fileURLToPath(import.meta.url)));

const HELP = `Steady Reel runs a colour session at home: every bath's time, on time, on record.

  steady-reel [start]        starts it on your book, and opens the browser
  steady-reel demo           starts it on a book of its own, filled with an autumn of rolls
  steady-reel doctor         looks at everything an evening needs, changes nothing, says what to do
  steady-reel backup         a copy of the book now, while it runs or not
  steady-reel restore NAME   puts a copy in its place; without a name, which there are
  steady-reel core COMMAND   asks what is computed, without a browser: plan, drift, timeline …
  steady-reel probe          a thermometer that is made up, to try without one

  --port N          instead of 3000; one that is taken is stepped over
  --data FOLDER     where the book lies, instead of ${dataFolder()}
  --no-browser      opens none
  --network         lets the phone of the house in at once
  --version, --help
`;

/** Commands that are programs of their own, with options of their own. */
const PROGRAMS = ['doctor', 'backup', 'restore', 'core', 'probe'] as const;
const OWN = ['start', 'demo', ...PROGRAMS] as const;

const say = (text: string) => void process.stdout.write(`${text}\n`);

function fail(...says: string[]): never {
  console.error(says.join('\n'));
  process.exit(1);
}

const run = (file: string) => import(pathToFileURL(join(root, 'build', file)).href);

/** A folder that is there and can be written to, or a sentence. */
function writable(folder: string): void {
  try {
    mkdirSync(folder, { recursive: true });
    accessSync(folder, constants.W_OK);
  } catch {
    fail(
      `${folder} cannot be written to, so nothing of an evening would be kept.`,
      'Make it writable, or name another: steady-reel start --data FOLDER',
    );
  }
}

/** Everything that was packed is there: an installation that was cut off says so, instead of failing at the third page. */
function whole(): void {
  const missing = ['serve.mjs', 'thread.mjs', 'scan-process.mjs', 'csv-reader.mjs', 'server/index.js', 'client/assets'].find(
    (part) => !existsSync(join(root, 'build', part)),
  );
  if (missing) fail(`This installation is not whole: build/${missing} is missing.`, 'Install it again: npm install -g steady-reel-….tgz');
  try {
    new Database(':memory:').close();
  } catch {
    fail(
      'The database’s package was not made for this machine: npm was not let run its script.',
      'Install it again so that it may: npm install -g --allow-scripts=better-sqlite3 steady-reel-….tgz',
    );
  }
}

async function started(args: string[], demo: boolean): Promise<void> {
  const { values } = options(args);
  whole();
  const folder = values.data ? resolve(values.data) : join(dataFolder(), demo ? 'demo' : '.');
  const named = process.env['STEADY_REEL_DB'];
  const file = named && !demo ? resolve(named) : join(folder, demo ? 'demo.db' : 'steady-reel.db');
  writable(dirname(file));
  const opens = values['no-browser'] !== true;
  if (isHeld(file)) {
    const door = knownDoor(file);
    const address = door ? `http://localhost:${door.port}/` : 'where it was started';
    const other = door && door.version !== versionHere(root) ? door.version || 'an older one' : null;
    say(`Steady Reel runs on this book already: ${address}`);
    if (other !== null)
      fail(`It is another version (${other}; this is ${versionHere(root)}). End that one, then start this: one book has one at a time.`);
    if (door && opens) await openBrowser(address);
    return;
  }
  const asked = Number(values.port ?? process.env['PORT'] ?? 3000);
  if (!Number.isInteger(asked) || asked < 1 || asked > 65_000) fail(`--port is a number from 1 to 65000, and not “${values.port}”.`);
  const port = await freeDoor(asked).catch((error: unknown) => fail(error instanceof Error ? error.message : String(error)));
  if (port !== asked) say(`\n  Port ${asked} is taken by another program: this is at ${port}.`);
  Object.assign(process.env, { NODE_ENV: 'production', PORT: String(port), STEADY_REEL_DB: file });
  // What is built finds its parts from its own folder.
  process.chdir(root);
  if (demo) await run('fill-demo.mjs');
  await run('serve.mjs');
  if (opens && !(await openBrowser(`http://localhost:${port}/`)))
    say('  There is no browser here to open. From a phone or another computer of the house: steady-reel start --network\n');
}

function options(args: string[]) {
  try {
    return parseArgs({
      args,
      options: {
        port: { type: 'string' },
        data: { type: 'string' },
        'no-browser': { type: 'boolean' },
        network: { type: 'boolean' },
      },
      strict: true,
    });
  } catch (error) {
    return fail(
      error instanceof Error ? `${error.message.split('. ')[0] ?? ''}.` : String(error),
      'steady-reel --help says what there is.',
    );
  }
}

const [first = 'start', ...rest] = process.argv.slice(2);
const named = OWN.find((command) => command === first);
if (first === '--version' || first === '-v') say(versionHere(root));
else if (first === '--help' || first === '-h' || first === 'help') say(HELP);
else if (named === 'start' || named === 'demo') await started(rest, named === 'demo');
else if (named) {
  process.env['STEADY_REEL_COMMAND'] ??= 'steady-reel';
  process.env['STEADY_REEL_DB'] ??= join(dataFolder(), 'steady-reel.db');
  process.env['STEADY_REEL_DB'] = resolve(process.env['STEADY_REEL_DB']);
  process.argv.splice(2, 1);
  if (named !== 'core') process.chdir(root);
  await run(`${named}.mjs`);
} else if (first.startsWith('--')) await started([first, ...rest], false);
else fail(`steady-reel has no command “${first}”.`, `There are: ${OWN.join(', ')}. steady-reel --help says what each does.`);
