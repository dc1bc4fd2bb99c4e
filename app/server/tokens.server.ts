import { createHash, randomBytes, timingSafeEqual } from 'node:crypto';

/** 256 bits that nobody guesses, for a probe or heater; shown once, and kept only as what it is checked against. */
export function newToken(): string {
  return randomBytes(32).toString('base64url');
}

export function hashOfToken(token: string): string {
  return createHash('sha256').update(token).digest('hex');
}

/** The token that a request brings as `Authorization: Bearer …`; null where it brings none. */
export function tokenIn(request: Request): string | null {
  return /^Bearer ([\w-]{20,100})$/.exec(request.headers.get('authorization') ?? '')?.[1] ?? null;
}

export function isToken(token: string | null, hash: string | null): boolean {
  if (token === null || hash === null) return false;
  const [given, kept] = [Buffer.from(hashOfToken(token), 'hex'), Buffer.from(hash, 'hex')];
  return given.length === kept.length && timingSafeEqual(given, kept);
}
