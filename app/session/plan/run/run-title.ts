import type { EveningRun } from '../../../../core/evening/evening.ts';
import { formatById } from '../../../../core/film/format.ts';
import { TREATMENT_ADVICE } from '../../../../core/film/treatment.ts';
import { showStops } from '../../../../core/units/exposure.ts';
import type { Roll } from '../../../server/rolls.server.ts';

const WORDS = ['no', 'one', 'two', 'three', 'four', 'five', 'six', 'seven', 'eight', 'nine', 'ten'];

/** `two 135, push 1`: what a person would call this run. */
export function runTitle(
  run: Pick<EveningRun, 'pushStops' | 'treatment'>,
  rolls: readonly Pick<Roll, 'format' | 'count' | 'keeper'>[],
): string {
  const byFamily = new Map<string, number>();
  for (const roll of rolls) {
    const { family, sheet } = formatById(roll.format);
    const label = sheet ? `${family} sheet${roll.count > 1 ? 's' : ''}` : roll.format === '220' ? '220' : family;
    byFamily.set(label, (byFamily.get(label) ?? 0) + roll.count);
  }
  const film = [...byFamily].map(([label, n]) => `${WORDS[n] ?? n} ${label}`).join(' and ');
  const treatment = run.treatment === 'normal' ? [] : [TREATMENT_ADVICE[run.treatment].name.toLowerCase()];
  const keepers = rolls.length > 0 && rolls.every((roll) => roll.keeper) ? ['keepers'] : [];
  return [film, showStops(run.pushStops), ...treatment, ...keepers].join(', ');
}
