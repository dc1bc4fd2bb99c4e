import { EventEmitter } from 'node:events';

/** Tells open streams that a run has a new event. Reading the event is theirs: the table is the truth. */
const kept = globalThis as { steadyReelRuns?: EventEmitter };
const bus = (kept.steadyReelRuns ??= new EventEmitter().setMaxListeners(0));

/** Whatever happens to any run is a change to the evening it belongs to. No run has this for an id. */
const ANY = ' any run';

export function announceRun(runId: string): void {
  bus.emit(runId);
  bus.emit(ANY, runId);
}

/** Something of an evening moved that is no act of any run: a thing was ticked. */
export function announceEvening(): void {
  bus.emit(ANY, '');
}

/** A practice is no part of any evening: only the screens that practise hear of it. */
export function announcePractice(practiceId: string): void {
  bus.emit(practiceId);
}

/** What the probes say has changed: once a second while one sends. No run has this for an id. */
const PROBES = ' probes';

export function announceProbes(): void {
  bus.emit(PROBES);
}

export function onProbesAnnounced(listener: () => void): () => void {
  bus.on(PROBES, listener);
  return () => void bus.off(PROBES, listener);
}

export function onRunAnnounced(runId: string, listener: () => void): () => void {
  bus.on(runId, listener);
  return () => void bus.off(runId, listener);
}

export function onAnyRunAnnounced(listener: (runId: string) => void): () => void {
  bus.on(ANY, listener);
  return () => void bus.off(ANY, listener);
}
