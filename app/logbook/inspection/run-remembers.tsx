import type { RunFacts } from '../../../core/inspection/inspection.ts';
import { showTemperature } from '../../../core/units/temperature.ts';
import { useUnits } from '../../ui/forms/units.ts';

/** What the run itself says, in one line: the half of a judgement that nobody has to remember. */
export function RunRemembers({ facts }: { readonly facts: RunFacts }) {
  const { temperature } = useUnits();
  const parts = [
    facts.doseShare !== undefined && `developer ${Math.round(facts.doseShare * 100)} % of its dose`,
    facts.developerMeanC !== undefined && `${showTemperature(facts.developerMeanC, temperature)} on average`,
    facts.rollNumber !== undefined &&
      `roll ${facts.rollNumber}${facts.capacityRolls === undefined ? '' : ` of ${Math.round(facts.capacityRolls * 10) / 10}`}`,
    facts.ageDays !== undefined && (facts.ageDays === 1 ? '1 day old' : `${facts.ageDays} days old`),
    facts.rinse === false && 'no rinse after the developer',
    facts.standing !== undefined && facts.standing !== 'good' && `developer ${facts.standing}`,
  ].filter((part): part is string => Boolean(part));
  if (parts.length === 0) return <p className="mt-3 text-sm text-quiet">The run has no record of its baths: only what you see speaks.</p>;
  return <p className="mt-3 text-sm text-quiet">The run remembers: {parts.join(' · ')}</p>;
}
