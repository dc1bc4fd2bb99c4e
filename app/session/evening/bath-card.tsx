import { Chart, LineController, LineElement, LinearScale, PointElement, type ChartConfiguration } from 'chart.js';
import { useEffect, useRef, useState } from 'react';
import { Link, useFetcher } from 'react-router';
import { bathWorking, type TankInSums } from '../../../core/heat/bath-working.ts';
import type { EveningBath, EveningBathQuestion } from '../../../core/heat/evening-bath.ts';
import { BOTTLE_MATERIALS } from '../../../core/heat/water-bath.ts';
import { windowToPourIn } from '../../../core/heat/heater-on.ts';
import { showMinutes } from '../../../core/units/duration.ts';
import { fahrenheitFromCelsius, showTemperature } from '../../../core/units/temperature.ts';
import { INPUT_SHAPE } from '../../ui/fields.tsx';
import { Card, Notice, Why } from '../../ui/parts.tsx';
import { showRange } from '../../../core/units/sentence.ts';
import { useText, useUnits, type Units } from '../../ui/units.ts';
import { useWorkerAnswer } from '../../ui/use-worker-answer.ts';
import type { EveningSettings } from '../../run/evening-settings.ts';
import { ByProbe } from './by-probe.tsx';
import { Sums } from './sums.tsx';
import { bathOnce } from './bath-once.ts';
import { useTonightAction } from '../draft/tonight-form.tsx';

Chart.register(LineController, LineElement, LinearScale, PointElement);

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
}: {
  readonly question: EveningBathQuestion;
  readonly settings: EveningSettings;
  /** The first run's tank, for the sums; null where its heat is not reckoned with. */
  readonly tank: TankInSums | null;
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
      <ul className="space-y-1">
        {bath.readyS.ok ? (
          <li>
            {tub.heaterW > 0 ? 'Heater on' : 'Bottles in'} <strong className="figure text-teal">{showMinutes(bath.readyS.value)}</strong>{' '}
            before the first pour
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
        {window_ && (
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
        {bath.pours.map((pour) => (
          <li key={pour.id}>
            {pour.name}: pour at <strong className="figure text-teal">{show(pour.pourC)}</strong>
            {pour.inTankC && (
              <>
                , in the tank <span className="figure">{showRange(pour.inTankC.startsC, pour.inTankC.endsC, units)}</span>
              </>
            )}
            .
          </li>
        ))}
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
        {bath.tap.ok ? (
          <li>
            <span className="figure">{(bath.tap.value.hotMl / 1000).toFixed(1)} l</span> hot and{' '}
            <span className="figure">{(bath.tap.value.coldMl / 1000).toFixed(1)} l</span> cold make the water.
          </li>
        ) : (
          <li>
            <Notice>{bath.tap.errors[0] && text(bath.tap.errors[0])}</Notice>
          </li>
        )}
        {bath.sinkStartC?.ok && (
          <li>
            Left to fall, water at <strong className="figure text-teal">{show(bath.sinkStartC.value)}</strong> has the developer right half
            an hour later.
          </li>
        )}
      </ul>
      <BathChart bath={bath} />
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
            <label className="flex min-h-11 items-center gap-2">
              <input
                type="checkbox"
                className="size-5 accent-petrol"
                checked={tub.lidded}
                onChange={(event) => change({ lidded: event.target.checked }, true)}
              />{' '}
              Lid on
            </label>
            <select
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
            </select>
          </div>
        </div>
      </details>
      <ByProbe />
      <div className="mt-3">
        <Notice>
          Caps off while bottles warm. A mains heater near water only through a residual-current device, and never with wet hands.{' '}
          <Link className="underline" to="/safety">
            Safety
          </Link>
        </Notice>
      </div>
    </Card>
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

const LINES = ['#0f3d42', '#b1285c', '#2a5db0', '#8a6d00', '#5a3d8a', '#3f6b2a'];

function BathChart({ bath }: { readonly bath: EveningBath }) {
  const { temperature } = useUnits();
  const canvas = useRef<HTMLCanvasElement>(null);
  const chart = useRef<Chart<'line', { x: number; y: number }[]> | null>(null);
  useEffect(() => {
    if (!canvas.current) return;
    const made = new Chart(canvas.current, chartOf(bath, temperature));
    chart.current = made;
    return () => made.destroy();
    // Made once; new figures are put into it below, which is what keeps sliders smooth.
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, []);
  useEffect(() => {
    const made = chart.current;
    if (!made) return;
    const next = chartOf(bath, temperature);
    made.data = next.data;
    if (next.options) made.options = next.options;
    made.update('none');
  }, [bath, temperature]);
  return (
    <figure className="mt-3">
      <div className="relative h-48">
        <canvas ref={canvas} role="img" aria-label={`Bath and ${bath.bottles.length} bottles over four hours`} />
      </div>
      <figcaption className="mt-1 flex flex-wrap gap-x-4 text-sm text-quiet">
        {['Bath', ...bath.bottles.map((bottle) => bottle.name)].map((name, i) => (
          <span key={name} className="flex items-center gap-1.5">
            <span aria-hidden className="inline-block h-0.5 w-4" style={{ background: LINES[i % LINES.length] }} />
            {name}
          </span>
        ))}
        <span>Dotted: the developer’s range</span>
      </figcaption>
    </figure>
  );
}

function chartOf(bath: EveningBath, unit: Units['temperature']): ChartConfiguration<'line', { x: number; y: number }[]> {
  const shownC = (c: number) => (unit === 'C' ? c : fahrenheitFromCelsius(c));
  const { atS, tubC, bottlesC } = bath.warmUp.trace;
  const shown = atS.filter((s) => s <= Math.max(5400, (bath.readyS.ok ? bath.readyS.value : 0) * 2)).length;
  const line = (values: readonly number[], i: number) => ({
    data: values.slice(0, shown).map((c, k) => ({ x: (atS[k] ?? 0) / 60, y: shownC(c) })),
    borderColor: LINES[i % LINES.length],
    borderWidth: i === 0 ? 1.5 : 2.5,
    pointRadius: 0,
    ...(i === 0 ? { borderDash: [6, 3] } : {}),
  });
  const developer = bath.bottles.find((bottle) => bottle.critical);
  const lastMin = (atS[shown - 1] ?? 0) / 60;
  const level = (c: number) => ({
    data: [
      { x: 0, y: shownC(c) },
      { x: lastMin, y: shownC(c) },
    ],
    borderColor: '#47656a',
    borderWidth: 1,
    borderDash: [1, 4],
    pointRadius: 0,
  });
  const figures = { family: "'Atkinson Hyperlegible Mono'", size: 12 };
  return {
    type: 'line',
    data: {
      datasets: [
        line(tubC, 0),
        ...bottlesC.map((values, i) => line(values, i + 1)),
        ...(developer ? [level(developer.lowC), level(developer.highC)] : []),
      ],
    },
    options: {
      animation: false,
      maintainAspectRatio: false,
      scales: {
        x: {
          type: 'linear',
          title: { display: true, text: 'minutes', font: figures, color: '#47656a' },
          ticks: { font: figures, color: '#47656a', maxTicksLimit: 7 },
          grid: { display: false },
        },
        y: {
          title: { display: true, text: `°${unit}`, font: figures, color: '#47656a' },
          ticks: { font: figures, color: '#47656a', maxTicksLimit: 6 },
          grid: { color: '#dde6e1' },
        },
      },
      plugins: { legend: { display: false }, tooltip: { enabled: false } },
    },
  };
}
