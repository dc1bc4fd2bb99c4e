import { object, string, type InferType } from 'yup';
import { TANK_MATERIALS } from '../../../core/heat/bath/water.ts';
import { TANK_PLACES } from '../../../core/heat/tank/school-and-place.ts';
import { TANK_METHODS, WARMED } from '../../../core/heat/tank/tank.ts';
import { LETTERS, LIMITS } from '../../../core/limits.ts';
import { showTemperature } from '../../../core/units/temperature.ts';
import type { Units } from '../../../core/units/units.ts';
import { figureOfVolume, showVolume } from '../../../core/units/volume.ts';
import type { TankOnShelf } from '../../server/shelf/tanks.server.ts';
import { typedName, typedNumber, typedTemperature, typedVolume } from '../../ui/forms/typed.ts';
import { PLACE_FIELDS } from './place-fields.ts';

const PLACES = 'Places are a whole number from 0 to 40.';
const places = () => typedNumber(PLACES).integer(PLACES).min(LIMITS.places[0], PLACES).max(LIMITS.places[1], PLACES);
const SECONDS = 'Seconds are a whole number from 0 to 300.';
const seconds = () => typedNumber(SECONDS).integer(SECONDS).min(LIMITS.tankFillS[0], SECONDS).max(LIMITS.tankFillS[1], SECONDS);
const HEAT = 'A heat capacity is a number of J/K from 1 to 5000; a tank test finds it.';
const COOLING = 'A cooling is a share a minute from 0 to 1, such as 0.02; a tank test finds it.';

/** A tank as its form has it, its volume in the person's own unit. */
export function tankSchema({ volume: unit, temperature }: Units) {
  const MACHINE = `What the machine holds: a temperature from ${showTemperature(15, temperature)} to ${showTemperature(60, temperature)}.`;
  const VOLUME = `A tank takes from ${showVolume(LIMITS.tankMl[0], unit)} to ${showVolume(LIMITS.tankMl[1], unit)}, such as ${figureOfVolume(520, unit)}, or with another unit: 0.5 l.`;
  return object({
    name: typedName().max(LETTERS.name).required('Give the tank a name, such as “Steel, two reels”.'),
    method: string().oneOf(TANK_METHODS, 'Choose how the tank is agitated.').required('Choose how the tank is agitated.'),
    volumeMl: typedVolume(VOLUME, unit).min(LIMITS.tankMl[0], VOLUME).max(LIMITS.tankMl[1], VOLUME).required(VOLUME),
    volumeOneMl: typedVolume(VOLUME, unit)
      .min(LIMITS.tankMl[0], VOLUME)
      .max(LIMITS.tankMl[1], VOLUME)
      .test('less', 'With one reel it takes less than with all of them; empty if not.', function (value) {
        const { volumeMl } = this.parent as { readonly volumeMl?: number };
        return value === undefined || volumeMl === undefined || value <= volumeMl;
      }),
    stands: string()
      .oneOf(['habit', ...TANK_PLACES])
      .default('habit'),
    warms: string().oneOf(WARMED).default('bottle'),
    machine: typedTemperature(MACHINE, temperature).min(LIMITS.machineC[0], MACHINE).max(LIMITS.machineC[1], MACHINE),
    fillS: seconds().required(SECONDS),
    drainS: seconds().required(SECONDS),
    reelSets: typedNumber('Sets of reels are a whole number from 1 to 9.')
      .integer()
      .min(LIMITS.reelSets[0])
      .max(LIMITS.reelSets[1])
      .default(1),
    heatJK: typedNumber(HEAT).min(LIMITS.heatJK[0], HEAT).max(LIMITS.heatJK[1], HEAT),
    material: string().oneOf(TANK_MATERIALS, 'Choose what the tank is made of.').default('plastic'),
    coolingPerMin: typedNumber(COOLING).min(LIMITS.coolingPerMin[0], COOLING).max(LIMITS.coolingPerMin[1], COOLING),
    coolingInBathPerMin: typedNumber(COOLING).min(LIMITS.coolingPerMin[0], COOLING).max(LIMITS.coolingPerMin[1], COOLING),
    p135: places(),
    p120: places(),
    p110: places(),
    p4x5: places(),
    p5x7: places(),
    p8x10: places(),
    p127: places(),
  })
    .test('machine', '', function ({ stands, machine }) {
      return stands !== 'machine' || machine !== undefined || this.createError({ path: 'machine', message: MACHINE });
    })
    .test('holds-something', '', function (value) {
      const any = [value.p135, value.p120, value.p110, value.p4x5, value.p5x7, value.p8x10, value.p127].some((n) => (n ?? 0) > 0);
      return any || this.createError({ path: 'p135', message: 'A tank that holds nothing develops nothing. Give at least one place.' });
    });
}

export function tankFromForm(id: string, form: InferType<ReturnType<typeof tankSchema>>): TankOnShelf {
  return {
    id,
    name: form.name,
    method: form.method,
    volumeMl: form.volumeMl,
    fillS: form.fillS,
    drainS: form.drainS,
    reelSets: form.reelSets ?? 1,
    volumeOneMl: form.volumeOneMl ?? null,
    stands: TANK_PLACES.find((place) => place === form.stands) ?? null,
    warms: form.warms === 'portion' ? 'portion' : null,
    machineC: form.stands === 'machine' ? (form.machine ?? null) : null,
    heatJK: form.heatJK ?? null,
    coolingPerMin: form.coolingPerMin ?? null,
    coolingInBathPerMin: form.coolingInBathPerMin ?? null,
    material: form.method === 'rotary' ? 'rotary' : (form.material ?? 'plastic'),
    holds: Object.fromEntries(PLACE_FIELDS.flatMap(([family, field]) => (form[field] ? [[family, form[field]]] : []))),
  };
}
