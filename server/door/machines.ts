import type { Request } from 'express';

/** Where probes and heaters send to, by their names and nothing that the pages behind could take for another address. What they bring is checked there against their own token. */
const THEIR_PATHS: readonly (readonly [readonly string[], RegExp])[] = [
  [['POST'], /^\/probes\/[a-z0-9-]{1,30}\/readings$/],
  [['GET', 'PUT'], /^\/heaters\/[a-z0-9-]{1,30}$/],
];

/**
 * Whether a request comes from a probe or heater and not from a page: it brings a token in a header that no page of
 * another site can send along, and no cookie. It needs no origin and no key of a screen, and reaches nothing else.
 */
export function isMachine({ method, path, headers }: Pick<Request, 'method' | 'path' | 'headers'>): boolean {
  return (
    headers.authorization?.startsWith('Bearer ') === true &&
    headers.cookie === undefined &&
    headers.origin === undefined &&
    THEIR_PATHS.some(([methods, at]) => methods.includes(method) && at.test(path))
  );
}
