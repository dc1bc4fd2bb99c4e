import { answered, faultsUnder, refused, type Answer, type Fault } from '../core/answer.ts';
import { effectOfRun, type PouredStep } from '../core/chemistry/ledger/effect.ts';
import { checkedAgainst } from '../core/faults-in-words.ts';
import { plannedAsAsked, type PlannedAsAsked, type PlanRequest } from './plan.ts';
import { readRequest, round, type Surrounding } from './request.ts';
import { effectRequest, planRequest } from './requests.ts';

interface EffectRequest {
  readonly plan: PlanRequest;
  readonly bottles: readonly { readonly id: string; readonly bath: string; readonly mlLeft: number }[];
  readonly oneShot?: boolean;
  readonly repeats?: Readonly<Record<string, number>>;
}

/** What a run does to bottles (scripting.md, effect): an entry for each that is poured, and what goes into the jugs. */
export function effect(request: unknown, surrounding: Surrounding): Answer<unknown> {
  const shape = checkedAgainst(effectRequest, request);
  const asked = typeof request === 'object' && request !== null ? (request as { plan?: unknown }).plan : undefined;
  const read = asked === undefined ? null : readRequest<PlanRequest>(planRequest, asked);
  const faults = [...(shape.ok ? [] : shape.errors), ...(read ? faultsUnder('$.plan', read.faults) : [])];
  if (faults.length > 0 || !read?.kit) return refused(...faults);
  const { plan, bottles, oneShot, repeats = {} } = request as EffectRequest;
  const habits = {
    ...plan.habits,
    ...(oneShot === undefined ? {} : { solution: oneShot ? ('one-shot' as const) : ('returned' as const) }),
  };
  const planned = plannedAsAsked({ ...plan, habits }, read.kit, surrounding);
  if (!planned.ok) return refused(...faultsUnder('$.plan', planned.errors));
  const { steps, runRolls } = planned.value;
  const tankMl = planned.value.volumeMl;
  const wrong = [
    ...(tankMl === undefined
      ? [{ code: 'missing', path: '$.plan.tank.volumeMl', message: 'tank.volumeMl is missing: how much of each bottle is poured.' }]
      : []),
    ...unknownSteps(planned.value, bottles, repeats),
  ];
  if (wrong.length > 0 || tankMl === undefined) return refused(...wrong);
  const pours = (step: PouredStep) => 1 + (repeats[step.id] ?? repeats[step.bath] ?? 0);
  const does = effectOfRun({ steps, bottles, tankMl, rolls: runRolls, oneShot: habits.solution === 'one-shot', pours });
  const ml = (value: number) => round(value, 1);
  return answered({
    entries: does.entries.map(({ bottle, drawnMl, returnedMl, rolls, wears }) => ({
      bottle,
      drawnMl: ml(drawnMl),
      returnedMl: ml(returnedMl),
      rolls: round(rolls, 2),
      wears: round(wears, 2),
    })),
    jugsMl: {
      developers: ml(does.jugsMl.developers),
      silver: ml(does.jugsMl['silver-bearing']),
      others: ml(does.jugsMl.others),
    },
  });
}

/** A bottle of a bath that this run leaves out is known and not poured; one that the kit never had is a slip. */
function unknownSteps(
  { steps, kitBaths }: PlannedAsAsked,
  bottles: EffectRequest['bottles'],
  repeats: Readonly<Record<string, number>>,
): Fault[] {
  const known = [...new Set([...steps.flatMap(({ id, bath }) => [id, bath]), ...kitBaths])];
  const fault = (path: string, name: string): Fault[] =>
    known.includes(name)
      ? []
      : [{ code: 'unknown-bath', path, message: `This run has no step “${name.slice(0, 80)}”. Its steps are ${known.join(', ')}.` }];
  const twice = bottles.flatMap(({ id }, i) =>
    bottles.findIndex((other) => other.id === id) === i
      ? []
      : [{ code: 'repeated-id', path: `$.bottles[${i}].id`, message: `Two bottles are called “${id.slice(0, 80)}”.` }],
  );
  return [
    ...bottles.flatMap(({ bath }, i) => fault(`$.bottles[${i}].bath`, bath)),
    ...Object.keys(repeats).flatMap((name) => fault(`$.repeats.${name}`, name)),
    ...twice,
  ];
}
