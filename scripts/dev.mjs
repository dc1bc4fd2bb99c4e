// npm run dev: the demo's data, and the pages rebuilt as their sources change.
import { existsSync } from 'node:fs';
import { join } from 'node:path';
import { fillDemo, installPackages, root, run, tool } from './setup.mjs';

installPackages();
const database = process.env.STEADY_REEL_DB ?? join(root, 'demo', 'data', 'dev.db');
// Kept from one start to the next: what was tried yesterday is still there.
if (!existsSync(database)) fillDemo(database);
process.exitCode = run(tool('react-router'), ['dev'], { env: { STEADY_REEL_DB: database } });
