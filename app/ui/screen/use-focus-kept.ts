import { useEffect, useRef, type RefObject } from 'react';

/**
 * What held the focus may go with a press: a form that is put away, a row that moves, a page read anew. The focus then falls
 * to the page's body, from where a keyboard begins at the very top; it is put at the beginning of what is shown instead.
 */
export function useFocusKept<T extends HTMLElement>(): RefObject<T | null> {
  const within = useRef<T>(null);
  useEffect(() => {
    let had = false;
    const note = (event: FocusEvent) => (had = within.current?.contains(event.target as Node) ?? false);
    // A field that is left for another is no loss; one that went from the page takes the focus with it.
    const look = new MutationObserver(() => {
      if (!had || document.activeElement !== document.body) return;
      had = false;
      within.current?.focus({ preventScroll: true });
    });
    // On its way to the next field it is nowhere for a moment, in which a form may say what is wrong with the one before.
    const left = (event: FocusEvent) => {
      if (event.target instanceof Node && document.contains(event.target)) had = false;
    };
    document.addEventListener('focusin', note);
    // Before any of the page's own listeners, which may change it.
    document.addEventListener('focusout', left, true);
    look.observe(document.body, { childList: true, subtree: true, attributes: true, attributeFilter: ['disabled'] });
    return () => {
      document.removeEventListener('focusin', note);
      document.removeEventListener('focusout', left, true);
      look.disconnect();
    };
  }, []);
  return within;
}
