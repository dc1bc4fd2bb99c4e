import CircleHelp from 'lucide-react/icons/circle-question-mark';
import { METHOD_TITLES, RULE_OF_LINE, type RuleId } from '../../core/beginner/rules.ts';
import type { WorkingLine } from '../../core/timing/step-time.ts';
import { showDuration, showDurationChange } from '../../core/units/duration.ts';
import { useText } from './forms/units.ts';

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
