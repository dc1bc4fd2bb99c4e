import { mattersOf, runsInWords } from '../../../core/evening/matters.ts';
import { RULE_OF_WARNING } from '../../../core/beginner/rules.ts';
import { useText } from '../../ui/forms/units.ts';
import { Notice } from '../../ui/notice.tsx';
import { Why } from '../../ui/working.tsx';
import { Remedies } from '../plan/remedies.tsx';
import { useRunNumber } from '../plan/run/run-number.ts';
import type { EveningPage } from './evening-page.server.ts';

/** What the plan warns of, one line a matter, the gravest first. */
export function MattersTonight({ page }: { readonly page: EveningPage }) {
  const text = useText();
  const number = useRunNumber();
  const { runs } = page.evening;
  const matters = mattersOf(runs.map(({ plan }, i) => ({ n: number(i), warnings: plan.ok ? plan.value.warnings : [] })));
  return matters.map((matter) => (
    <Notice key={matter.code + String(matter.bath)} tone={matter.needsAct ? 'hot' : 'plain'}>
      {runs.length > 1 && matter.runs.length < runs.length && <strong>{runsInWords(matter.runs)}: </strong>}
      {text(matter.says)} <Why rule={RULE_OF_WARNING[matter.code]} />
      <Remedies code={matter.code} habits={page.habits} />
      {matter.others.length > 0 && (
        <details>
          <summary className="text-sm underline">
            {matter.others.length === 1 ? 'One more run has it' : `${matter.others.length} more runs have it`} in other figures
          </summary>
          {matter.others.map((other) => (
            <p key={other.message} className="text-sm">
              {text(other)}
            </p>
          ))}
        </details>
      )}
    </Notice>
  ));
}
