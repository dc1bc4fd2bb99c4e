import { Select } from '@headlessui/react';
import { useState, type ReactNode } from 'react';
import { useFetcher } from 'react-router';
import { bathWorking, type TankInSums } from '../../../core/evening/bath-working.ts';
import type { EveningBath, EveningBathQuestion } from '../../../core/evening/evening-bath.ts';
import { heaterEnough } from '../../../core/heat/bath/heater-enough.ts';
import { windowToPourIn } from '../../../core/heat/bath/heater-on.ts';
import { BOTTLE_MATERIALS } from '../../../core/heat/bath/water-bath.ts';
import { showMinutes } from '../../../core/units/duration.ts';
import { showTemperature } from '../../../core/units/temperature.ts';
import type { EveningSettings } from '../../run/evening/evening-settings.ts';
import { Card } from '../../ui/card.tsx';
import { INPUT_SHAPE } from '../../ui/forms/input-shape.ts';
import { useText, useUnits } from '../../ui/forms/units.ts';
import { Notice } from '../../ui/notice.tsx';
import { useWorkerAnswer } from '../../ui/screen/use-worker-answer.ts';
import { Why } from '../../ui/working.tsx';
import { useTonightAction } from '../draft/tonight-form.tsx';
import { Sums } from '../evening/sums.tsx';
import { BathChart } from './bath-chart.tsx';
import { bathOnce } from './bath-once.ts';
import { ByProbe } from './by-probe.tsx';
import { TickBox } from '../../ui/forms/tick-box.tsx';

interface Slider {
  readonly name: 'litres' | 'startC' | 'heaterW' | 'roomC' | 'bottleStartC' | 'hotTapC' | 'coldTapC';
  readonly label: string;
  readonly unit: string;
  readonly min: number;
  readonly max: number;
  readonly step: number;
}

const SLIDERS: readonly Slider[] = [
  { name: 'litres', label: 'Tub', unit: 'l', min: 2, max: 40, step: 1 },
  { name: 'startC', label: 'Water goes in at', unit: '°C', min: 15, max: 60, step: 0.5 },
  { name: 'heaterW', label: 'Heater, 0 for none', unit: 'W', min: 0, max: 2000, step: 50 },
  { name: 'roomC', label: 'Room', unit: '°C', min: 5, max: 35, step: 0.5 },
  { name: 'bottleStartC', label: 'Bottles start at', unit: '°C', min: 5, max: 40, step: 0.5 },
  { name: 'hotTapC', label: 'Hot tap', unit: '°C', min: 30, max: 70, step: 1 },
  { name: 'coldTapC', label: 'Cold tap', unit: '°C', min: 2, max: 30, step: 1 },
];

/** The bath of the evening: sliders, what follows from them, and the curve of every bottle. */
export function BathCard({
  question,
  settings,
  tank,
  toppedUpS,
  children,
}: {
  readonly question: EveningBathQuestion;
  readonly settings: EveningSettings;
  /** The first run's tank, for the sums; null where its heat is not reckoned with. */
  readonly tank: TankInSums | null;
  /** Without a heater: how long it takes when it is topped up on the way; null where it is not. */
  readonly toppedUpS: number | null;
  /** What else belongs to tonight’s water. */
  readonly children?: ReactNode;
}) {
  const units = useUnits();
  const text = useText();
  const { temperature } = units;
  const fetcher = useFetcher();
  const action = useTonightAction();
  const [tub, setTub] = useState(settings);
  const bath = useBath({ ...question, tub });
  const show = (c: number) => showTemperature(c, temperature);
  const developer = bath.bottles.find((bottle) => bottle.critical);
  const window_ = windowToPourIn(bath.warmUp.bottles.find((bottle) => bottle.id === developer?.id)?.windows ?? []);
  const save = (next: EveningSettings) => void fetcher.submit({ intent: 'evening', ...flat(next) }, { method: 'post', action });
  const change = (part: Partial<EveningSettings>, keep: boolean) => {
    const next = { ...tub, ...part };
    setTub(next);
    if (keep) save(next);
  };
  return (
    <Card aria-labelledby="bath">
      <div className="mb-2 flex items-center gap-1">
        <h2 id="bath" className="font-bold">
          The bath
        </h2>
        <Why rule="bath" />
      </div>
      {question.noHeater && <p>No heater tonight: the room is right for every bath. Bottles and water stand in it.</p>}
      <ul className={question.noHeater ? 'hidden' : 'space-y-1'}>
        {tub.heaterW === 0 && toppedUpS !== null ? (
          <li>
            {question.portionMl ? 'Portions in' : 'Bottles in'} <strong className="figure text-teal">{showMinutes(toppedUpS)}</strong>{' '}
            before the first pour, and topped up on the way.
          </li>
        ) : bath.readyS.ok ? (
          <li>
            {tub.heaterW > 0 ? 'Heater on' : question.portionMl ? 'Portions in' : 'Bottles in'}{' '}
            <strong className="figure text-teal">{showMinutes(bath.readyS.value)}</strong> before the first pour
            {tub.heaterW > 0 && (
              <>
                , set to <span className="figure">{show(bath.setC)}</span>
              </>
            )}
            .
          </li>
        ) : (
          <li>
            <Notice>{bath.readyS.errors[0] && text(bath.readyS.errors[0])}</Notice>
          </li>
        )}
        {window_ && !(tub.heaterW === 0 && toppedUpS !== null) && (
          <li>
            {developer?.name} in range from <span className="figure">{showMinutes(window_.fromS)}</span>
            {window_.toS === null ? (
              ' on, as long as you like.'
            ) : (
              <>
                {' '}
                to <span className="figure">{showMinutes(wholeMinutes(window_.toS))}</span>: pour within{' '}
                <strong className="figure">{showMinutes(wholeMinutes(window_.toS - window_.fromS))}</strong>.
              </>
            )}
          </li>
        )}
        {bath.coolerC !== null && (
          <li>
            <Notice>
              The water goes in warmer than it is wanted, and only falls slowly. Begin with{' '}
              <span className="figure">{show(bath.coolerC)}</span> instead.{' '}
              <button
                type="button"
                className="font-semibold underline"
                onClick={() => change({ startC: bath.coolerC ?? tub.startC }, true)}
              >
                Use {show(bath.coolerC)}
              </button>
            </Notice>
          </li>
        )}
        {toppedUpS === null && bath.sinkStartC?.ok && (
          <li>
            Left to fall, water at <strong className="figure text-teal">{show(bath.sinkStartC.value)}</strong> has the developer right half
            an hour later.
          </li>
        )}
      </ul>
      {!question.noHeater && <HeaterLine tub={tub} setC={bath.setC} />}
      {!question.noHeater && <BathChart bath={bath} />}
      {tub.heaterW === 0 && toppedUpS !== null && <p className="text-sm text-quiet">Drawn as it would be if it were left alone.</p>}
      {children}
      <Sums title="How this is worked out" sums={bathWorking(bath, { ...question, tub }, tank)} />
      <details className="mt-2">
        <summary className="font-semibold underline">Change the bath</summary>
        <div className="mt-2 space-y-2">
          {SLIDERS.map((slider) => (
            <label key={slider.name} className="grid grid-cols-[1fr_5.5rem] items-center gap-x-2">
              <span>{slider.label}</span>
              <span className="figure text-right">
                {slider.unit === '°C' ? show(tub[slider.name]) : `${tub[slider.name]} ${slider.unit}`}
              </span>
              <input
                type="range"
                className="col-span-2 accent-petrol"
                min={slider.min}
                max={slider.max}
                step={slider.step}
                value={tub[slider.name]}
                aria-valuetext={slider.unit === '°C' ? show(tub[slider.name]) : `${tub[slider.name]} ${slider.unit}`}
                onChange={(event) => change({ [slider.name]: Number(event.target.value) }, false)}
                onPointerUp={() => save(tub)}
                onKeyUp={() => save(tub)}
              />
            </label>
          ))}
          <div className="flex flex-wrap items-center gap-4">
            <TickBox checked={tub.lidded} onChange={(event) => change({ lidded: event.target.checked }, true)}>
              Lid on
            </TickBox>
            <Select
              aria-label="Bottles are made of"
              className={INPUT_SHAPE}
              value={tub.material}
              onChange={(event) => change({ material: event.target.value as EveningSettings['material'] }, true)}
            >
              {BOTTLE_MATERIALS.map((material) => (
                <option key={material} value={material}>
                  {material} bottles
                </option>
              ))}
            </Select>
          </div>
        </div>
      </details>
      <ByProbe />
    </Card>
  );
}

/** Is this heater enough for that much water? Asked before it is bought, or before it is waited for (domain.md 8, 13). */
function HeaterLine({ tub, setC }: { readonly tub: EveningSettings; readonly setC: number }) {
  const { temperature } = useUnits();
  if (tub.heaterW <= 0) return null;
  const { holds, mostC } = heaterEnough({ ...tub, setC });
  const [set, most] = [showTemperature(setC, temperature), showTemperature(Math.min(mostC, 95), temperature)];
  const heater = `${tub.heaterW} W in ${tub.litres} l, ${tub.lidded ? 'with its lid' : 'open'}`;
  if (holds)
    return (
      <p className="mt-1 text-sm text-quiet">
        Is the heater enough? {heater}: yes{mostC > setC + 10 ? ', with room to spare' : ', up to '}
        {mostC <= setC + 10 && <span className="figure">{most}</span>}. A thermostat that ends below {set} cannot hold it.
      </p>
    );
  return (
    <div className="mt-2">
      <Notice>
        {heater}: this heater holds <span className="figure">{most}</span> at most in this room, and <span className="figure">{set}</span>{' '}
        is wanted. Less water, {!tub.lidded && 'a lid, '}a stronger heater, or hot water from the tap.
      </Notice>
    </div>
  );
}

/** What is left is never made out to be more. */
function wholeMinutes(seconds: number): number {
  return Math.floor(seconds / 60) * 60;
}

/** First answered at once, for the server's page; from then on by a worker, the latest question only. */
function useBath(question: EveningBathQuestion): EveningBath {
  const [first] = useState(() => bathOnce(question));
  const answer = useWorkerAnswer<EveningBathQuestion, EveningBath>(
    () => new Worker(new URL('../../workers/evening-bath.worker.ts', import.meta.url), { type: 'module' }),
    question,
  );
  return answer ?? first;
}

function flat(settings: EveningSettings): Record<string, string> {
  return Object.fromEntries(
    Object.entries(settings)
      .filter(([, value]) => value !== null && value !== false)
      .map(([name, value]) => [name, value === true ? 'on' : String(value)]),
  );
}
