import { useSyncExternalStore } from 'react';

/** Whether the page has its scripts: false where it is drawn on the server and in the browser's first look at it. */
export function useAlive(): boolean {
  return useSyncExternalStore(
    () => () => undefined,
    () => true,
    () => false,
  );
}
