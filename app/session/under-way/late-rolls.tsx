import { useEffect } from 'react';
import { useNavigation, useSearchParams, useSubmit } from 'react-router';

/** Rolls that were added into this evening join it, one after the other; without scripts each waits below with its own button. */
export function LateRolls() {
  const [search] = useSearchParams();
  const { state } = useNavigation();
  const submit = useSubmit();
  const late = search.get('late') ?? '';
  useEffect(() => {
    const [next, ...others] = late.split(',').filter(Boolean);
    if (next === undefined || state !== 'idle') return;
    const rest = others.length > 0 ? `&late=${others.join()}` : '';
    void submit({ intent: 'roll-in', rollId: next }, { method: 'post', action: `/?index${rest}`, replace: true, preventScrollReset: true });
  }, [late, state, submit]);
  return null;
}
