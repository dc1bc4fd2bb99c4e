import type { ReadingOf } from '../run/acts/event.ts';
import type { Heard } from './heard.ts';

/** A probe as a screen shows it. */
export interface ProbeNow {
  readonly name: string;
  /** What it is in; null while it is in nothing. */
  readonly reads: ReadingOf | null;
  readonly heard: Heard;
}

export function isReadingOf(reads: unknown): reads is ReadingOf {
  return typeof reads === 'string' && /^(tank|tub|bottle:.{1,120})$/.test(reads);
}

/** What a server said of its probes, as a screen of this version understands it; what it does not is passed over. */
export function readProbesNow(message: unknown): ProbeNow[] {
  if (!Array.isArray(message)) return [];
  return (message as readonly unknown[]).flatMap((each): ProbeNow[] => {
    const { name, reads, heard } = (typeof each === 'object' && each !== null ? each : {}) as {
      name?: unknown;
      reads?: unknown;
      heard?: unknown;
    };
    const said = readHeard(heard);
    return typeof name === 'string' && said ? [{ name, reads: isReadingOf(reads) ? reads : null, heard: said }] : [];
  });
}

function readHeard(heard: unknown): Heard | null {
  if (typeof heard !== 'object' || heard === null) return null;
  const { kind, atMs, c, forS } = heard as { kind?: unknown; atMs?: unknown; c?: unknown; forS?: unknown };
  if (kind === 'never') return { kind };
  if (typeof atMs !== 'number' || typeof c !== 'number') return null;
  if (kind === 'heard') return { kind, atMs, c };
  return kind === 'lost' && typeof forS === 'number' ? { kind, atMs, c, forS } : null;
}
