import { useEffect, useState, useSyncExternalStore } from 'react';
import { Outbox, type Sent } from './outbox.ts';
import { isCopy } from './reach.ts';
import { useAlive } from './use-alive.ts';

const NOTHING: readonly never[] = [];

interface How<T> {
  readonly name: string;
  readonly read: (kept: unknown) => readonly T[];
  readonly send: (item: T) => Promise<Sent>;
  /** This page shows what the server took; one that only sends leaves that to the page that does. */
  readonly shows?: boolean;
}

/**
 * An outbox as long as the page stands: what lies in it (`pending`), what was taken out of it since a page was read from the
 * server (`taken`), and how something is put in. `alive` once it can take something.
 */
export function useOutbox<T extends { readonly id: string }>({ name, read, send, shows = true }: How<T>) {
  const [box] = useState(() => new Outbox<T>(name, read, send));
  useEffect(() => {
    box.open(shows && !isCopy());
    return () => box.close();
  }, [box, shows]);
  const alive = useAlive();
  const none = (): readonly T[] => NOTHING;
  const pending = useSyncExternalStore(box.subscribe, box.snapshot, none);
  const taken = useSyncExternalStore(box.subscribe, box.taken, none);
  return { pending, taken, add: box.add, alive };
}
