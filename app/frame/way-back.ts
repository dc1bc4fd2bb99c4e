const HERE = 'http://steady.reel';

/** An address of our own to go back to; whatever else was posted leads home. Browsers take `/\\host` for another site. */
export function wayBack(posted: unknown): string {
  if (typeof posted !== 'string' || posted.length > 2000 || !/^\/(?![/\\])/.test(posted)) return '/';
  try {
    const url = new URL(posted, HERE);
    return url.origin === HERE ? url.pathname + url.search : '/';
  } catch {
    return '/';
  }
}
