import type { EveningRun } from '../../../core/evening/evening.ts';
import { tankHeatSetting } from '../../../core/heat/tank/tank-heat-setting.ts';
import { isHeatSchool, type HeatSchool } from '../../../core/heat/tank/school-and-place.ts';
import { isDeveloper } from '../../../core/kit/kind.ts';
import type { Kit } from '../../../core/kit/kit.ts';
import { loadedTank } from '../../../core/packing/load.ts';
import { planRun } from '../../../core/schedule/plan.ts';
import type { WearSchool } from '../../../core/timing/roll-number.ts';
import { pushedByRuleOfThumb, type PushSchool } from '../../../core/timing/rule-of-thumb.ts';
import { onlyFilm } from '../../../core/evening/margins-of-run.ts';
import { marginsOn } from '../draft/margins-on.ts';
import { waysOf } from '../way/drafted-ways.ts';
import type { Tonight } from '../draft/tonight.server.ts';

export type School = WearSchool | PushSchool | HeatSchool;

export interface SchoolRow {
  readonly school: School;
  readonly name: string;
  readonly does: string;
  /** Developer and whole run; null where that school has no time for this run. */
  readonly developerS: number | null;
  readonly totalS: number | null;
  /** What the developer is poured at by that school; null where the tank's heat is not reckoned with. */
  readonly pourC: number | null;
  readonly inUse: boolean;
}

/** One run under both wear schools and, when it is pushed, both push schools, side by side (domain.md 5, 9). */
export function compareSchools(
  run: EveningRun,
  tonight: Pick<Tonight, 'inUse' | 'tanks' | 'waiting' | 'habits' | 'draft' | 'on' | 'heat' | 'singles'>,
  leaflet: Kit,
): SchoolRow[] {
  const batch = tonight.inUse.find((candidate) => candidate.id === run.batchId);
  const whole = tonight.tanks.find((candidate) => candidate.id === run.tankId);
  if (!batch || !whole) return [];
  const rolls = run.rollIds.flatMap((id) => tonight.waiting.find((roll) => roll.id === id) ?? []);
  const tank = loadedTank(whole, rolls);
  const wear = tonight.habits.wear ?? 'last';
  const push = tonight.draft.pushSchool ?? 'leaflet';
  const kits = { leaflet, 'rule-of-thumb': pushedByRuleOfThumb(leaflet) };
  const heatSchool = tonight.heat?.school ?? 'wait-longer';
  const row = (school: School, name: string, does: string): SchoolRow => {
    const ofWear = school === 'last' || school === 'first';
    const ofHeat = isHeatSchool(school);
    const heat = tonight.heat && ofHeat ? { ...tonight.heat, school } : null;
    const plan = planRun({
      kit: ofWear || ofHeat ? kits[push] : kits[school],
      batch: { volumeMl: batch.volumeMl, rollsDone: run.rollsBefore, mixedOn: batch.mixedOn },
      on: tonight.on,
      tank,
      heat: tonight.heat ? tankHeatSetting(tank, heat ?? tonight.heat) : null,
      own: marginsOn(tonight.draft, batch, run.pushStops, onlyFilm(rolls)),
      singles: tonight.singles,
      way: waysOf(tonight.draft, batch.kit.id)[run.treatment] ?? [],
      wayFollows: true,
      rolls,
      pushStops: run.pushStops,
      treatment: run.treatment,
      temperaturesC: tonight.draft.temperaturesC[batch.id] ?? {},
      habits: { ...tonight.habits, wear: ofWear ? school : wear },
    });
    const developer = plan.ok ? plan.value.steps.find((step) => isDeveloper(step.kind)) : undefined;
    return {
      school,
      name,
      does,
      developerS: developer?.seconds ?? null,
      totalS: plan.ok ? plan.value.totalS : null,
      pourC: developer?.pourC ?? null,
      inUse: school === (ofWear ? wear : ofHeat ? heatSchool : push),
    };
  };
  return [
    row('last', 'Wear by the last roll', 'Long enough for the most worn moment.'),
    row('first', 'Wear by the first roll', 'Counts what was done before this load.'),
    ...(tonight.heat
      ? [
          row(
            'wait-longer',
            'Wait longer for the tank',
            'Poured as planned; colours are made a little cooler, and nothing can be poured too hot.',
          ),
          row('pour-warmer', 'Pour warmer', 'The time stays; a slip with the hotter bottle tells at once.'),
          row('warm-tank', 'Warm the tank first', 'The prewash is poured so warm that the developer hardly has to be.'),
        ]
      : []),
    ...(run.pushStops === 0
      ? []
      : [
          row('leaflet', 'Push by the leaflet', 'Its own figures for this push.'),
          row('rule-of-thumb', 'Push by rule of thumb', 'Three tenths more for each stop.'),
        ]),
  ];
}
