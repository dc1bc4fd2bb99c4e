import type { RequestHandler } from 'express';

/**
 * Takes paths only as they are meant. `/bench/%2e%2e/logbook` is one path to a rule and another to the router behind it;
 * nobody types one, so it is nobody's.
 */
export const plainPaths: RequestHandler = (request, response, next) => {
  if (isPlain(request.originalUrl)) return next();
  response.set('Connection', 'close').status(400).type('text/plain').send('There is no such address.');
};

function isPlain(address: string): boolean {
  try {
    const { pathname } = new URL(`http://here${address}`);
    const asked = address.split(/[?#]/)[0] ?? '';
    const read = decodeURIComponent(pathname);
    // What is still a path of its own after reading it, or holds a mark that no name has, means something else to somebody.
    return pathname === asked && !asked.startsWith('//') && !/%2f|%5c/i.test(asked) && !read.includes('\0');
  } catch {
    return false;
  }
}
