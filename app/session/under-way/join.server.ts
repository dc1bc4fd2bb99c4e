import { openSessionId } from '../../server/runs/runs.server.ts';
import { changeComing } from './change.server.ts';

/** Rolls that were added late join the evening that goes on; what has no place in it stays with those that wait. */
export function joinTheEvening(rollIds: readonly string[]): void {
  const sessionId = openSessionId();
  if (sessionId === null) return;
  for (const rollId of rollIds) changeComing(sessionId, { kind: 'roll-in', rollId });
}
