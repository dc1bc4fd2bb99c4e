import { useSearchParams } from 'react-router';
import type { WayShown } from './way-shown.ts';

/** Whether a change is for tonight alone or from now on: as it was chosen, else as the evening has it already. */
export function useScope({ evening }: Pick<WayShown, 'evening'>): 'tonight' | 'always' {
  const [search] = useSearchParams();
  if (evening === 'none') return 'always';
  const asked = search.get('for');
  return asked === 'tonight' || (asked !== 'always' && evening === 'its-own') ? 'tonight' : 'always';
}

/** Whose way a form changes, and for how long. */
export function OfWay({ intent, shown }: { readonly intent: string | null; readonly shown: WayShown }) {
  const scope = useScope(shown);
  return (
    <>
      {intent !== null && <input type="hidden" name="intent" value={intent} />}
      <input type="hidden" name="kitId" value={shown.kitId} />
      <input type="hidden" name="treatment" value={shown.treatment} />
      <input type="hidden" name="scope" value={scope} />
    </>
  );
}
