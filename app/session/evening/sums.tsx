import type { Spoken } from '../../../core/units/sentence.ts';
import { useText } from '../../ui/forms/units.ts';

type Said = string | ({ readonly message: string } & Spoken);

/** Figures opened to their sums, to be followed with a pencil. */
export function Sums({
  title,
  sums,
}: {
  readonly title: string;
  readonly sums: readonly { readonly what: string; readonly sum: Said; readonly figure: Said }[];
}) {
  const text = useText();
  const say = (said: Said) => (typeof said === 'string' ? said : text(said));
  return (
    <details className="mt-2">
      <summary className="font-semibold underline">{title}</summary>
      <dl className="mt-1">
        {sums.map((sum) => (
          <div key={sum.what} className="grid grid-cols-[minmax(0,1fr)_auto] gap-x-3 border-t border-line py-2">
            <dt>
              {sum.what}
              <span className="block text-sm text-quiet">{say(sum.sum)}</span>
            </dt>
            <dd className="figure text-right">{say(sum.figure)}</dd>
          </div>
        ))}
      </dl>
    </details>
  );
}
