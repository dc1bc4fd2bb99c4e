import { TEST_WATER_C } from '../../../../core/heat/tank/tank-test.ts';
import type { Plan } from '../../../../core/schedule/plan.ts';
import { showTemperature } from '../../../../core/units/temperature.ts';
import { showVolume } from '../../../../core/units/volume.ts';
import { Button } from '../../../ui/button.tsx';
import { INPUT_SHAPE } from '../../../ui/forms/input-shape.ts';
import { useUnits } from '../../../ui/forms/units.ts';
import { TonightForm, type TypedRefusal } from '../../draft/tonight-form.tsx';
import type { EveningPage } from '../../evening/evening-page.server.ts';

interface TankQuestionProps {
  readonly tank: EveningPage['tanks'][number] | undefined;
  readonly plan: Pick<Plan, 'heat' | 'noHeater'>;
  readonly roomC: number;
  readonly refusal: TypedRefusal | null;
}

/** A tank that was never tested takes the usual of its kind: one reading makes its pour its own (domain.md 8). */
export function TankQuestion({ tank, plan, roomC, refusal }: TankQuestionProps) {
  const { temperature, volume } = useUnits();
  if (!tank || tank.heatJK !== null || tank.stands === 'machine' || !plan.heat || plan.noHeater) return null;
  const show = (c: number) => showTemperature(c, temperature);
  const fault = refusal?.field === `tank ${tank.id}` ? refusal : null;
  return (
    <details className="mt-1 text-[0.95rem]" open={fault !== null}>
      <summary className="py-1">
        <span className="text-quiet">{tank.name} was never tested, so it takes the usual of its kind. </span>
        <span className="font-semibold underline">One reading makes it yours</span>
      </summary>
      <TonightForm className="mt-1 flex flex-wrap items-end gap-x-3 gap-y-2">
        <input type="hidden" name="tankId" value={tank.id} />
        <p className="basis-full">
          Pour {showVolume(tank.volumeMl, volume)} of water at {show(TEST_WATER_C)} into it with its dry reels, at the room’s {show(roomC)}.
        </p>
        <label>
          After a minute it shows
          <input
            name="tempC"
            inputMode="decimal"
            autoComplete="off"
            defaultValue={fault?.typed}
            placeholder={`°${temperature}`}
            aria-invalid={fault ? true : undefined}
            aria-describedby={fault ? `tank-${tank.id}-said` : undefined}
            className={`${INPUT_SHAPE} ml-2 w-24 text-right`}
          />
        </label>
        <Button name="intent" value="tank-reading">
          Keep it
        </Button>
        {fault && (
          <p id={`tank-${tank.id}-said`} role="alert" className="basis-full font-semibold text-hot">
            {fault.message}
          </p>
        )}
      </TonightForm>
    </details>
  );
}
