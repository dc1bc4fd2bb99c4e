import type { Server } from 'node:http';

/** How long open streams may take to end before they are cut. */
const PATIENCE_MS = 1500;

/** Ends gracefully: no new requests, streams closed, then `last` (the database is written back), then out. */
export function shutDownOn(signals: readonly NodeJS.Signals[], server: Server, last: () => Promise<void>): void {
  let ending = false;
  const end = () => {
    if (ending) return;
    ending = true;
    server.close(() => void last().finally(() => process.exit(0)));
    server.closeIdleConnections();
    setTimeout(() => server.closeAllConnections(), PATIENCE_MS).unref();
  };
  for (const signal of signals) process.on(signal, end);
}
