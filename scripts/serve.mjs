// Starts the built server for browser tests: node scripts/serve.mjs PORT DATABASE [--demo] [--keep]
import { copyFileSync, cpSync, mkdirSync, rmSync } from 'node:fs';
import { dirname, join } from 'node:path';
import { fillDemo, startServer } from './setup.mjs';

const [port, database, ...flags] = process.argv.slice(2);
mkdirSync(dirname(database), { recursive: true });
if (!flags.includes('--keep')) for (const suffix of ['', '-wal', '-shm']) rmSync(database + suffix, { force: true });
if (flags.includes('--demo')) {
  fillDemo(database);
  // Filling takes a while: what else wants the demo beside this server takes a copy of what it began with.
  const [beside, filled] = [dirname(database), join(dirname(database), 'filled')];
  mkdirSync(filled, { recursive: true });
  copyFileSync(database, join(filled, 'demo.db'));
  cpSync(join(beside, 'scans-to-try'), join(filled, 'scans-to-try'), { recursive: true });
}
const server = await startServer({ port: Number(port), database });
for (const signal of ['SIGINT', 'SIGTERM']) process.on(signal, () => server.kill(signal));
server.on('exit', (code) => process.exit(code ?? 0));
