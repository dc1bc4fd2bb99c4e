// npm run demo: installs what is missing, builds, fills a demo database of its own, starts, and prints the address.
import { join } from 'node:path';
import { buildIfNeeded, fillDemo, freePort, installPackages, root, startServer } from './setup.mjs';

installPackages();
buildIfNeeded();
const database = join(root, 'demo', 'data', 'demo.db');
fillDemo(database);
const port = await freePort(Number(process.env.PORT ?? 4173));
const server = await startServer({ port, database });
console.log(
  `\n  Steady Reel, with an autumn of demo data:  http://localhost:${port}/\n\n  Ctrl+C ends it. The demo's data is in demo/data and is made anew at each start.\n`,
);
for (const signal of ['SIGINT', 'SIGTERM']) process.on(signal, () => server.kill(signal));
server.on('exit', (code) => process.exit(code ?? 0));
