import { useSearchParams } from 'react-router';

/** What may be opened beneath its line; a run and one of its steps have parameters of their own. */
export type Openable = 'bath' | 'water' | 'when' | 'batch' | 'lasts' | 'change' | 'more';

interface Opened {
  readonly open: string | null;
  /** Where a press on a line goes: it opens there, and what is open closes. */
  readonly toggled: (what: Openable, run?: number) => string;
}

/** What of the evening is opened, by the address of the page: so it works without scripts, and outlasts a change. */
export function useOpened(): Opened {
  const [search] = useSearchParams();
  const open = search.get('open');
  return {
    open,
    toggled: (what, run) => {
      const isOpen = open === what && (run === undefined || search.get('run') === String(run));
      const next = new URLSearchParams(search.has('list') ? { list: search.get('list') ?? '' } : {});
      if (run !== undefined) next.set('run', String(run));
      if (!isOpen) next.set('open', what);
      return `?${next}`;
    },
  };
}
