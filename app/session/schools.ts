import type { Kit, PushRule } from '../../core/kit/kit.ts';
import { isDeveloper } from '../../core/kit/kind.ts';
import type { EveningRun } from '../../core/schedule/evening.ts';
import { planRun } from '../../core/schedule/plan.ts';
import type { Tonight } from './tonight.server.ts';

export interface SchoolRow {
  readonly name: string;
  readonly does: string;
  /** Developer and whole run; null where that school has no time for this run. */
  readonly developerS: number | null;
  readonly totalS: number | null;
  readonly inUse: boolean;
}

/** The plain rule of thumb, for those whose leaflet says nothing: three tenths more a stop. */
const RULE_OF_THUMB: PushRule = { rule: 'factor', perStop: 1.3 };

function withPush(kit: Kit, push: PushRule): Kit {
  return {
    ...kit,
    baths: kit.baths.map((bath) => (bath.kind === 'developer' || bath.kind === 'first-developer' ? { ...bath, push } : bath)),
  };
}

/** One run under both wear schools and, when it is pushed, both push schools, side by side (domain.md 5, 9). */
export function compareSchools(
  run: EveningRun,
  tonight: Pick<Tonight, 'inUse' | 'tanks' | 'waiting' | 'habits' | 'draft'>,
  on: string,
): SchoolRow[] {
  const batch = tonight.inUse.find((candidate) => candidate.id === run.batchId);
  const tank = tonight.tanks.find((candidate) => candidate.id === run.tankId);
  if (!batch || !tank) return [];
  const rolls = run.rollIds.flatMap((id) => tonight.waiting.find((roll) => roll.id === id) ?? []);
  const wear = tonight.habits.wear ?? 'last';
  const row = (name: string, does: string, school: 'last' | 'first', kit: Kit, inUse: boolean): SchoolRow => {
    const plan = planRun({
      kit,
      batch: { volumeMl: batch.volumeMl, rollsDone: run.rollsBefore, mixedOn: batch.mixedOn },
      on,
      tank,
      rolls,
      pushStops: run.pushStops,
      treatment: run.treatment,
      temperaturesC: tonight.draft.temperaturesC[batch.id] ?? {},
      habits: { ...tonight.habits, wear: school },
    });
    const developer = plan.ok ? plan.value.steps.find((step) => isDeveloper(step.kind)) : undefined;
    return { name, does, developerS: developer?.seconds ?? null, totalS: plan.ok ? plan.value.totalS : null, inUse };
  };
  return [
    row('Wear by the last roll', 'Long enough for the most worn moment.', 'last', batch.kit, wear === 'last'),
    row('Wear by the first roll', 'Counts what was done before this load.', 'first', batch.kit, wear === 'first'),
    ...(run.pushStops === 0
      ? []
      : [
          row(
            'Push by rule of thumb',
            'Three tenths more a stop, instead of the leaflet’s own rule.',
            wear,
            withPush(batch.kit, RULE_OF_THUMB),
            false,
          ),
        ]),
  ];
}
