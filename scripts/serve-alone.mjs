// The built server in this very process, so that killing it kills the server: node scripts/serve-alone.mjs PORT DATABASE
import { join } from 'node:path';
import { pathToFileURL } from 'node:url';
import { root } from './setup.mjs';

const [port, database] = process.argv.slice(2);
process.env.NODE_ENV = 'production';
process.env.PORT = port;
process.env.STEADY_REEL_DB = database;
process.argv.splice(2);
process.chdir(root);
await import(pathToFileURL(join(root, 'build', 'serve.mjs')).href);
