import { useState } from 'react';
import { heaterEnough } from '../../../core/heat/bath/heater-enough.ts';
import { showMinutes } from '../../../core/units/duration.ts';
import { showTemperature } from '../../../core/units/temperature.ts';
import { celsiusTyped, fieldOfTemperature } from '../../../core/units/typed-temperature.ts';
import { Card } from '../../ui/card.tsx';
import { INPUT_SHAPE } from '../../ui/forms/input-shape.ts';
import { useUnits } from '../../ui/forms/units.ts';
import { TickBox } from '../../ui/forms/tick-box.tsx';

/** A colour developer stands here, more or less; what it is exactly the leaflet says. */
const WANTED_C = 38;
const TAP_C = 30;
const ROOM_C = 20;

/** Is this heater enough for that much water? Asked before anything is bought (domain.md 8, 13). */
export function HeaterQuestion() {
  const { temperature } = useUnits();
  const [asked, setAsked] = useState({ litres: '12', heaterW: '300', room: fieldOfTemperature(ROOM_C, temperature), lidded: false });
  const [litres, heaterW, roomC] = [Number(asked.litres), Number(asked.heaterW), celsiusTyped(Number(asked.room), temperature)];
  const asks = litres > 0 && litres <= 200 && heaterW >= 0 && heaterW <= 6000 && roomC >= 0 && roomC <= 45;
  const answer = asks ? heaterEnough({ litres, heaterW, roomC, lidded: asked.lidded, startC: TAP_C, setC: WANTED_C }) : null;
  const field = (name: 'litres' | 'heaterW' | 'room', label: string) => (
    <label key={name}>
      <span className="text-sm">{label}</span>
      <input
        value={asked[name]}
        onChange={(event) => setAsked({ ...asked, [name]: event.target.value })}
        inputMode="decimal"
        autoComplete="off"
        className={`${INPUT_SHAPE} block w-full font-mono`}
      />
    </label>
  );
  return (
    <Card aria-labelledby="heater-enough" className="mt-4">
      <h3 id="heater-enough" className="font-bold">
        Is this heater enough?
      </h3>
      <div className="mt-1 grid grid-cols-3 gap-3">
        {field('litres', 'Water, litres')}
        {field('heaterW', 'Heater, watts')}
        {field('room', `Room, °${temperature}`)}
      </div>
      <TickBox checked={asked.lidded} onChange={(event) => setAsked({ ...asked, lidded: event.target.checked })}>
        With a lid on it
      </TickBox>
      <p aria-live="polite" className="font-semibold">
        {answer === null
          ? 'Litres, watts and a room as they are.'
          : answer.holds
            ? `Yes: it holds ${showTemperature(WANTED_C, temperature)}, and from ${showTemperature(TAP_C, temperature)} is there after about ${showMinutes(answer.warmsInS ?? 0)}.`
            : `No: ${showTemperature(answer.mostC, temperature)} is the most it holds. Less water, a lid, or more watts.`}
      </p>
      <p className="mt-1 text-sm text-quiet">
        Look at its thermostat too: many heaters made for fish end at {showTemperature(34, temperature)}, below any colour developer. Mains
        and water only through a residual-current device.
      </p>
    </Card>
  );
}
