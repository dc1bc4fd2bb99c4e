import type { ReactNode } from 'react';
import { CAPS_WHILE_WARMING } from '../../../core/chemistry/safety/safety-words.ts';
import { showMinutes } from '../../../core/units/duration.ts';
import { showTemperature } from '../../../core/units/temperature.ts';
import { Card } from '../../ui/card.tsx';
import { useUnits } from '../../ui/forms/units.ts';
import { Notice } from '../../ui/notice.tsx';
import { Term } from '../../ui/term.tsx';
import { Why } from '../../ui/working.tsx';

interface BathShown {
  readonly litres: number;
  readonly startC: number;
  readonly setC: number;
  readonly readyS: number | null;
  readonly sinkC: number | null;
}

/** How bottles get warm, and how it is known that they are. */
export function BathStep({ bath, next }: { readonly bath: BathShown | null; readonly next: ReactNode }) {
  const { temperature } = useUnits();
  const show = (c: number) => <span className="figure font-semibold text-teal">{showTemperature(c, temperature)}</span>;
  return (
    <>
      <p className="mb-3 max-w-prose">
        The developer must be within a few tenths of {bath ? show(bath.setC) : 'its temperature'} when it is poured. Nobody warms a bottle
        that exactly; water around it does. <Why rule="bath" />
      </p>
      <div className="grid gap-4 md:grid-cols-2">
        <Card>
          <h3 className="font-bold">With a heater</h3>
          {bath && (
            <p className="mt-1">
              {bath.litres} l of water at about {show(bath.startC)}, its <Term id="thermostat">set point</Term> at {show(bath.setC)}.{' '}
              {bath.readyS !== null && (
                <>
                  Bottles are right after about <strong className="figure">{showMinutes(bath.readyS)}</strong> and stay so.
                </>
              )}
            </p>
          )}
        </Card>
        <Card>
          <h3 className="font-bold">Without one</h3>
          <p className="mt-1">
            {bath && bath.sinkC !== null ? (
              <>Fill the tub at {show(bath.sinkC)}, warmer than wanted, bottles in: half an hour later it has fallen to what is needed. </>
            ) : (
              <>Fill the tub a little warmer than wanted, bottles in, and wait half an hour. </>
            )}
            Add a cup of hot water whenever it falls too far.
          </p>
        </Card>
      </div>
      <ul className="mt-4 max-w-prose list-disc space-y-1 pl-5">
        <li>{CAPS_WHILE_WARMING}</li>
        <li>In the order of pouring, never two open in your hands.</li>
        <li>Swirl a bottle, then read inside it. The tub is always ahead of it.</li>
        <li>A thermometer against the wall of the sink reads the sink.</li>
        <li>Bottles taller than the water is deep lie down in it; roll them now and then.</li>
        <li>The empty tank floats: weigh it down, or warm it with a prewash.</li>
      </ul>
      <div className="mt-4">
        <Notice>A mains heater near water only through a residual-current device, and never with wet hands.</Notice>
      </div>
      {next}
    </>
  );
}
