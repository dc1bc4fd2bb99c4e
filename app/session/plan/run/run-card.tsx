import { Link } from 'react-router';
import type { Fault } from '../../../../core/answer.ts';
import type { EveningRun } from '../../../../core/evening/evening.ts';
import { showDuration, showMinutes } from '../../../../core/units/duration.ts';
import { sayIn } from '../../../../core/units/sentence.ts';
import { showTemperature } from '../../../../core/units/temperature.ts';
import { useText, useUnits } from '../../../ui/forms/units.ts';
import { Notice } from '../../../ui/notice.tsx';
import { rollRange } from '../../../ui/roll-range.ts';
import { Strip } from '../../../ui/strip/strip.tsx';
import type { Plan } from '../../../../core/schedule/plan.ts';
import { waysOf } from '../../way/drafted-ways.ts';
import { TonightForm, type TypedRefusal } from '../../draft/tonight-form.tsx';
import type { EveningPage as TonightData } from '../../evening/evening-page.server.ts';
import { LastTimeLine, OpenedStep, ChangeRun } from '../../evening/parts.ts';
import { useOpened } from '../../list/opened.ts';
import type { ShownDoing } from '../../list/line.tsx';
import { useRunOnBoard } from '../board/board.ts';
import { RollChip } from '../board/roll-chip.tsx';
import { Offer } from '../offer.tsx';
import { ProposalLine } from './proposal-line.tsx';
import { useRunNumber } from './run-number.ts';
import { runTitle } from './run-title.ts';
import { TankQuestion } from './tank-question.tsx';
import { LeftOut } from '../../way/owned.tsx';
import type { WayShown } from '../../way/way-shown.ts';

interface RunCardProps {
  readonly index: number;
  readonly run: EveningRun;
  readonly tonight: TonightData;
  /** Its own doing in the list of the evening; null where it cannot be done. */
  readonly doing: ShownDoing | null;
  readonly chosenStep: string | null;
  /** Whether what is opened is opened in this run. */
  readonly isLookedAt: boolean;
  readonly refusal: TypedRefusal | null;
}

/** One run of tonight: its strip, its rolls, and what a person can change about it. */
export function RunCard({ index, run, tonight, doing, chosenStep, isLookedAt, refusal }: RunCardProps) {
  const rolls = run.rollIds.flatMap((id) => tonight.waiting.find((roll) => roll.id === id) ?? []);
  const plan = run.plan.ok ? run.plan.value : null;
  const text = useText();
  const units = useUnits();
  const { open, toggled } = useOpened();
  const isChanged = open === 'change' && isLookedAt;
  const number = useRunNumber();
  const batch = tonight.batches.find((candidate) => candidate.id === run.batchId);
  const tank = tonight.tanks.find(({ id }) => id === run.tankId);
  // It is asked once, however often the tank is used tonight.
  const isFirstInTank = tonight.evening.runs.findIndex(({ tankId }) => tankId === run.tankId) === index;
  const { ref, isOver } = useRunOnBoard(index);
  const chosen = plan && chosenStep ? plan.steps.findIndex((step, i) => `${i}-${step.bath}` === chosenStep) : null;
  const last = tonight.lastTimes[index] ?? null;
  const proposal = tonight.proposals[index] ?? null;
  const film = rolls.find((roll) => roll.film !== '')?.film ?? '';
  const step = chosen === null ? undefined : plan?.steps[chosen];
  const shown = batch && plan ? wayOfRun(run, plan, batch.kit.id, tonight.draft) : null;
  return (
    <section
      ref={ref}
      aria-labelledby={`run-${index}`}
      style={{ '--strip-ground': '#e6f0ed' } as React.CSSProperties}
      className={`rounded-card bg-[#e6f0ed] p-3 sm:p-4 ${run.broken.length > 0 ? 'outline-2 outline-hot' : ''} ${isOver ? 'outline-2 outline-teal' : ''}`}
    >
      <div className="mb-2.5 flex flex-wrap items-baseline justify-between gap-x-4">
        <h2 id={`run-${index}`} className="font-bold">
          Run {number(index)} · {runTitle(run, rolls)}
        </h2>
        <p className="flex items-baseline gap-x-4">
          {plan && (
            <span className="figure text-quiet">
              {doing && (
                <>
                  {doing.at} <span aria-hidden>·</span>{' '}
                </>
              )}
              {showMinutes(plan.totalS)}
            </span>
          )}
          <Link preventScrollReset to={toggled('change', index)} aria-expanded={isChanged} className="font-semibold underline">
            Change
          </Link>
        </p>
      </div>
      {plan && (
        <Strip
          steps={plan.steps.map((step) => ({ id: step.bath, kind: step.kind, name: step.name, seconds: step.seconds }))}
          chosen={chosen}
          wrap={(i, className, style, children) => (
            <Link
              preventScrollReset
              className={className}
              style={style}
              to={i === chosen ? `?run=${index}` : `?run=${index}&step=${i}-${plan.steps[i]?.bath}`}
              aria-expanded={i === chosen}
              title={`${plan.steps[i]?.name} ${showDuration(plan.steps[i]?.seconds ?? 0)}: how this time is made`}
            >
              {children}
            </Link>
          )}
        />
      )}
      {shown && <LeftOut shown={shown} />}
      {plan && step && <OpenedStep {...{ run, index, plan, step, tonight, rolls, shown, refusal }} chosen={chosenStep} />}
      <div className="mt-2 text-lg leading-snug font-semibold">
        {doing?.says.map((said) => (
          <p key={sayIn(said, units)}>{sayIn(said, units)}</p>
        ))}
      </div>
      {plan && isFirstInTank && <TankQuestion tank={tank} plan={plan} roomC={tonight.plan.settings.roomC} refusal={refusal} />}
      <div className="mt-2 space-y-2">
        {doing?.trouble.map((said) => (
          <Notice key={sayIn(said, units)}>{sayIn(said, units)}</Notice>
        ))}
        {run.broken.map((sentence) => (
          <Notice key={sentence}>{sentence}</Notice>
        ))}
        {!run.plan.ok &&
          run.plan.errors.map((error) => (
            <Notice key={error.path}>
              {text(error)} <Nearest run={run} fault={error} />
            </Notice>
          ))}
        {plan?.advice.map((advice) => (
          <Notice key={advice.message} tone="plain">
            {text(advice)}
            <Offer of={advice.offers} />
          </Notice>
        ))}
      </div>
      {proposal && batch && <ProposalLine proposal={proposal} run={run} kitId={batch.kit.id} />}
      {last && <LastTimeLine {...{ last, film, run }} kitId={batch?.kit.id ?? null} />}
      <div className="mt-2 flex flex-wrap items-center justify-between gap-x-4 gap-y-1">
        <ul className="flex flex-wrap gap-1.5" aria-label={`Rolls of run ${number(index)}`}>
          {rolls.map((roll) => (
            <RollChip key={roll.id} roll={roll} />
          ))}
        </ul>
        <span className="text-quiet">{plan && inThisBatch(plan, batch)}</span>
      </div>
      {isChanged && <ChangeRun {...{ index, run, rolls, tonight }} />}
    </section>
  );
}

function wayOfRun(run: EveningRun, { steps, warnings }: Plan, kitId: string, draft: TonightData['draft']): WayShown {
  const { treatment, asTheKit = {} } = run;
  const evening = draft.waysTonight?.[kitId]?.[treatment] ? 'its-own' : 'as-always';
  return { kitId, treatment, steps, warnings, asTheKit, way: waysOf(draft, kitId)[treatment] ?? [], evening };
}

/** Which rolls of its batch these are; where the batch is smaller than the kit, why the count runs ahead (domain.md 5.2). */
function inThisBatch(
  { rollNumber, runRolls }: { readonly rollNumber: number; readonly runRolls: number },
  batch: { readonly volumeMl: number; readonly kit: { readonly makesMl: number } } | undefined,
): string {
  const scale = batch ? batch.kit.makesMl / batch.volumeMl : 1;
  if (Math.abs(scale - 1) < 0.005) return `${rollRange(rollNumber, runRolls)} of this batch`;
  return `counts as ${rollRange(rollNumber, runRolls * scale)}: ${scale > 1 ? 'less' : 'more'} solution than a whole kit wears ${scale > 1 ? 'faster' : 'slower'}`;
}

/** A temperature the leaflet does not know offers its nearest end. */
function Nearest({ run, fault }: { readonly run: EveningRun; readonly fault: Fault }) {
  const { temperature } = useUnits();
  const step = fault.code === 'temperature-outside-leaflet' ? fault.path.slice('$.temperaturesC.'.length) : '';
  if (!step || fault.nearestC === undefined) return null;
  return (
    <TonightForm className="inline">
      <input type="hidden" name="batchId" value={run.batchId} />
      <input type="hidden" name="step" value={step} />
      <input type="hidden" name="exactC" value={fault.nearestC} />
      <button name="intent" value="temperature" className="font-semibold underline">
        Use {showTemperature(fault.nearestC, temperature)}
      </button>
    </TonightForm>
  );
}
