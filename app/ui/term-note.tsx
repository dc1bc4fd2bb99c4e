import { Popover, PopoverButton, PopoverPanel } from '@headlessui/react';
import { useEffect, useState, type ReactNode } from 'react';
import type { Word } from '../../core/beginner/glossary.ts';
import { useOpenedAtOnce } from './screen/use-opened-at-once.ts';

interface TermNoteProps {
  readonly word: Word;
  /** Where the word stands in the glossary. */
  readonly entry: string;
  /** Pressed while it was not there yet, it comes open; with the pointer on it, it shows. */
  readonly isPressed: boolean;
  readonly isUnderPointer: boolean;
  readonly look: string;
  readonly children: ReactNode;
}

/** What a word means, once somebody has asked. */
export function TermNote({ word, entry, isPressed, isUnderPointer, look, children }: TermNoteProps) {
  const button = useOpenedAtOnce<HTMLButtonElement>(isPressed);
  const [hover, setHover] = useState(isUnderPointer);
  useEffect(() => {
    if (!hover) return;
    // What a pointer brought up must go without moving the pointer, wherever the focus is.
    const away = (event: KeyboardEvent) => event.key === 'Escape' && setHover(false);
    document.addEventListener('keydown', away);
    return () => document.removeEventListener('keydown', away);
  }, [hover]);
  return (
    <Popover as="span" className="relative inline" onMouseEnter={() => setHover(true)} onMouseLeave={() => setHover(false)}>
      {({ open }) => (
        <>
          <PopoverButton ref={button} as="a" href={entry} role="button" className={look}>
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
