import type { BottleEntry } from '../../../core/chemistry/ledger.ts';
import type { Kit } from '../../../core/kit/kit.ts';
import { showVolume, type VolumeUnit } from '../../../core/units/volume.ts';

const INCIDENT_WORDS = {
  'later-bath': 'a later bath got in',
  stop: 'stop bath got in',
  'other-developer': 'the other developer got in',
  developer: 'developer got in',
  water: 'water got in',
  remjet: 'remjet flakes got in',
  'cap-off': 'its cap was off',
  damage: 'frozen, boiled, leaked or changed',
} as const;

/** An entry of a batch's ledger as a sentence. */
export function entryInWords(entry: BottleEntry, kit: Pick<Kit, 'baths'>, unit: VolumeUnit): string {
  const name = (id: string | undefined) => kit.baths.find((bath) => bath.id === id)?.name ?? 'All bottles';
  const rolls = (n: number) => `${Math.round(Math.abs(n) * 100) / 100} ${Math.abs(n) === 1 ? 'roll' : 'rolls'}`;
  switch (entry.kind) {
    case 'carried-over':
      return `${rolls(entry.rolls)} from before.`;
    case 'corrected':
      return `Corrected: ${rolls(entry.rolls)} ${entry.rolls < 0 ? 'fewer' : 'more'}.`;
    case 'run':
      return `${rolls(entry.rolls)} through it${entry.returned ? '' : ', one-shot'}, ${showVolume(entry.drawnMl, unit)} a bottle${entry.remjet ? ', with remjet' : ''}.`;
    case 'topped-up':
      return `${name(entry.bottle)}: topped up by ${showVolume(entry.ml, unit)}.`;
    case 'poured-away':
      return `${name(entry.bottle)}: ${showVolume(entry.ml, unit)} taken out.`;
    case 'measured':
      return `${name(entry.bottle)}: measured, ${showVolume(entry.ml, unit)}.`;
    case 'incident':
      return `${name(entry.bottle)}: ${INCIDENT_WORDS[entry.what]}${entry.ml ? `, ${showVolume(entry.ml, unit)}` : ''}${entry.days ? `, ${entry.days} days` : ''}.`;
    case 'test':
      return `${name(entry.bottle)}: test ${entry.result}.`;
    case 'emptied':
      return `${name(entry.bottle)}: emptied.`;
  }
}
