import { existsSync } from 'node:fs';
import { resolve } from 'node:path';
import { pathToFileURL } from 'node:url';
import { Worker, type ResourceLimits } from 'node:worker_threads';

/** A thread beside the one that answers the Bench, from what was built; from its source while developing and in tests. */
export function startThread(built: string, source: string, resourceLimits: ResourceLimits = {}): Worker {
  const file = resolve('build', built);
  if (process.env['NODE_ENV'] === 'production' && existsSync(file)) return new Worker(file, { resourceLimits });
  const from = JSON.stringify(pathToFileURL(resolve(source)).href);
  return new Worker(`import('tsx/esm/api').then(({ register }) => (register(), import(${from})))`, { eval: true, resourceLimits });
}
