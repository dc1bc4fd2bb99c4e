import type { RouteConfigEntry } from '@react-router/dev/routes';
import routes from '../../app/routes.ts';

/** For tests: every address of the site, by its own map: a new route is covered by being there. */
function pathsOf(entries: readonly RouteConfigEntry[], before = ''): string[] {
  return entries.flatMap((entry) => {
    const path = `${before}/${(entry.path ?? '').replace(/:\w+/g, 'one').replace('*', 'nowhere')}`
      .replace(/\/+/g, '/')
      .replace(/(.)\/$/, '$1');
    return [...(entry.file && (entry.path !== undefined || entry.index) ? [path] : []), ...pathsOf(entry.children ?? [], path)];
  });
}
export const PATHS = [...new Set(pathsOf(routes))];
