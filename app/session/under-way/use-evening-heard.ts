import { useEffect } from 'react';
import { useRevalidator } from 'react-router';
import { answers, isAlone } from '../../ui/screen/reach.ts';

/** The page read again whenever anything of the evening moved on any screen. */
export function useEveningHeard(looksAgainMs: number | null): void {
  const { revalidate } = useRevalidator();
  useEffect(() => {
    let soon: ReturnType<typeof setTimeout> | undefined;
    const moved = () => {
      clearTimeout(soon);
      // A page that cannot be read anew stays as it is.
      soon = setTimeout(() => void answers().then((answered) => (answered ? revalidate() : undefined)), 150);
    };
    const stream = new EventSource('/evening/stream');
    stream.addEventListener('moved', moved);
    stream.onopen = () => {
      if (isAlone()) moved();
    };
    // A stream may be refused by a laptop that answers everything else.
    stream.onerror = () => void answers();
    const every = looksAgainMs === null ? undefined : setInterval(() => document.visibilityState === 'visible' && moved(), looksAgainMs);
    document.addEventListener('visibilitychange', moved);
    return () => {
      clearTimeout(soon);
      clearInterval(every);
      stream.close();
      document.removeEventListener('visibilitychange', moved);
    };
  }, [revalidate, looksAgainMs]);
}
