import { useEffect, useState } from 'react';
import { Radio, RadioGroup } from '@headlessui/react';
import { settlesAtC } from '../../../core/heat/pouring-in.ts';
import { fitTank, MOST_TANK_HEAT_JK, type TankThermals } from '../../../core/heat/tank/tank-test.ts';
import { showDuration } from '../../../core/units/duration.ts';
import { showTemperature } from '../../../core/units/temperature.ts';
import { parseReading } from '../../../core/units/typed-temperature.ts';
import { showVolume } from '../../../core/units/volume.ts';
import { Button } from '../../ui/button.tsx';
import { Card } from '../../ui/card.tsx';
import { INPUT_SHAPE } from '../../ui/forms/input-shape.ts';
import { useText, useUnits } from '../../ui/forms/units.ts';

type Stands = 'air' | 'bath';

const asks = (stands: Stands) =>
  [
    ['waterC', 'Water, just before pouring'],
    ['tankC', 'The empty tank'],
    ['surroundC', stands === 'air' ? 'The room' : 'The bath it stands in'],
    ['afterOneC', 'In the tank after one minute'],
    ['afterFiveC', 'In the tank after five minutes'],
  ] as const;

interface TankTestProps {
  readonly volumeMl: number;
  /** What the form has for its heat now. */
  readonly heatJK: number;
  readonly onFound: (found: TankThermals, stands: Stands) => void;
  readonly onTimed: (part: 'fillS' | 'drainS', seconds: number) => void;
}

/** The guided tank test of domain.md 8 and 8.1, in the air and in the bath: water in, read twice, and the tank is known. */
export function TankTest({ volumeMl, heatJK: knownJK, onFound, onTimed }: TankTestProps) {
  const { temperature, volume } = useUnits();
  const text = useText();
  const [stands, setStands] = useState<Stands>('air');
  const [typed, setTyped] = useState<Record<string, string>>({});
  const [said, setSaid] = useState<{ readonly ok: boolean; readonly text: string; readonly found?: TankThermals } | null>(null);
  const work = () => {
    const read: Record<string, number> = {};
    for (const [name, what] of asks(stands)) {
      const reading = parseReading(typed[name] ?? '', temperature);
      if (!reading.ok) return setSaid({ ok: false, text: `${what}: ${reading.message}` });
      read[name] = reading.tempC;
    }
    const { waterC = 0, tankC = 0, surroundC = 0, afterOneC = 0, afterFiveC = 0 } = read;
    const readings = [
      { atS: 60, c: afterOneC },
      { atS: 300, c: afterFiveC },
    ];
    const found = fitTank({ waterMl: volumeMl, waterC, tankC, roomC: surroundC, readings });
    if (!found.ok) return setSaid({ ok: false, text: found.errors[0] ? text(found.errors[0]) : '' });
    const { heatJK, coolingPerMin } = found.value;
    if (heatJK > MOST_TANK_HEAT_JK || coolingPerMin > 1)
      return setSaid({
        ok: false,
        text: `These readings would mean a tank that takes ${heatJK.toFixed(0)} J/K and loses ${(coolingPerMin * 100).toFixed(0)} % a minute; tanks take up to ${MOST_TANK_HEAT_JK} J/K and lose less than all. Check them, the first was taken after one minute.`,
      });
    // What it means for a run, before it is kept: a pour at 38 °C into this tank at 20.
    const settles = settlesAtC(volumeMl, 38, { heatJK, startC: 20 });
    const before = settlesAtC(volumeMl, 38, { heatJK: knownJK, startC: 20 });
    setSaid({
      ok: true,
      found: found.value,
      text: `It takes ${heatJK.toFixed(0)} J/K, and ${stands === 'air' ? 'loses' : 'follows the bath by'} ${(coolingPerMin * 100).toFixed(1)} % of the difference each minute. In a run: poured at ${showTemperature(38, temperature)} into the cold tank at ${showTemperature(20, temperature)}, a developer would be at ${showTemperature(settles, temperature)}; by the figures set until now, ${showTemperature(before, temperature)}.`,
    });
  };
  return (
    <Card className="self-start" aria-labelledby="tank-test">
      <h2 id="tank-test" className="font-bold">
        Tank test
      </h2>
      <RadioGroup value={stands} onChange={setStands} aria-label="Where it stands" className="mt-2 grid grid-cols-2 gap-2">
        {(['air', 'bath'] as const).map((each) => (
          <Radio
            key={each}
            value={each}
            className="flex min-h-11 cursor-pointer items-center justify-center rounded-card border border-[#8aa39e] bg-white data-checked:border-petrol data-checked:bg-petrol data-checked:text-white data-focus:outline-2 data-focus:outline-petrol"
          >
            {each === 'air' ? 'In the air' : 'In the bath'}
          </Radio>
        ))}
      </RadioGroup>
      <p className="mt-2 text-sm text-quiet">
        Pour {showVolume(volumeMl, volume)} of warm water, about {showTemperature(40, temperature)}, into the empty tank with its reels.
        Close it
        {stands === 'bath' && ', stand it in the bath'}, start the timer, and read it after one minute and after five.
      </p>
      <Timers onTimed={onTimed} />
      <div className="mt-3 grid gap-3">
        {asks(stands).map(([name, what]) => (
          <label key={name} className="grid grid-cols-[1fr_6.5rem] items-center gap-3">
            <span>{what}</span>
            <input
              className={`${INPUT_SHAPE} w-full text-right`}
              inputMode="decimal"
              aria-label={`${what}, °${temperature}`}
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
        {said?.found && (
          <Button type="button" onClick={() => said.found && onFound(said.found, stands)}>
            Put it into the form, to be kept
          </Button>
        )}
      </div>
    </Card>
  );
}

/** A stopwatch for the test, and for how long filling and draining take. */
function Timers({ onTimed }: Pick<TankTestProps, 'onTimed'>) {
  const [since, setSince] = useState<{ readonly what: 'test' | 'fillS' | 'drainS'; readonly atMs: number } | null>(null);
  const [nowMs, setNowMs] = useState(0);
  useEffect(() => {
    if (!since) return;
    const every = setInterval(() => setNowMs(performance.now()), 200);
    return () => clearInterval(every);
  }, [since]);
  const passedS = since ? Math.max(0, (nowMs - since.atMs) / 1000) : 0;
  const press = (what: 'test' | 'fillS' | 'drainS') => {
    if (since?.what === what) {
      if (what !== 'test') onTimed(what, Math.max(1, Math.round((performance.now() - since.atMs) / 1000)));
      setSince(null);
      return;
    }
    setNowMs(performance.now());
    setSince({ what, atMs: performance.now() });
  };
  const says =
    passedS >= 300
      ? 'Read it: five minutes.'
      : passedS >= 58 && passedS < 75
        ? 'Read it: one minute.'
        : passedS < 60
          ? 'First reading at 1:00.'
          : 'Second reading at 5:00.';
  return (
    <div className="mt-2 flex flex-wrap items-center gap-2 text-sm">
      <Button type="button" onClick={() => press('test')}>
        {since?.what === 'test' ? 'Stop the timer' : 'Start the timer'}
      </Button>
      {(['fillS', 'drainS'] as const).map((part) => (
        <Button key={part} type="button" onClick={() => press(part)}>
          {since?.what === part ? 'It is done' : part === 'fillS' ? 'Time the filling' : 'Time the draining'}
        </Button>
      ))}
      {since && (
        <p role="timer" className="w-full">
          <span className="figure text-lg font-semibold text-teal">{showDuration(Math.floor(passedS))}</span>{' '}
          {since.what === 'test' && says}
        </p>
      )}
    </div>
  );
}
