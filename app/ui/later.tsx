import { Suspense, useEffect, useState, type ReactNode } from 'react';

/**
 * Stands as it came with the page until its code is here, and is not touched before: changed while it waits, the browser's
 * copy would be thrown away and made anew, and be gone meanwhile.
 */
export function Later({ children }: { readonly children: ReactNode }) {
  const [here, setHere] = useState(false);
  const shown = (
    <Suspense>
      {children}
      <Here tell={setHere} />
    </Suspense>
  );
  const [first] = useState(shown);
  return here ? shown : first;
}

function Here({ tell }: { readonly tell: (here: true) => void }) {
  useEffect(() => tell(true), [tell]);
  return null;
}
