import { EventEmitter } from 'node:events';

/** Tells open streams that a run has a new event. Reading the event is theirs: the table is the truth. */
const kept = globalThis as { steadyReelRuns?: EventEmitter };
const bus = (kept.steadyReelRuns ??= new EventEmitter().setMaxListeners(0));

export function announceRun(runId: string): void {
  bus.emit(runId);
}

export function onRunAnnounced(runId: string, listener: () => void): () => void {
  bus.on(runId, listener);
  return () => void bus.off(runId, listener);
}
