import { useCallback, useEffect, useState } from 'react';
import { Link } from 'react-router';
import { showTemperature } from '../../../core/units/temperature.ts';
import { Button } from '../../ui/button.tsx';
import { useUnits } from '../../ui/forms/units.ts';
import type { BathByProbe } from './bath-by-probe.ts';

const LOOK_AGAIN_MS = 10_000;
/** Nearer than this the heater is as strong as it was said to be. */
const AS_SAID = 0.08;

/** What the probe in the tub makes of the bath, and the heater that can be set from here. */
export function ByProbe() {
  const { temperature } = useUnits();
  const [bath, setBath] = useState<BathByProbe | null>(null);
  const [said, setSaid] = useState('');
  const look = useCallback(async () => {
    const answer = await fetch('/evening/bath-by-probe').catch(() => null);
    // Without the server what was said last stands, with its clock time.
    if (answer?.ok) setBath((await answer.json()) as BathByProbe);
  }, []);
  useEffect(() => {
    // The first look is asked for by the page, the others by the clock.
    // oxlint-disable-next-line react-hooks/set-state-in-effect
    void look();
    const timer = setInterval(() => {
      if (document.visibilityState === 'visible') void look();
    }, LOOK_AGAIN_MS);
    return () => clearInterval(timer);
  }, [look]);
  if (!bath || (bath.probe === null && bath.heaters.length === 0)) return null;
  const show = (c: number) => showTemperature(c, temperature);
  const set = async (name: string, setC: number) => {
    const answer = await fetch(`/heaters/${name}`, {
      method: 'PUT',
      headers: { 'Content-Type': 'application/json' },
      body: JSON.stringify({ setC }),
    }).catch(() => null);
    setSaid(answer?.ok ? `${name} is told to hold ${show(setC)}.` : `${name} was not told: the server did not answer.`);
    void look();
  };
  const { probe, setC } = bath;
  const setToTenths = setC === null ? null : Math.round(setC * 10) / 10;
  return (
    <section aria-label="By the probe" className="mt-3 space-y-2 border-t border-line pt-3">
      {probe && (
        <p>
          By <Link to="/probes">probe {probe.name}</Link>: the bath is at{' '}
          <strong className="figure whitespace-nowrap">{show(probe.c)}</strong>
          {probe.lost && ', as it said last; it is lost just now'}
          {probe.ready === null ? (
            probe.planned ? (
              '; it has not been heard for long enough to say when the bottles are ready.'
            ) : (
              '.'
            )
          ) : probe.ready.isNow ? (
            '; the bottles are ready.'
          ) : (
            <>
              , bottles ready at <strong className="figure text-teal">{probe.ready.at}</strong> ±{' '}
              <span className="figure">{Math.max(1, Math.ceil(probe.plusMinusS / 60))} min</span>.
            </>
          )}
          {probe.heater !== null && Math.abs(probe.heater - 1) > AS_SAID && (
            <span className="block text-sm text-quiet">
              The heater turns out {probe.heater < 1 ? 'weaker' : 'stronger'} than is set above: {Math.round(probe.heater * 100)} % of it.
            </span>
          )}
        </p>
      )}
      {bath.heaters.map((heater) => (
        <p key={heater.name} className="flex flex-wrap items-center gap-x-3 gap-y-1">
          <span>
            {heater.name}: {!heater.heard ? 'not heard' : heater.heats ? 'heating' : 'resting'}
            {heater.setC !== null && (
              <>
                , told to hold <span className="figure">{show(heater.setC)}</span>
              </>
            )}
          </span>
          {setToTenths !== null && (heater.setC === null || Math.abs(heater.setC - setToTenths) > 0.04) && (
            <Button type="button" onClick={() => void set(heater.name, setToTenths)}>
              Set it to {show(setToTenths)}
            </Button>
          )}
        </p>
      ))}
      <p role="status" className="text-sm text-quiet empty:hidden">
        {said}
      </p>
    </section>
  );
}
