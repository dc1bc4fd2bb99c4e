// npm run demo: installs what is missing, builds, fills a demo database of its own, starts; --network lets the house in.
import { join } from 'node:path';
import { buildIfNeeded, fillDemo, freePort, installPackages, root, startServer } from './setup.mjs';

installPackages();
buildIfNeeded();
const database = join(root, 'demo', 'data', 'demo.db');
fillDemo(database);
const port = await freePort(Number(process.env.PORT ?? 4173));
console.log('\n  An autumn of demo data, in demo/data, made anew at each start.');
const server = await startServer({ port, database, args: process.argv.slice(2), shown: true });
for (const signal of ['SIGINT', 'SIGTERM']) process.on(signal, () => server.kill(signal));
server.on('exit', (code) => process.exit(code ?? 0));
