import { existsSync } from 'node:fs';
import { resolve } from 'node:path';
import { Worker, type ResourceLimits } from 'node:worker_threads';
import { bundledSource } from './bundled-source.server.ts';

/** A thread beside the one that answers the Bench, from what was built; from its source while developing and in tests. */
export function startThread(built: string, source: string, resourceLimits: ResourceLimits = {}): Worker {
  const file = resolve('build', built);
  const isBuilt = process.env['NODE_ENV'] === 'production' && existsSync(file);
  return new Worker(isBuilt ? file : bundledSource(source), { resourceLimits });
}
