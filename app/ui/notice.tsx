import TriangleAlert from 'lucide-react/icons/triangle-exclamation-point';
import type { ReactNode } from 'react';

/** A sentence worth stopping at; hot for hazards and broken rules, quiet for advice. */
export function Notice({ tone = 'hot', children }: { readonly tone?: 'hot' | 'cold' | 'plain'; readonly children: ReactNode }) {
  const look = {
    hot: 'border-hot bg-hot-wash',
    cold: 'border-cold bg-cold-wash',
    plain: 'border-teal bg-[#e6f0ed]',
  }[tone];
  return (
    <div data-tone={tone} className={`flex gap-2.5 rounded-r-card border-l-4 px-3 py-2 text-[0.95rem] ${look}`}>
      {tone === 'hot' && <TriangleAlert aria-hidden size={18} className="mt-0.5 shrink-0 text-hot" />}
      <div>{children}</div>
    </div>
  );
}

/** A destructive act was done; this takes it back. */
export function UndoBar({ children, action }: { readonly children: ReactNode; readonly action: ReactNode }) {
  return (
    <div role="status" className="mb-4 flex flex-wrap items-center justify-between gap-3 rounded-card bg-petrol px-4 py-2 text-white">
      <span>{children}</span>
      {action}
    </div>
  );
}
