import { isFinal } from '../../../../core/kit/kind.ts';
import type { Plan } from '../../../../core/schedule/plan.ts';
import { showDuration } from '../../../../core/units/duration.ts';
import { showTemperature } from '../../../../core/units/temperature.ts';
import { TemperatureScale } from '../../../ui/charts/temperature-scale.tsx';
import { useUnits } from '../../../ui/forms/units.ts';

const WIDTH = 600;
const HEIGHT = 80;
/** A tenth of a degree is no mountain. */
const LEAST_SPAN_C = 2;

/** The tank's temperature through the run, under its strip and on the same axis of time (domain.md 8.1). */
export function TankTrace({ plan }: { readonly plan: Pick<Plan, 'steps' | 'totalS' | 'heat'> }) {
  const { temperature } = useUnits();
  const show = (c: number) => showTemperature(c, temperature);
  // The last bath stands at room temperature and would flatten what matters before it.
  const inTank = plan.steps.flatMap((step) => (step.inTankC && !isFinal(step.kind) ? [{ step, ...step.inTankC }] : []));
  const critical = inTank.filter(({ step }) => step.critical);
  if (inTank.length === 0 || critical.length === 0) return null;
  const all = inTank.flatMap(({ startsC, endsC }) => [startsC, endsC]);
  const middle = (Math.min(...all) + Math.max(...all)) / 2;
  const span = Math.max(LEAST_SPAN_C, Math.max(...all) - Math.min(...all)) * 1.2;
  const [low, high] = [middle - span / 2, middle + span / 2];
  const x = (s: number) => (s / plan.totalS) * WIDTH;
  const y = (c: number) => HEIGHT - ((c - low) / (high - low)) * HEIGHT;
  const line = inTank
    .map(
      ({ step, startsC, endsC }) =>
        `${x(step.startS).toFixed(1)},${y(startsC).toFixed(1)} ${x(step.startS + step.seconds).toFixed(1)},${y(endsC).toFixed(1)}`,
    )
    .join(' ');
  const words = critical
    .map(
      ({ step, startsC, endsC }) =>
        `${step.name}: pour at ${show(step.pourC ?? step.temperatureC)}, in the tank ${steadyOr(show(startsC), show(endsC), startsC, endsC)}`,
    )
    .join('. ');
  return (
    <figure className="mt-2">
      <TemperatureScale lowC={low} highC={high} from="0:00" to={showDuration(Math.round(plan.totalS))}>
        <svg
          viewBox={`0 0 ${WIDTH} ${HEIGHT}`}
          className="h-20 w-full"
          preserveAspectRatio="none"
          role="img"
          aria-label={`The tank’s temperature. ${words}.`}
        >
          {critical.map(({ step }) => (
            <rect key={step.id} x={x(step.startS)} width={x(step.seconds)} y={0} height={HEIGHT} fill="#fbfcfa" />
          ))}
          <polyline points={line} fill="none" stroke="#b1285c" strokeWidth={1.75} vectorEffect="non-scaling-stroke" />
        </svg>
      </TemperatureScale>
      <figcaption className="mt-1 text-[0.95rem]">
        {critical.map(({ step, startsC, endsC }) => (
          <p key={step.id}>
            {critical.length > 1 && `${step.name}: `}Pour at{' '}
            <strong className="figure text-teal">{show(step.pourC ?? step.temperatureC)}</strong>, in the tank{' '}
            {show(startsC) === show(endsC) ? (
              <>
                steady at <span className="figure">{show(startsC)}</span>
              </>
            ) : (
              <>
                <span className="figure">{show(startsC)}</span> {endsC < startsC ? 'falling' : 'rising'} to{' '}
                <span className="figure">{show(endsC)}</span>
              </>
            )}
          </p>
        ))}
      </figcaption>
    </figure>
  );
}

/** What reads the same at both ends is steady, whichever way its hundredths go. */
function steadyOr(starts: string, ends: string, startsC: number, endsC: number): string {
  return starts === ends ? `steady at ${starts}` : `${starts} ${endsC < startsC ? 'falling' : 'rising'} to ${ends}`;
}
