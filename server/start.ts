import { createRequestHandler } from '@react-router/express';
import express from 'express';
import { join } from 'node:path';
import { pathToFileURL } from 'node:url';
import type { ServerBuild } from 'react-router';
import { backupOfTheDay } from '../app/server/backups.server.ts';
import { today } from '../app/server/clock.server.ts';
import { closeDatabase } from '../app/server/database.server.ts';
import { compressed } from './compressed.ts';
import { headers } from './headers.ts';
import { limits } from './limits.ts';
import { ownOrigin } from './own-origin.ts';
import { shutDownOn } from './shutdown.ts';

/**
 * The one server of Steady Reel: `node build/serve.mjs [--network]`. It listens on this machine alone unless the house
 * is let in. PORT and STEADY_REEL_DB name the door and the file.
 */
const network = process.argv.includes('--network');
const host = process.env['HOST'] ?? (network ? '0.0.0.0' : '127.0.0.1');
const port = Number(process.env['PORT'] ?? 3000);
const root = process.cwd();

const build = (await import(pathToFileURL(join(root, 'build', 'server', 'index.js')).href)) as ServerBuild;
const app = express();
app.disable('x-powered-by');
app.use(headers, ownOrigin, limits, compressed);
// Built files never change under their names; the rest is asked for again.
app.use('/assets', express.static(join(root, 'build', 'client', 'assets'), { immutable: true, maxAge: '1y' }));
app.use(express.static(join(root, 'build', 'client'), { maxAge: '1h' }));
app.use(createRequestHandler({ build, mode: 'production' }));

const server = app.listen(port, host, (error) => {
  if (error) {
    console.error(`Steady Reel cannot listen on ${host}:${port}: ${error.message}. Is it running already? Set PORT to another number.`);
    process.exit(1);
  }
  // The one thing it says on its own: where it is.
  process.stdout.write(
    `Steady Reel: http://${host === '0.0.0.0' ? 'localhost' : host}:${port}/${network ? ' and, in this house, by this machine’s address' : ''}\n`,
  );
});
// Half-sent requests must not hold a place for ever.
// A scan of 200 MB over a house’s wireless takes minutes.
server.requestTimeout = 600_000;
server.headersTimeout = 20_000;

/** A copy each day the application runs; a disk without room for one is said, and stops nothing. */
function keepACopy(): void {
  void (async () => backupOfTheDay(today()))().catch((error: unknown) =>
    console.error(`Today’s copy of the book was not made: ${error instanceof Error ? error.message : String(error)}`),
  );
}
if (process.env['STEADY_REEL_DAILY_COPY'] !== 'off') {
  keepACopy();
  setInterval(keepACopy, 3_600_000).unref();
}

shutDownOn(['SIGINT', 'SIGTERM'], server, closeDatabase);
