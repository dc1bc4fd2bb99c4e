import { useState, type ReactNode } from 'react';
import { wordOf } from '../../core/beginner/glossary.ts';
import { useOnDemand } from './screen/use-on-demand.ts';

const loadNote = () => import('./term-note.tsx');

/** A word of the trade: what it means shows under the pointer, and stays after a tap. Without scripts it leads to its entry. */
export function Term({ id, children }: { readonly id: string; readonly children: ReactNode }) {
  const word = wordOf(id);
  const [loaded, load] = useOnDemand(loadNote);
  const [isPressed, setPressed] = useState(false);
  const [isUnderPointer, setUnderPointer] = useState(false);
  if (!word) return children;
  const entry = `/method#word-${id}`;
  if (loaded) {
    return (
      <loaded.TermNote word={word} entry={entry} isPressed={isPressed} isUnderPointer={isUnderPointer} look={LOOK}>
        {children}
      </loaded.TermNote>
    );
  }
  return (
    <span
      className="relative inline"
      onMouseEnter={() => {
        setUnderPointer(true);
        load();
      }}
      onMouseLeave={() => setUnderPointer(false)}
    >
      <a
        href={entry}
        role="button"
        aria-expanded={false}
        className={LOOK}
        onClick={(event) => {
          event.preventDefault();
          setPressed(true);
          load(() => location.assign(entry));
        }}
      >
        {children}
      </a>
    </span>
  );
}

const LOOK = 'cursor-help underline decoration-dotted';
