// npm run -s core -- COMMAND: the core from the command line, built once and rebuilt when a source is newer.
import { existsSync, mkdirSync, readdirSync, statSync } from 'node:fs';
import { dirname, join } from 'node:path';
import { fileURLToPath, pathToFileURL } from 'node:url';

const root = dirname(dirname(fileURLToPath(import.meta.url)));
const built = join(root, 'tmp', 'core.mjs');

function newestMs(folder) {
  let newest = 0;
  for (const entry of readdirSync(folder, { withFileTypes: true })) {
    const path = join(folder, entry.name);
    newest = Math.max(newest, entry.isDirectory() ? newestMs(path) : statSync(path).mtimeMs);
  }
  return newest;
}

const sources = Math.max(...['core', 'cli', 'scan', 'kits'].map((folder) => newestMs(join(root, folder))));
if (!existsSync(built) || statSync(built).mtimeMs < sources) {
  mkdirSync(dirname(built), { recursive: true });
  const { build } = await import('esbuild');
  const { renameSync } = await import('node:fs');
  // Written beside and put in place in one move: two commands at once never read half a file.
  const beside = `${built}.${process.pid}`;
  await build({
    entryPoints: [join(root, 'cli', 'core.ts')],
    bundle: true,
    platform: 'node',
    format: 'esm',
    target: 'node20',
    minify: true,
    external: ['sharp'],
    outfile: beside,
    logLevel: 'warning',
    banner: { js: "import { createRequire } from 'node:module'; const require = createRequire(import.meta.url);" },
  });
  renameSync(beside, built);
}
await import(pathToFileURL(built).href);
