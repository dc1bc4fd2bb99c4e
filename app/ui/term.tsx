import { Popover, PopoverButton, PopoverPanel } from '@headlessui/react';
import { useEffect, useState, type ReactNode } from 'react';
import { wordOf } from '../../core/beginner/glossary.ts';

/** A word of the trade: what it means shows under the pointer, and stays after a tap. Without scripts it leads to its entry. */
export function Term({ id, children }: { readonly id: string; readonly children: ReactNode }) {
  const word = wordOf(id);
  const [hover, setHover] = useState(false);
  useEffect(() => {
    if (!hover) return;
    // What a pointer brought up must go without moving the pointer, wherever the focus is.
    const away = (event: KeyboardEvent) => event.key === 'Escape' && setHover(false);
    document.addEventListener('keydown', away);
    return () => document.removeEventListener('keydown', away);
  }, [hover]);
  if (!word) return children;
  return (
    <Popover as="span" className="relative inline" onMouseEnter={() => setHover(true)} onMouseLeave={() => setHover(false)}>
      {({ open }) => (
        <>
          <PopoverButton
            as="a"
            href={`/method#word-${id}`}
            role="button"
            onClick={(event: React.MouseEvent) => event.preventDefault()}
            className="cursor-help underline decoration-dotted"
          >
            {children}
          </PopoverButton>
          {(open || hover) && (
            <PopoverPanel
              static
              as="span"
              role="note"
              className="absolute top-full left-0 z-40 block w-64 max-w-[80vw] rounded-card border border-line bg-card p-3 text-[0.95rem] leading-snug font-normal text-ink shadow-lg"
            >
              <strong>{word.word}.</strong> {word.means}
            </PopoverPanel>
          )}
        </>
      )}
    </Popover>
  );
}
