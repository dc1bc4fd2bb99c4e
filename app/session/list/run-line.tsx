import { Link } from 'react-router';
import type { EveningRun } from '../../../core/evening/evening.ts';
import { showMinutes } from '../../../core/units/duration.ts';
import { sayIn, textIn } from '../../../core/units/sentence.ts';
import { useUnits } from '../../ui/forms/units.ts';
import { Notice } from '../../ui/notice.tsx';
import { MiniStrip } from '../../ui/strip/mini-strip.tsx';
import type { EveningPage } from '../evening/evening-page.server.ts';
import { useRunOnBoard } from '../plan/board/board.ts';
import { Offer } from '../plan/offer.tsx';
import { RollChip } from '../plan/board/roll-chip.tsx';
import { useRunNumber } from '../plan/run/run-number.ts';
import { runTitle } from '../plan/run/run-title.ts';
import type { ShownDoing } from './line.tsx';

interface RunLineProps {
  readonly index: number;
  readonly run: EveningRun;
  readonly page: EveningPage;
  /** Its doings, folded into this line. */
  readonly doings: readonly ShownDoing[];
}

/** A run that comes later, in one line: its strip, when it is loaded and hung. */
export function RunLine({ index, run, page, doings }: RunLineProps) {
  const units = useUnits();
  const number = useRunNumber();
  const { ref, isOver } = useRunOnBoard(index);
  const rolls = run.rollIds.flatMap((id) => page.waiting.find((roll) => roll.id === id) ?? []);
  const plan = run.plan.ok ? run.plan.value : null;
  const at = (kind: ShownDoing['kind']) => doings.find((doing) => doing.kind === kind);
  const trouble = doings.flatMap((doing) => doing.trouble.map((said) => sayIn(said, units)));
  return (
    <li
      ref={ref}
      className={`gap-x-3 border-t border-line py-2.5 sm:grid sm:grid-cols-[3.4rem_minmax(0,1fr)] ${isOver ? 'outline-2 outline-teal' : ''}`}
    >
      <span className="figure max-sm:hidden">{at('run')?.at}</span>
      <section aria-labelledby={`run-${index}`} className="min-w-0">
        <div className="flex flex-wrap items-baseline justify-between gap-x-4">
          <h2 id={`run-${index}`} className="font-bold">
            <span className="figure mr-3 font-normal sm:hidden">{at('run')?.at}</span>
            Run {number(index)} · {runTitle(run, rolls)}
          </h2>
          <span className="flex items-baseline gap-x-4 text-quiet max-sm:w-full max-sm:justify-between">
            {at('load') && (
              <span>
                load <span className="figure">{at('load')?.at}</span>, hung by <span className="figure">{at('hang')?.until}</span>
              </span>
            )}
            {plan && <span className="figure max-sm:hidden">{showMinutes(plan.totalS)}</span>}
            <Link preventScrollReset to={`?run=${index}`} className="font-semibold text-ink underline">
              Open<span className="sr-only"> run {number(index)}</span>
            </Link>
          </span>
        </div>
        {plan && (
          <div className="mt-1">
            <MiniStrip steps={plan.steps} heightPx={22} />
          </div>
        )}
        <ul className="mt-1 flex flex-wrap gap-1.5" aria-label={`Rolls of run ${number(index)}`}>
          {rolls.map((roll) => (
            <RollChip key={roll.id} roll={roll} />
          ))}
        </ul>
        {plan?.advice
          .filter(({ offers }) => offers !== undefined)
          .map((advice) => (
            <div key={advice.message} className="mt-1">
              <Notice tone="plain">
                {textIn(advice, units)}
                <Offer of={advice.offers} />
              </Notice>
            </div>
          ))}
        {[...trouble, ...run.broken].map((sentence) => (
          <div key={sentence} className="mt-1">
            <Notice>{sentence}</Notice>
          </div>
        ))}
      </section>
    </li>
  );
}
