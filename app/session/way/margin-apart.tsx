import type { EveningRun } from '../../../core/evening/evening.ts';
import { onlyFilm } from '../../../core/evening/margins-of-run.ts';
import { isDeveloper } from '../../../core/kit/kind.ts';
import type { PlannedStep } from '../../../core/schedule/plan.ts';
import { atFilm, atPush, showOwnMargin, type OwnMargin } from '../../../core/timing/own-margin.ts';
import { Button } from '../../ui/button.tsx';
import { INPUT_SHAPE } from '../../ui/forms/input-shape.ts';
import type { OwnMargins } from '../draft/draft.ts';
import { TonightForm } from '../draft/tonight-form.tsx';

interface MarginsApartProps {
  readonly run: EveningRun;
  readonly kitId: string;
  readonly step: PlannedStep;
  readonly rolls: readonly { readonly film: string }[];
  readonly own: OwnMargins;
}

/** More or less by conviction, for one push or one film alone: other rolls of the same evening know nothing of it (domain.md 9, own margin). */
export function MarginsApart({ run, kitId, step, rolls, own }: MarginsApartProps) {
  if (!isDeveloper(step.kind)) return null;
  const film = onlyFilm(rolls);
  const of = { run, kitId, step };
  return (
    <>
      {run.pushStops !== 0 && (
        <MarginApart
          {...of}
          says="At this push alone"
          name="push"
          value={run.pushStops}
          own={own[atPush(kitId, run.pushStops)]?.[step.bath]}
        />
      )}
      {film !== null && <MarginApart {...of} says={`${film} alone`} name="film" value={film} own={own[atFilm(kitId, film)]?.[step.bath]} />}
    </>
  );
}

function MarginApart({
  run,
  kitId,
  step,
  says,
  name,
  value,
  own = null,
}: Pick<MarginsApartProps, 'run' | 'kitId' | 'step'> & {
  readonly says: string;
  readonly name: 'push' | 'film';
  readonly value: string | number;
  readonly own: OwnMargin | null | undefined;
}) {
  return (
    <TonightForm key={JSON.stringify(own)} className="mt-2.5 grid grid-cols-[8rem_1fr_auto] items-end gap-2 border-t border-line pt-2.5">
      <input type="hidden" name="intent" value="margin" />
      <input type="hidden" name="batchId" value={run.batchId} />
      <input type="hidden" name="kitId" value={kitId} />
      <input type="hidden" name="bath" value={step.bath} />
      <input type="hidden" name={name} value={value} />
      <label>
        <span className="text-sm">{says}</span>
        <input
          name="amount"
          defaultValue={own ? showOwnMargin(own) : ''}
          placeholder="+0:20"
          autoComplete="off"
          className={`${INPUT_SHAPE} block w-full font-mono`}
        />
      </label>
      <label>
        <span className="text-sm">because</span>
        <input
          name="reason"
          defaultValue={own?.reason ?? ''}
          maxLength={200}
          autoComplete="off"
          className={`${INPUT_SHAPE} block w-full`}
        />
      </label>
      <Button>Keep</Button>
    </TonightForm>
  );
}
