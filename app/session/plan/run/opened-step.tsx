import type { ComponentProps } from 'react';
import type { EveningRun } from '../../../../core/evening/evening.ts';
import { isDeveloper } from '../../../../core/kit/kind.ts';
import type { Plan, PlannedStep } from '../../../../core/schedule/plan.ts';
import type { TypedRefusal } from '../../draft/tonight-form.tsx';
import type { EveningPage as TonightData } from '../../evening/evening-page.server.ts';
import { MarginsApart } from '../../way/margin-apart.tsx';
import type { WayShown } from '../../way/way-shown.ts';
import { YourWay } from '../../way/your-way.tsx';
import { SchoolsCard } from '../schools-card.tsx';
import { StepDetail } from './step-detail.tsx';
import { TankTrace } from './tank-trace.tsx';

interface OpenedStepProps {
  readonly run: EveningRun;
  readonly index: number;
  readonly plan: Plan;
  readonly step: PlannedStep;
  readonly chosen: string | null;
  readonly tonight: TonightData;
  readonly rolls: ComponentProps<typeof MarginsApart>['rolls'];
  /** Its kit’s way, and the kit; null where its batch is gone. */
  readonly shown: WayShown | null;
  readonly refusal: TypedRefusal | null;
}

/** A step of a run, pressed: one’s own way of it, and how its time is made. Loaded once it is wanted. */
export function OpenedStep({ run, index, plan, step, chosen, tonight, rolls, shown, refusal }: OpenedStepProps) {
  return (
    <>
      {shown && (
        <YourWay shown={shown} step={step} refusal={refusal} singles={tonight.singles}>
          <MarginsApart {...{ run, step, rolls }} kitId={shown.kitId} own={tonight.draft.own} />
        </YourWay>
      )}
      <div className="mt-3 grid items-start gap-3 lg:grid-cols-2 lg:[&>figure]:col-span-2">
        {isDeveloper(step.kind) && <TankTrace plan={plan} />}
        <StepDetail run={run} runIndex={index} chosen={chosen} />
        {isDeveloper(step.kind) && <SchoolsCard rows={tonight.schools[index] ?? []} runIndex={index} />}
      </div>
    </>
  );
}
