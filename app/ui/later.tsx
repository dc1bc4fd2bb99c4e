import { Suspense, useEffect, useState, type ReactNode } from 'react';

interface LaterProps {
  /** What it says something of: once that is another, what stood there is wrong, and rather nothing stands there. */
  readonly of?: unknown;
  readonly children: ReactNode;
}

/**
 * Stands as it came with the page until its code is here, and is not touched before: changed while it waits, the browser's
 * copy would be thrown away and made anew, and be gone meanwhile.
 */
export function Later({ of, children }: LaterProps) {
  const [here, setHere] = useState(false);
  const shown = (
    <Suspense>
      {children}
      <Here tell={setHere} />
    </Suspense>
  );
  const [first] = useState({ shown, of });
  return here || of !== first.of ? shown : first.shown;
}

function Here({ tell }: { readonly tell: (here: true) => void }) {
  useEffect(() => tell(true), [tell]);
  return null;
}
