import { CircleHelp, TriangleAlert } from 'lucide-react';
import type { ComponentProps, ReactNode } from 'react';
import { Link } from 'react-router';
import { METHOD_TITLES, RULE_OF_LINE, type RuleId } from '../../core/beginner/rules.ts';
import type { WorkingLine } from '../../core/timing/step-time.ts';
import { showDuration, showDurationChange } from '../../core/units/duration.ts';
import { useText } from './units.ts';

/** `flush` lets a list inside reach the card's edges. */
export function Card({ className = '', flush = false, ...rest }: ComponentProps<'section'> & { readonly flush?: boolean }) {
  return <section className={`rounded-card border border-line bg-card ${flush ? 'overflow-hidden' : 'p-4'} ${className}`} {...rest} />;
}

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

const FILLED = 'bg-petrol text-white hover:bg-[#15535a] disabled:bg-[#8ba3a4]';
const OUTLINED = 'border border-[#8aa39e] bg-card text-ink hover:border-petrol disabled:opacity-60';
const SHAPE = 'inline-flex min-h-11 items-center justify-center gap-2 rounded-card px-4 font-semibold no-underline';

export function Button({ filled = false, className = '', ...rest }: ComponentProps<'button'> & { readonly filled?: boolean }) {
  return <button className={`${SHAPE} ${filled ? FILLED : OUTLINED} ${className}`} {...rest} />;
}

export function LinkButton({ filled = false, className = '', ...rest }: ComponentProps<typeof Link> & { readonly filled?: boolean }) {
  return <Link className={`${SHAPE} ${filled ? FILLED : OUTLINED} ${className}`} {...rest} />;
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

/** A sentence worth stopping at; hot for hazards and broken rules, quiet for advice. */
export function Notice({ tone = 'hot', children }: { readonly tone?: 'hot' | 'cold' | 'plain'; readonly children: ReactNode }) {
  const look = {
    hot: 'border-hot bg-hot-wash',
    cold: 'border-cold bg-cold-wash',
    plain: 'border-teal bg-[#e6f0ed]',
  }[tone];
  return (
    <div className={`flex gap-2.5 rounded-r-card border-l-4 px-3 py-2 text-[0.95rem] ${look}`}>
      {tone === 'hot' && <TriangleAlert aria-hidden size={18} className="mt-0.5 shrink-0 text-hot" />}
      <div>{children}</div>
    </div>
  );
}

interface WorkingProps {
  readonly lines: readonly WorkingLine[];
  readonly totalS: number;
  /** What happened since the plan was made, such as drift. */
  readonly since?: { readonly label: string; readonly seconds: number } | null;
  readonly dark?: boolean;
}

/** Leads to the rule behind a figure or a warning. From the Bench it opens beside it: a run is not left for a word. */
export function Why({ rule, aside = false }: { readonly rule: RuleId; readonly aside?: boolean }) {
  const title = METHOD_TITLES[rule];
  return (
    <a
      href={`/method#${rule}`}
      {...(aside ? { target: '_blank', rel: 'noreferrer' } : {})}
      title={`The rule: ${title}`}
      className="no-print inline-flex size-6 items-center justify-center rounded-full text-sm opacity-70 hover:opacity-100"
    >
      <CircleHelp aria-hidden size={15} />
      <span className="sr-only">The rule: {title}</span>
    </a>
  );
}

/** How a time is made, line by line, summing to it. Rules that did nothing are not listed. */
export function Working({ lines, totalS, since = null, dark = false }: WorkingProps) {
  const text = useText();
  const rows = [
    ...lines
      .filter((line, i) => i === 0 || line.seconds !== 0)
      .map((line, i) => ({
        label: text(line),
        figure: i === 0 ? showDuration(line.seconds) : showDurationChange(line.seconds),
        rule: RULE_OF_LINE[line.what],
      })),
    ...(since && since.seconds !== 0 ? [{ label: since.label, figure: showDurationChange(since.seconds), rule: 'drift' as const }] : []),
  ];
  const rule = dark ? 'border-night-line' : 'border-line';
  return (
    <table className="w-full">
      <tbody>
        {rows.map((row) => (
          <tr key={row.label} className={`border-b ${rule}`}>
            <th scope="row" className="py-2 pr-2 text-left font-normal">
              {row.label} <Why rule={row.rule} aside={dark} />
            </th>
            <td className="figure py-2 text-right">{row.figure}</td>
          </tr>
        ))}
        {rows.length > 1 && (
          <tr>
            <th scope="row" className="py-2 text-left font-bold">
              Together
            </th>
            <td className={`figure py-2 text-right font-semibold ${dark ? 'text-aqua' : 'text-teal'}`}>
              {showDuration(totalS + (since?.seconds ?? 0))}
            </td>
          </tr>
        )}
      </tbody>
    </table>
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

export function Label({ children, figure }: { readonly children: ReactNode; readonly figure?: ReactNode }) {
  return (
    <div className="flex items-baseline justify-between gap-3">
      <span className="font-semibold">{children}</span>
      {figure !== undefined && <span className="figure text-right">{figure}</span>}
    </div>
  );
}
