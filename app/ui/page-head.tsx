import type { ReactNode } from 'react';

export function PageHead({
  title,
  children,
  action,
}: {
  readonly title: string;
  readonly children?: ReactNode;
  readonly action?: ReactNode;
}) {
  return (
    <header className="mb-5 flex flex-wrap items-end justify-between gap-4">
      <div className="min-w-0">
        <h1 className="text-[1.65rem] leading-tight font-bold tracking-tight">{title}</h1>
        {children && <p className="mt-1 text-quiet">{children}</p>}
      </div>
      {action}
    </header>
  );
}

/** What belongs here, and one action. */
export function Empty({ title, children, action }: { readonly title: string; readonly children: ReactNode; readonly action?: ReactNode }) {
  return (
    <div className="rounded-card border border-dashed border-[#9fb5ae] bg-card/60 px-5 py-8 text-center">
      <p className="text-lg font-semibold">{title}</p>
      <p className="mx-auto mt-1 mb-4 max-w-prose text-quiet">{children}</p>
      {action}
    </div>
  );
}
