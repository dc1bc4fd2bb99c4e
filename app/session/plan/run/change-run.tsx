import { Link } from 'react-router';
import type { EveningRun } from '../../../../core/evening/evening.ts';
import type { Process } from '../../../../core/film/process.ts';
import { suitsFilm, TREATMENT_ADVICE, TREATMENTS, type Treatment } from '../../../../core/film/treatment.ts';
import type { EveningPage as TonightData } from '../../evening/evening-page.server.ts';
import { MoveRoll, PushSelect, Reorder, TankSelect, TreatmentSelect } from './run-changes.tsx';

interface ChangeRunProps {
  readonly index: number;
  readonly run: EveningRun;
  readonly rolls: TonightData['waiting'];
  readonly tonight: TonightData;
}

/** What can be changed of a run: its rolls, push, treatment, tank and place. */
export function ChangeRun({ index, run, rolls, tonight }: ChangeRunProps) {
  const arranged = { as: tonight.arrangedAs, runs: tonight.evening.runs.length };
  const treatments = treatmentsFor(
    run,
    rolls.map((roll) => roll.process),
  );
  return (
    <>
      <ul className="mt-2 divide-y divide-line border-t border-line">
        {rolls.map((roll) => (
          <li key={roll.id} className="flex flex-wrap items-center justify-between gap-x-3 gap-y-1 py-1.5">
            <Link to={`/rolls/${roll.id}`}>{roll.name}</Link>
            <MoveRoll rollId={roll.id} from={index} arranged={arranged} name={roll.name} />
          </li>
        ))}
      </ul>
      <div className="flex flex-wrap items-center justify-end gap-2 border-t border-line pt-2.5">
        <PushSelect run={run} />
        <TreatmentSelect run={run} fitting={treatments} />
        <TankSelect run={run} index={index} arranged={arranged} tonight={tonight} />
        <Reorder index={index} arranged={arranged} />
      </div>
      <details className="text-sm">
        <summary className="py-1.5 text-quiet underline">What the treatments do</summary>
        <dl className="space-y-1.5 pb-1">
          {treatments.map((treatment) => (
            <div key={treatment}>
              <dt className="inline font-semibold">{TREATMENT_ADVICE[treatment].name}: </dt>
              <dd className="inline">{TREATMENT_ADVICE[treatment].does}</dd>
            </div>
          ))}
        </dl>
      </details>
    </>
  );
}

/** Only what these films can be given is offered: the treatments of the C-41 baths change which kit is used. */
function treatmentsFor(run: EveningRun, processes: readonly Process[]): Treatment[] {
  return TREATMENTS.filter(
    (treatment) => treatment === run.treatment || treatment === 'normal' || processes.every((process) => suitsFilm(treatment, process)),
  );
}
