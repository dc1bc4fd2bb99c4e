import { Link } from 'react-router';
import type { EveningRun } from '../../../../core/evening/evening.ts';
import { isMainDeveloper } from '../../../../core/kit/kind.ts';
import { TonightForm } from '../../draft/tonight-form.tsx';
import { VERDICT_IN_SHORT } from '../../../../core/inspection/inspection-words.ts';
import { showDuration, showDurationChange } from '../../../../core/units/duration.ts';
import { showTemperature } from '../../../../core/units/temperature.ts';
import type { LastTime } from '../../../run/judging/last-time.server.ts';
import { useUnits } from '../../../ui/forms/units.ts';

/** Tonight as it was last time: how warm, and what was one’s own of it. */
interface AsLast {
  readonly batchId: string;
  readonly kitId: string;
  readonly bath: string;
  readonly tempC: number;
  readonly ownS: number;
  readonly film: string;
}

/** What would make a run as it was last time; null where it is planned so already. */
function asLast(last: LastTime, run: EveningRun, kitId: string, film: string): AsLast | null {
  const developer = run.plan.ok ? run.plan.value.steps.find((step) => isMainDeveloper(step.kind)) : undefined;
  if (!developer || last.plannedC === null || last.near === 'kit-and-push' || film === '') return null;
  const ownS = developer.working.find(({ what }) => what === 'own')?.seconds ?? 0;
  if (Math.abs(developer.temperatureC - last.plannedC) < 0.05 && ownS === last.ownS) return null;
  return { batchId: run.batchId, kitId, bath: developer.bath, tempC: last.plannedC, ownS: last.ownS, film };
}

const NEAR = { 'film-and-push': 'Last time', film: 'This film last time', 'kit-and-push': 'This kit last time' } as const;

interface LastTimeLineProps {
  readonly last: LastTime;
  readonly film: string;
  readonly run: EveningRun;
  /** The kit of its batch; null where there is none. */
  readonly kitId: string | null;
}

/** What a person would have looked up for half an hour, in one line (domain.md 20). */
export function LastTimeLine({ last, film, run, kitId }: LastTimeLineProps) {
  const again = kitId === null ? null : asLast(last, run, kitId, film);
  const { temperature } = useUnits();
  const did = [
    last.developerS !== null && `developer ${showDuration(last.developerS)}`,
    last.meanC !== null && `${showTemperature(last.meanC, temperature)} in the tank`,
    last.ownS !== 0 && `${showDurationChange(last.ownS)} of your own`,
    last.ownWay && 'in a way of your own',
    last.verdict !== null
      ? last.verdict === 'nothing-wrong'
        ? 'it came out right'
        : `judged: ${VERDICT_IN_SHORT[last.verdict]}`
      : 'nobody looked at it',
    last.range !== null && `range ${last.range.toFixed(2)}`,
  ].filter((part): part is string => typeof part === 'string');
  return (
    <div className="mt-2 text-sm text-quiet">
      <Link to={`/logbook/${last.runId}`} className="font-semibold text-ink">
        {NEAR[last.near]}
        {last.near !== 'kit-and-push' && film !== '' && `, ${film}`}
      </Link>
      , {last.on}: {did.join(', ')}.{last.different.length > 0 && ` Different then: ${last.different.join(', ')}.`}
      {again && (
        <TonightForm className="inline">
          {' '}
          {Object.entries<string | number>({ ...again }).map(([name, value]) => (
            <input key={name} type="hidden" name={name} value={value} />
          ))}
          <button name="intent" value="as-last" className="font-semibold text-ink underline">
            So again tonight
          </button>
        </TonightForm>
      )}
    </div>
  );
}
