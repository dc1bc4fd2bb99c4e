import type { WorkedSum } from '../../core/worked-sum.ts';

/** Figures opened to their sums, to be followed with a pencil. */
export function Sums({ title, sums }: { readonly title: string; readonly sums: readonly WorkedSum[] }) {
  return (
    <details className="mt-2">
      <summary className="font-semibold underline">{title}</summary>
      <dl className="mt-1">
        {sums.map((sum) => (
          <div key={sum.what} className="grid grid-cols-[minmax(0,1fr)_auto] gap-x-3 border-t border-line py-2">
            <dt>
              {sum.what}
              <span className="block text-sm text-quiet">{sum.sum}</span>
            </dt>
            <dd className="figure text-right">{sum.figure}</dd>
          </div>
        ))}
      </dl>
    </details>
  );
}
