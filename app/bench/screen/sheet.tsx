import X from 'lucide-react/icons/x';
import { useEffect, useRef, type ReactNode } from 'react';

interface SheetProps {
  readonly label: string;
  readonly close: () => void;
  readonly children: ReactNode;
  /** Where the first field takes the focus itself. */
  readonly focused?: boolean;
}

/**
 * A panel of the Bench: it stands above the act button, whole, at every width, and the act stays in reach. It takes no
 * other key than Escape for itself.
 */
export function Sheet({ label, close, children, focused = false }: SheetProps) {
  const box = useRef<HTMLElement>(null);
  useEffect(() => {
    if (!focused) box.current?.focus();
  }, [focused]);
  return (
    <section
      ref={box}
      aria-label={label}
      tabIndex={-1}
      className="mb-2 max-h-[calc(100dvh-13rem)] overflow-y-auto rounded-card border-2 border-night-quiet bg-night-card p-4 outline-none max-sm:max-h-[47dvh]"
      onKeyDown={(event) => event.key === 'Escape' && close()}
    >
      <div className="mb-2 flex items-center justify-between gap-3">
        <h2 className="text-lg font-bold">{label}</h2>
        <button type="button" className="flex min-h-11 items-center gap-2 rounded-card border border-night-line px-3" onClick={close}>
          <X aria-hidden size={18} /> Close
        </button>
      </div>
      {children}
    </section>
  );
}
