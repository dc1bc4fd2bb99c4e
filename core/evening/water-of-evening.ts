import { mixWater, type WaterMix } from '../heat/mixing.ts';
import { pouredAtC } from '../schedule/poured-at.ts';
import { TAP_LITRES_PER_MIN, waterMl } from '../schedule/manner.ts';
import type { PlannedStep } from '../schedule/plan.ts';

/** A run as far as its water is concerned. */
export interface RunWater {
  readonly steps: readonly PlannedStep[];
  /** What its tank takes. */
  readonly tankMl: number;
}

interface WaterAt {
  readonly tempC: number;
  readonly ml: number;
  /** From the two taps; null where they cannot make it. */
  readonly mix: WaterMix | null;
}

export interface WaterOfEvening {
  /** Warmest first. */
  readonly at: readonly WaterAt[];
  readonly ml: number;
  /** By run, in their order. */
  readonly runsMl: readonly number[];
}

/** Water of the evening by temperature, run by run and in all, with hot and cold from the two taps (domain.md 8.2). */
export function waterOfEvening(
  runs: readonly RunWater[],
  {
    hotC,
    coldC,
    tapLitresPerMin = TAP_LITRES_PER_MIN,
  }: { readonly hotC: number; readonly coldC: number; readonly tapLitresPerMin?: number },
): WaterOfEvening {
  // As it is shown: what differs by less than a tenth is one water.
  const byTenths = new Map<number, number>();
  const runsMl = runs.map(({ steps, tankMl }) =>
    steps.reduce((sum, step) => {
      if (!step.manner) return sum;
      const ml = waterMl(step.manner, step.seconds, tankMl, tapLitresPerMin) ?? 0;
      const tenths = Math.round(pouredAtC(step) * 10);
      byTenths.set(tenths, (byTenths.get(tenths) ?? 0) + ml);
      return sum + ml;
    }, 0),
  );
  const at = [...byTenths]
    .sort(([a], [b]) => b - a)
    .map(([tenths, ml]): WaterAt => {
      const mix = mixWater({ totalMl: ml, hotC, coldC, targetC: tenths / 10 });
      return { tempC: tenths / 10, ml, mix: mix.ok ? mix.value : null };
    });
  return { at, ml: runsMl.reduce((a, b) => a + b, 0), runsMl };
}
