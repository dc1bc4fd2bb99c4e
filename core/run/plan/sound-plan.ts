import { BATH_KINDS } from '../../kit/kind.ts';
import { TANK_PLACES } from '../../heat/tank/school-and-place.ts';
import { TANK_METHODS, WARMED } from '../../heat/tank/tank.ts';
import { amount, fields, flag, listOf, maybe, oneOf, oneOfShapes, orNull, text, whole, type Shape } from '../../shape.ts';
import { RUN_PLAN_FORMAT } from './run-plan.ts';

const seconds = amount([0, 1_000_000]);
const degreesC = amount([-50, 200]);
const said = fields({ message: text() });

const cue = fields({ atS: seconds, kind: text(40), label: text(400) });
const agitation = fields({
  initialS: seconds,
  everyS: maybe(amount([0.5, 1_000_000])),
  inversions: maybe(amount([0, 1000])),
  forS: maybe(seconds),
});
const manner = fields({
  manner: oneOf(['standing', 'running', 'until-clear', 'changes', 'counted']),
  changes: maybe(whole([1, 60])),
  fills: maybe(listOf(amount([0, 1000]), 60)),
});

const pushRule = oneOfShapes(
  fields({ rule: oneOf(['table']), factors: listOf(fields({ stops: amount([-20, 20]), factor: amount([0.001, 1000]) }), 60) }),
  fields({ rule: oneOf(['factor']), perStop: amount([0.001, 1000]) }),
  fields({ rule: oneOf(['add']), secondsPerStop: amount([-100_000, 100_000]) }),
);

/** `added` are fields that came with the second version: absent in plans of the first. */
const stepOf = (added: (shape: Shape) => Shape) =>
  fields({
    id: added(text(160)),
    bath: text(160),
    kind: oneOf([...BATH_KINDS, 'wetting-agent']),
    name: text(200),
    startS: seconds,
    seconds,
    nominalS: seconds,
    doseS: maybe(seconds),
    nominalC: degreesC,
    temperatureC: degreesC,
    pourC: added(orNull(degreesC)),
    inTankC: added(orNull(fields({ startsC: degreesC, endsC: degreesC, meanC: degreesC }))),
    range: orNull(fields({ lowC: degreesC, highC: degreesC })),
    critical: flag,
    points: listOf(fields({ c: degreesC, s: amount([0.001, 1_000_000]) }), 60),
    push: added(orNull(pushRule)),
    working: listOf(fields({ what: text(40), seconds: amount([-1_000_000, 1_000_000]), label: text(400) }), 60),
    cues: listOf(cue, 4000),
    agitation: orNull(agitation),
    bottle: orNull(text(200)),
    from: maybe(text(40)),
    after: oneOf(['return', 'discard']),
    inTank: flag,
    lightSafeAtEnd: flag,
    opensTank: flag,
    wipeAfter: flag,
    wipeS: maybe(seconds),
    manner: maybe(orNull(manner)),
  });

const planOf = (added: (shape: Shape) => Shape) =>
  fields({
    title: text(400),
    process: oneOf(['C-41', 'E-6', 'ECN-2']),
    kitName: text(200),
    batchName: text(200),
    tankName: text(200),
    rollNames: listOf(text(200), 200),
    rollIds: added(listOf(text(200), 200)),
    rollNumber: amount([-10, 10_000]),
    runRolls: amount([0, 1000]),
    pushStops: amount([-9, 9]),
    treatment: maybe(text(60)),
    rollsBefore: maybe(amount([-10, 10_000])),
    tank: fields({
      method: oneOf(TANK_METHODS),
      fillS: seconds,
      drainS: seconds,
      volumeMl: maybe(amount([1, 100_000])),
      warms: maybe(oneOf(WARMED)),
      stands: maybe(oneOf(TANK_PLACES)),
    }),
    surroundings: orNull(fields({ coolingPerMin: amount([0, 10]), surroundC: degreesC })),
    heat: maybe(orNull(fields({ heatJK: amount([0, 100_000]), school: text(60) }))),
    clock: text(40),
    pourOut: text(40),
    washing: orNull(text(40)),
    drying: maybe(orNull(text(60))),
    dryingS: added(seconds),
    oneShot: added(flag),
    changeoverS: seconds,
    steps: listOf(stepOf(added), 200),
    totalS: seconds,
    warnings: listOf(said, 400),
    advice: added(listOf((value) => typeof value === 'string' || said(value), 400)),
  });

const plan = planOf((shape) => shape);
const firstPlan = planOf(maybe);

/** Whether a stored plan, of either version, can be gone by: every page that shows it finds what it needs. */
export const isSoundPlan: Shape = (document) => {
  if (typeof document !== 'object' || document === null) return false;
  const { format, steps } = document as { readonly format?: unknown; readonly steps?: readonly unknown[] };
  return (format === RUN_PLAN_FORMAT ? plan(document) : firstPlan(document)) && steps?.length !== 0;
};
