import type * as Esbuild from 'esbuild';
import { createHash } from 'node:crypto';
import { existsSync, mkdirSync, renameSync, writeFileSync } from 'node:fs';
import { createRequire } from 'node:module';
import { basename, dirname, resolve } from 'node:path';

/** What runs beside the server, in a thread or a process of its own: from what was built; from its source while developing and in tests. */
export function fileToRun(built: string, source: string): { readonly file: string; readonly isBuilt: boolean } {
  const file = resolve('build', built);
  const isBuilt = process.env['NODE_ENV'] === 'production' && existsSync(file);
  return { file: isBuilt ? file : bundledSource(source), isBuilt };
}

/**
 * A source with all that it imports, as one file of plain JavaScript, which begins sooner than through a reader of TypeScript.
 * Packages stay where they are. Whoever develops has what bundles it.
 */
export function bundledSource(source: string): string {
  const { buildSync } = createRequire(resolve('package.json'))('esbuild') as typeof Esbuild;
  const { outputFiles } = buildSync({
    entryPoints: [resolve(source)],
    bundle: true,
    platform: 'node',
    format: 'esm',
    packages: 'external',
    write: false,
    logLevel: 'warning',
  });
  const text = outputFiles.map((each) => each.text).join('');
  const hash = createHash('sha256').update(text).digest('hex').slice(0, 16);
  // By what stands in it: written once, and never under whoever reads it.
  const file = resolve('node_modules', '.cache', 'from-source', `${basename(source, '.ts')}-${hash}.mjs`);
  if (existsSync(file)) return file;
  mkdirSync(dirname(file), { recursive: true });
  const whole = `${file}.${process.pid}`;
  writeFileSync(whole, text);
  renameSync(whole, file);
  return file;
}
