import './memory.ts';
import { createRequestHandler } from '@react-router/express';
import express, { type RequestHandler } from 'express';
import staticCompressed from 'express-static-gzip';
import { createServer } from 'node:http';
import { join } from 'node:path';
import { pathToFileURL } from 'node:url';
import type { ServerBuild } from 'react-router';
import { backupOfTheDay } from '../app/server/database/backups.server.ts';
import { today } from '../app/server/database/clock.server.ts';
import { closeDatabase, databaseFile } from '../app/server/database/database.server.ts';
import { houseFolder } from '../app/server/house.ts';
import { clockAgainst } from './doctor/examine.ts';
import { doorApp } from './door/door.ts';
import { OpenStreams } from './door/open-streams.ts';
import { whoAsks } from './door/who.ts';
import { holdAlone } from './hold-alone.ts';
import { House } from './house/house.ts';
import { houseListeners, withLimits } from './house/listeners.ts';
import { forgetDoor, rememberDoor } from './installed/known-door.ts';
import { shutDownOn } from './shutdown.ts';
import { startPage } from './start-page.ts';

/**
 * The one server of Steady Reel: `node build/serve.mjs [--network]`. It listens on this machine alone until the house is
 * let in, by a press on “Phone” or by `--network`. PORT and STEADY_REEL_DB name the door and the file.
 */
const FOR_EVER = 'public, max-age=31536000, immutable';
const port = Number(process.env['PORT'] ?? 3000);
const root = process.cwd();
const file = databaseFile();

const alone = holdAlone(file);
if (alone.refusal !== null) {
  console.error(alone.refusal);
  process.exit(1);
}

// Only now: the build opens the file as soon as it is read.
const build = (await import(pathToFileURL(join(root, 'build', 'server', 'index.js')).href)) as ServerBuild;
const streams = new OpenStreams();
const client = join(root, 'build', 'client');
/** They lie there compressed (scripts/setup.mjs). */
const builtFiles = staticCompressed(client, {
  enableBrotli: true,
  orderPreference: ['br', 'gzip'],
  index: false,
  serveStatic: { setHeaders: (response) => response.setHeader('Cache-Control', FOR_EVER) },
});
const pages: RequestHandler[] = [
  // Built files never change under their names. A page that was open before an update still finds those it was built with.
  (request, response, next) => {
    if (/^\/assets\/[\w.-]+$/.test(request.path)) builtFiles(request, response, next);
    else next();
  },
  express.static(client, { maxAge: '1h' }),
  express.static(join(root, 'build', 'earlier'), { setHeaders: (response) => response.set('Cache-Control', FOR_EVER) }),
  createRequestHandler({
    build,
    mode: 'production',
    getLoadContext: (_request, response) => ({ nonce: String(response.locals['nonce']), who: whoAsks(response), house }),
  }),
];
const house: House = new House(
  houseFolder(file),
  houseListeners(port, () => doorApp('house', { house, streams, pages })),
  (screenId) => streams.endThoseOf(screenId),
);

const server = withLimits(createServer(doorApp('own', { house, streams, pages })));
server.once('error', (error) => {
  console.error(`Steady Reel cannot listen on port ${port}: ${error.message}. Is it running already? Set PORT to another number.`);
  process.exit(1);
});
server.listen(port, '127.0.0.1', () => {
  rememberDoor(file, port);
  void (async () => {
    const closed = process.argv.includes('--network') || house.wasOpen() ? await openTheHouse() : null;
    process.stdout.write(startPage({ port, file, house: house.look(), closed }));
    const clock = clockAgainst(file, Date.now());
    if (clock?.is === 'bad') console.error(`  The clock of this machine ${clock.says}. ${clock.todo}\n`);
  })();
});

/** Opens the house and, where nobody is known yet, shows a number at once. Returns why it stays closed. */
async function openTheHouse(): Promise<string | null> {
  if (process.argv.includes('--network') && house.look().screens.length === 0) return house.letIn('book');
  try {
    await house.open();
    return null;
  } catch (error) {
    return inWords(error);
  }
}

/** What was thrown for a page to show is a sentence all the same. */
function inWords(error: unknown): string {
  if (error instanceof Error) return error.message;
  return typeof error === 'object' && error !== null && 'data' in error ? String(error.data) : String(error);
}

/** A copy each day the application runs; a disk without room for one is said, and stops nothing. */
function keepACopy(): void {
  void (async () => backupOfTheDay(today()))().catch((error: unknown) =>
    console.error(`Today’s copy of the book was not made: ${inWords(error)}`),
  );
}
if (process.env['STEADY_REEL_DAILY_COPY'] !== 'off') {
  keepACopy();
  setInterval(keepACopy, 3_600_000).unref();
}

shutDownOn(['SIGINT', 'SIGTERM'], server, async () => {
  await house.end();
  closeDatabase();
  forgetDoor(file);
  alone.letGo();
});
