// Starts the built server for browser tests: node scripts/serve.mjs PORT DATABASE [--demo] [--keep]
import { rmSync, mkdirSync } from 'node:fs';
import { dirname } from 'node:path';
import { fillDemo, startServer } from './setup.mjs';

const [port, database, ...flags] = process.argv.slice(2);
mkdirSync(dirname(database), { recursive: true });
if (!flags.includes('--keep')) for (const suffix of ['', '-wal', '-shm']) rmSync(database + suffix, { force: true });
if (flags.includes('--demo')) fillDemo(database);
const server = await startServer({ port: Number(port), database });
for (const signal of ['SIGINT', 'SIGTERM']) process.on(signal, () => server.kill(signal));
server.on('exit', (code) => process.exit(code ?? 0));
