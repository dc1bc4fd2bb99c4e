import { heatFromOneReading } from '../../../core/heat/tank/tank-test.ts';
import { tankHeatSetting } from '../../../core/heat/tank/tank-heat-setting.ts';
import { parseReading } from '../../../core/units/typed-temperature.ts';
import { textIn } from '../../../core/units/sentence.ts';
import { readEvening } from '../../run/evening/evening-settings.ts';
import { nowMs } from '../../server/database/clock.server.ts';
import { storedSetting, storedUnits } from '../../server/settings.server.ts';
import { listTanks, saveTank } from '../../server/shelf/tanks.server.ts';
import { textOf } from '../../ui/forms/read-form.ts';
import { refusalOf, type Refusal } from './posted-change.server.ts';

/** Keeps what a tank takes from one reading of it; why not, where it was none. */
export function keepTankReading(form: FormData): Refusal | null {
  const tank = listTanks().find(({ id }) => id === textOf(form, 'tankId'));
  if (!tank) return refusalOf('That tank was put away meanwhile. Nothing was changed.');
  const typed = textOf(form, 'tempC').trim();
  const refuse = (message: string, nearest: string | null = null): Refusal => ({
    field: `tank ${tank.id}`,
    typed,
    message,
    nearest,
    liveRunId: null,
  });
  const units = storedUnits();
  const reading = parseReading(typed, units.temperature);
  if (!reading.ok) return refuse(reading.message, reading.likely);
  const { roomC } = readEvening(storedSetting('evening'));
  // It is read in the room, wherever the tank stands in a run.
  const { coolingPerMin } = tankHeatSetting({ ...tank, stands: 'air' }, { roomC, start: 'room', stands: 'air', school: 'wait-longer' });
  const found = heatFromOneReading({ waterMl: tank.volumeMl, roomC }, reading.tempC, coolingPerMin);
  if (!found.ok) return refuse(found.errors.map((error) => textIn(error, units)).join(' '));
  saveTank({ ...tank, heatJK: found.value }, nowMs());
  return null;
}
