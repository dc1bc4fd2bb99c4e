import { practicePlan } from '../app/bench/practice/new-practice.server.ts';
import { kitchenOfPractice, reportOfPractice } from '../app/bench/practice/channel/practice-log.server.ts';
import { findFilmKit } from '../app/server/shelf/kits.server.ts';
import { findPractice, insertPractice, insertPracticeEvent, setPracticeEnd } from '../app/server/runs/practices.server.ts';
import { findTank } from '../app/server/shelf/tanks.server.ts';
import { kitchenAt } from '../core/practice/kitchen-of-run.ts';
import type { SceneId } from '../core/practice/scene.ts';
import { shown } from '../core/practice/thermometer.ts';
import type { RunEvent } from '../core/run/acts/event.ts';
import { foldRun } from '../core/run/state/state.ts';
import { stepFinish } from '../core/run/acts/finish.ts';

interface Practised {
  readonly id: string;
  readonly scene: SceneId;
  readonly seed: number;
  readonly startedAtMs: number;
  /** Whether the tank was read, and every how many turns one was missed. */
  readonly reads: boolean;
  readonly misses: number;
}

/** A practice as somebody did it: poured in time but for a few seconds, most turns on the beat. */
export function putPractice({ id, scene, seed, startedAtMs, reads, misses }: Practised, dice: (sides: number) => number): void {
  const kit = findFilmKit('kiln-lane');
  const plan = kit && practicePlan(kit.kit, findTank('steel'), {});
  if (!plan?.ok) throw new Error(`demo practice ${id} has no plan`);
  insertPractice({ id, scene, seed, plan: plan.value, startedAtMs, clock: [{ houseMs: startedAtMs, practiceMs: startedAtMs, speed: 5 }] });
  const practice = findPractice(id);
  if (!practice) throw new Error(`demo practice ${id} is not there`);
  const events: RunEvent[] = [];
  const happens = (atMs: number, body: object) => {
    const event = { id: `${id}-${String(events.length).padStart(3, '0')}`, atMs: Math.round(atMs), ...body } as RunEvent;
    events.push(event);
    insertPracticeEvent(id, event);
  };
  let atMs = startedAtMs + 40_000;
  let turns = 0;
  plan.value.steps.forEach((step, i) => {
    if (i > 0) atMs += (plan.value.changeoverS + dice(7)) * 1000;
    const pouredMs = atMs;
    happens(pouredMs, { kind: 'poured', step: step.id });
    if (step.critical && reads) {
      const tankC = kitchenAt(kitchenOfPractice(practice), foldRun(plan.value, events), pouredMs + 35_000)?.tankC ?? 38;
      const thermometer = kitchenOfPractice(practice).set.thermometers[0];
      if (thermometer) {
        const c = shown(thermometer, seed, Math.round((pouredMs + 35_000 - startedAtMs) / 1000), tankC);
        happens(pouredMs + 35_000, { kind: 'reading', c, shownC: c, thermometer: thermometer.name, thermometerId: null, of: 'tank' });
      }
    }
    const actual = foldRun(plan.value, events).actual[i];
    const seconds = actual ? stepFinish(plan.value, i, actual).seconds : step.seconds;
    const everyS = step.agitation?.everyS;
    for (let s = everyS ?? seconds; everyS && s <= seconds - 22; s += everyS)
      if (++turns % misses !== 0) happens(pouredMs + (s + dice(4)) * 1000, { kind: 'agitated', step: step.id });
    atMs = pouredMs + (seconds + dice(4)) * 1000;
    happens(atMs, { kind: 'step-ended', step: step.id });
  });
  happens(atMs + 4000, { kind: 'finished' });
  setPracticeEnd(id, atMs + 4000, reportOfPractice(practice).marks);
}
