import { Worker, type ResourceLimits } from 'node:worker_threads';
import { fileToRun } from './file-to-run.server.ts';

/** A thread beside the one that answers the Bench. */
export function startThread(built: string, source: string, resourceLimits: ResourceLimits = {}): Worker {
  return new Worker(fileToRun(built, source).file, { resourceLimits });
}
