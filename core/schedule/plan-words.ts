import type { Fault, Warning } from '../answer.ts';
import { ageInDays, pastShelfLife } from '../chemistry/life/shelf-life.ts';
import { TREATMENT_ADVICE } from '../film/treatment.ts';
import type { TankThroughTheRun } from '../heat/tank/tank-through-the-run.ts';
import { isDeveloper } from '../kit/kind.ts';
import { sequenceWord } from '../kit/kit.ts';
import { counted } from '../units/counted.ts';
import { dayAndYear } from '../units/day.ts';
import { showDuration } from '../units/duration.ts';
import { asMessage, sentence } from '../units/sentence.ts';
import type { Advice, PlannedStep, PlanQuestion } from './plan.ts';
import type { DraftStep } from './sequence.ts';

/** Temperatures and own margins are given by bath; a name that no step has is a slip. */
export function unknownBaths({ temperaturesC, own, kit }: PlanQuestion, drafts: readonly DraftStep[], ids: readonly string[]): Fault[] {
  const known = new Set([
    ...drafts.map((draft) => draft.id),
    ...ids,
    ...kit.baths.map((bath) => bath.id),
    ...kit.sequence.map(sequenceWord),
  ]);
  const unknown = (field: string, named: object) =>
    Object.keys(named)
      .filter((id) => !known.has(id))
      .map((id) => ({
        code: 'unknown-bath',
        path: `$.${field}.${id}`,
        message: `This run has no step “${id}”. Its steps are ${[...known].join(', ')}.`,
      }));
  return [...unknown('temperaturesC', temperaturesC), ...unknown('ownS', own ?? {})];
}

export function capacityMessage(rolls: number, capacity: number): string {
  return `${counted(rolls, 'roll')} would have gone through a batch made for ${round2(capacity)}; colour weakens and its times are guesses.`;
}

export function runWarnings(
  { batch, on, tank, pushStops }: PlanQuestion,
  drafts: readonly DraftStep[],
  overCapacity: number | null,
  runRolls: number,
): Warning[] {
  const warnings: Warning[] = [];
  if (overCapacity !== null) {
    warnings.push({ code: 'past-capacity', bath: null, message: capacityMessage(batch.rollsDone + runRolls, overCapacity) });
  }
  const ageDays = batch.mixedOn === undefined ? 0 : ageInDays(batch.mixedOn, on);
  for (const { bottle } of drafts) {
    const own = bottle && batch.bottles?.[bottle.id];
    if (own ? own.goodUntil !== null && own.goodUntil < on : bottle && pastShelfLife(bottle, ageDays)) {
      const why = own
        ? `it was good until ${own.goodUntil === null ? '' : dayAndYear(own.goodUntil)}`
        : `mixed on ${batch.mixedOn === undefined ? 'a day nobody wrote down' : dayAndYear(batch.mixedOn)}, it keeps ${bottle?.keepsDays} days`;
      warnings.push({
        code: 'past-shelf-life',
        bath: bottle?.id ?? null,
        message: `${bottle?.name}: ${why}. Test it on a scrap before a film you care about.`,
      });
    }
  }
  // Bottles that are known one by one are looked at one by one (bottles-in-run.ts).
  if (tank.volumeMl !== undefined && !batch.bottles && batch.volumeMl < tank.volumeMl - 1e-9) {
    warnings.push({
      code: 'volume-short',
      bath: null,
      ...asMessage(
        sentence`The tank needs ${{ volumeMl: tank.volumeMl }} and each bottle holds ${{ volumeMl: batch.volumeMl }}: film above the surface develops unevenly.`,
      ),
    });
  }
  if (pushStops >= 2 - 1e-9) {
    warnings.push({ code: 'push-colour', bath: null, message: 'Pushed 2 stops or more, colours shift and shadows stay empty.' });
  }
  return warnings;
}

export function adviceFor(
  { kit, treatment, pushStops, batch }: PlanQuestion,
  drafts: readonly DraftStep[],
  /** What the developer would take by the rule of thumb, where the kit is silent about pushing. */
  thumbS: number | null,
): Advice[] {
  const advice: Advice[] = [];
  const say = (message: string) => advice.push({ message });
  if (treatment !== 'normal') say(TREATMENT_ADVICE[treatment].does);
  if (treatment === 'bleach-bypass') {
    const fixer = drafts.find((draft) => draft.kind === 'fixer');
    say(
      fixer?.bottle
        ? `The bleach is left out; ${fixer.bottle.name.toLowerCase()} is the kit’s own.`
        : 'A fixer of its own, mixed apart and kept apart, takes the place of the bleach-fix, for the time that bath would have had.',
    );
  }
  const developer = drafts.find((draft) => isDeveloper(draft.kind));
  if (batch.seenRemjet && treatment !== 'cine-in-c41')
    advice.push({
      message: 'This developer has seen remjet: pour it through a coffee filter first, or flakes may settle on these films.',
      ...(developer ? { step: developer.id } : {}),
    });
  if (pushStops !== 0 && !kit.baths.some((bath) => bath.push)) {
    const then =
      thumbS === null ? '' : ` By rule of thumb the ${developer?.name.toLowerCase() ?? 'developer'} would take ${showDuration(thumbS)}.`;
    advice.push({
      message: `This kit’s leaflet says nothing about pushing, so no time changes.${then}`,
      ...(thumbS === null ? {} : { offers: 'rule-of-thumb' as const }),
    });
  }
  return advice;
}

/** A bath that no bottle stands ready for: what goes into so much water, and when. */
export function madeUpInWords({ id, name }: Pick<PlannedStep, 'id' | 'name'>, dose: string, volumeMl = 1000): Advice {
  return { ...asMessage(sentence`${name}: ${dose} in ${{ volumeMl }} of water, made up when it is needed.`), step: id };
}

/** A tank that takes a developer out of what its leaflet prints is timed by a curve that goes on beyond it: said, with how far. */
export function leavesTheLeaflet(steps: readonly PlannedStep[]): Warning[] {
  return steps.flatMap((step): Warning[] => {
    if (!step.critical || !step.inTankC || step.points.length < 2 || step.byRuleOfThumb) return [];
    const printed = step.points.map(({ c }) => c);
    const [lowC, highC] = [Math.min(...printed), Math.max(...printed)];
    const [leastC, mostC] = [Math.min(step.inTankC.startsC, step.inTankC.endsC), Math.max(step.inTankC.startsC, step.inTankC.endsC)];
    const beyondC = leastC < lowC - BEYOND_C ? leastC : mostC > highC + BEYOND_C ? mostC : null;
    if (beyondC === null) return [];
    return [
      {
        code: 'extrapolated',
        bath: step.bath,
        ...asMessage(
          sentence`${step.name}: in the tank it goes to ${{ tempC: beyondC }}, and its leaflet prints ${{ fromC: lowC, toC: highC }}. Its time there goes on by the curve. ${beyondC < lowC ? 'Warm the tank first, or pour warmer' : 'Pour cooler'}.`,
        ),
      },
    ];
  });
}

const BEYOND_C = 0.05;

export function round2(value: number): number {
  return Math.round(value * 100) / 100;
}

/** A place warmer than the developer turns the tank's loss into a gain; that is rarely meant, and always worth knowing. */
export function warmerAround(heat: Pick<TankThroughTheRun, 'surroundings'> | null, steps: readonly PlannedStep[]): Advice[] {
  const surroundC = heat?.surroundings.surroundC ?? -Infinity;
  const warmed = steps.find((step) => step.critical && step.inTankC && surroundC > step.inTankC.startsC + WARMER_BY_C);
  if (!warmed?.inTankC) return [];
  const { startsC, endsC } = warmed.inTankC;
  return [
    asMessage(
      sentence`Where the tank stands it is ${{ tempC: surroundC }}, warmer than the ${warmed.name.toLowerCase()}: in the tank it rises from ${{ tempC: startsC }} to ${{ tempC: endsC }}, and its time allows for that. Check the temperature of the room.`,
    ),
  ];
}

const WARMER_BY_C = 0.5;
