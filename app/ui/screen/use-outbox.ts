import { useEffect, useState, useSyncExternalStore } from 'react';
import { Outbox } from './outbox.ts';
import { useAlive } from './use-alive.ts';

const NOTHING: readonly never[] = [];

/** An outbox as long as the page stands: what lies in it, and how something is put in. `alive` once it can take something. */
export function useOutbox<T extends { readonly id: string }>(...how: ConstructorParameters<typeof Outbox<T>>) {
  const [box] = useState(() => new Outbox<T>(...how));
  useEffect(() => {
    box.open();
    return () => box.close();
  }, [box]);
  const alive = useAlive();
  const pending = useSyncExternalStore(box.subscribe, box.snapshot, (): readonly T[] => NOTHING);
  return { pending, add: box.add, alive };
}
