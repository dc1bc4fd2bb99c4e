import { Link } from 'react-router';
import { VERDICT_IN_SHORT } from '../../../core/inspection/inspection-words.ts';
import { showDuration, showDurationChange } from '../../../core/units/duration.ts';
import { showTemperature } from '../../../core/units/temperature.ts';
import type { LastTime } from '../../run/judging/last-time.server.ts';
import { useUnits } from '../../ui/forms/units.ts';

const NEAR = { 'film-and-push': 'Last time', film: 'This film last time', 'kit-and-push': 'This kit last time' } as const;

/** What a person would have looked up for half an hour, in one line (domain.md 20). */
export function LastTimeLine({ last, film }: { readonly last: LastTime; readonly film: string }) {
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
    <p className="mt-2 text-sm text-quiet">
      <Link to={`/logbook/${last.runId}`} className="font-semibold text-ink">
        {NEAR[last.near]}
        {last.near !== 'kit-and-push' && film !== '' && `, ${film}`}
      </Link>
      , {last.on}: {did.join(', ')}.{last.different.length > 0 && ` Different then: ${last.different.join(', ')}.`}
    </p>
  );
}
