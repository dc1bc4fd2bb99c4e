import type { ComponentProps, ReactNode } from 'react';

/** `flush` lets a list inside reach the card's edges. */
export function Card({ className = '', flush = false, ...rest }: ComponentProps<'section'> & { readonly flush?: boolean }) {
  return <section className={`rounded-card border border-line bg-card ${flush ? 'overflow-hidden' : 'p-4'} ${className}`} {...rest} />;
}

export function Label({ children, figure }: { readonly children: ReactNode; readonly figure?: ReactNode }) {
  return (
    <div className="flex items-baseline justify-between gap-3">
      <span className="font-semibold">{children}</span>
      {figure !== undefined && <span className="figure text-right">{figure}</span>}
    </div>
  );
}
