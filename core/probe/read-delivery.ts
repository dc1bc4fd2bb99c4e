import { parseISO } from 'date-fns';
import { answered, refused, type Answer } from '../answer.ts';
import type { ProbeReading } from './sift.ts';

const MOST_AT_ONCE = 600;
const INSTANT = /^\d{4}-\d\d-\d\dT\d\d:\d\d:\d\d(\.\d{1,9})?(Z|[+-]\d\d:\d\d)$/;

/**
 * Reads what a probe sends: `{"readings":[{"at":"2026-11-25T19:30:05.2Z","c":38.04}]}`, up to 600 at once, in any order
 * (domain.md 18). A probe sends each second, so it is looked over by hand: a schema would take longer than keeping it.
 * Errors: `bad-delivery` with the path of the first fault and what is accepted there.
 */
export function readDelivery(body: unknown): Answer<readonly ProbeReading[]> {
  const fault = (path: string, message: string) => refused({ code: 'bad-delivery', path, message });
  const readings = typeof body === 'object' && body !== null ? (body as { readings?: unknown }).readings : undefined;
  if (!Array.isArray(readings)) return fault('$.readings', 'readings must be a list, such as [{"at":"2026-11-25T19:30:05.2Z","c":38.04}].');
  if (readings.length > MOST_AT_ONCE) return fault('$.readings', `At most ${MOST_AT_ONCE} readings at once; send the rest after them.`);
  const read: ProbeReading[] = [];
  for (const [i, each] of (readings as readonly unknown[]).entries()) {
    const { at, c } = (typeof each === 'object' && each !== null ? each : {}) as { at?: unknown; c?: unknown };
    const atMs = typeof at === 'string' && INSTANT.test(at) ? parseISO(at).getTime() : NaN;
    if (!Number.isFinite(atMs)) return fault(`$.readings[${i}].at`, 'at must be an instant with its zone, such as 2026-11-25T19:30:05.2Z.');
    if (typeof c !== 'number' || !Number.isFinite(c))
      return fault(`$.readings[${i}].c`, 'c must be a number of degrees Celsius, such as 38.04.');
    read.push({ atMs, c });
  }
  return answered(read);
}
