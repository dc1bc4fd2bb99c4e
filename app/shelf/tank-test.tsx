import { useState } from 'react';
import { fitTank, type TankThermals } from '../../core/heat/tank-test.ts';
import { parseReading } from '../../core/units/temperature.ts';
import { INPUT_SHAPE } from '../ui/fields.tsx';
import { Button, Card } from '../ui/parts.tsx';
import { useUnits } from '../ui/units.ts';

const ASKS = [
  ['waterC', 'Water, just before pouring'],
  ['roomC', 'Room, and the empty tank'],
  ['afterOneC', 'In the tank after one minute'],
  ['afterFiveC', 'In the tank after five minutes'],
] as const;

/** The guided tank test of domain.md 8: water in, read twice, and the tank is known. */
export function TankTest({ volumeMl, onFound }: { readonly volumeMl: number; readonly onFound: (found: TankThermals) => void }) {
  const { temperature } = useUnits();
  const [typed, setTyped] = useState<Record<string, string>>({});
  const [said, setSaid] = useState<{ readonly ok: boolean; readonly text: string } | null>(null);
  const work = () => {
    const read: Record<string, number> = {};
    for (const [name, asks] of ASKS) {
      const reading = parseReading(typed[name] ?? '', temperature);
      if (!reading.ok) return setSaid({ ok: false, text: `${asks}: ${reading.message}` });
      read[name] = reading.tempC;
    }
    const { waterC = 0, roomC = 0, afterOneC = 0, afterFiveC = 0 } = read;
    const found = fitTank({
      waterMl: volumeMl,
      waterC,
      tankC: roomC,
      roomC,
      readings: [
        { atS: 60, c: afterOneC },
        { atS: 300, c: afterFiveC },
      ],
    });
    if (!found.ok) return setSaid({ ok: false, text: found.errors[0]?.message ?? '' });
    onFound(found.value);
    setSaid({
      ok: true,
      text: `This tank takes ${found.value.heatJK.toFixed(0)} J/K and cools by ${(found.value.coolingPerMin * 100).toFixed(1)} % of the difference to the room each minute. Keep the changes to store it.`,
    });
  };
  return (
    <Card className="self-start">
      <h2 className="font-bold">Tank test</h2>
      <p className="mt-1 text-sm text-quiet">
        Pour {Math.round(volumeMl)} ml of warm water, about 40 °C, into the empty tank with its reels. Close it, and read it after one
        minute and after five.
      </p>
      <div className="mt-3 grid gap-3">
        {ASKS.map(([name, asks]) => (
          <label key={name} className="grid grid-cols-[1fr_6.5rem] items-center gap-3">
            <span>{asks}</span>
            <input
              className={`${INPUT_SHAPE} w-full text-right`}
              inputMode="decimal"
              aria-label={`${asks}, °${temperature}`}
              placeholder={`°${temperature}`}
              onChange={(event) => setTyped({ ...typed, [name]: event.target.value })}
            />
          </label>
        ))}
        <Button type="button" onClick={work}>
          Work it out
        </Button>
        <p role="status" className={said && !said.ok ? 'font-semibold text-hot' : ''}>
          {said?.text}
        </p>
      </div>
    </Card>
  );
}
