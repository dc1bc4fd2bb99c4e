import type { WarningCode } from '../../../core/answer.ts';
import type { Habits } from '../../../core/schedule/habits.ts';
import { TonightForm } from '../draft/tonight-form.tsx';

interface Remedy {
  readonly label: string;
  readonly sets: Pick<Habits, 'temperature' | 'oneTemperature' | 'tankStands'>;
}

const REMEDIES: readonly Remedy[] = [
  { label: 'Pour it warmer', sets: { oneTemperature: 'hold', temperature: 'pour-warmer' } },
  { label: 'Warm the tank first', sets: { temperature: 'warm-tank' } },
  { label: 'Stand it in the bath', sets: { tankStands: 'bath' } },
  { label: 'Wait longer', sets: { oneTemperature: 'follow', temperature: 'wait-longer' } },
];

/** A tank that takes a developer from its temperature: each remedy a press, for tonight. What is done already is not offered. */
export function Remedies({ code, habits }: { readonly code: WarningCode; readonly habits: Habits }) {
  if (code !== 'tank-outside-range' && code !== 'pour-far') return null;
  const inForce = { temperature: 'wait-longer', oneTemperature: 'hold', tankStands: 'air', ...habits };
  const offered = REMEDIES.filter(({ sets }) =>
    Object.entries(sets).some(([name, value]) => inForce[name as keyof typeof sets] !== value),
  ).filter(({ label }) => !(code === 'pour-far' && label === 'Pour it warmer'));
  return (
    <span className="mt-1 flex flex-wrap gap-x-4">
      {offered.map(({ label, sets }) => (
        <TonightForm key={label} className="inline">
          {Object.entries(sets).map(([name, value]) => (
            <input key={name} type="hidden" name={name} value={value} />
          ))}
          <button name="intent" value="habit" className="min-h-9 font-semibold underline">
            {label}
          </button>
        </TonightForm>
      ))}
    </span>
  );
}
