import ical, { ICalAlarmType } from 'ical-generator';
import { isDeveloper } from '../../core/kit/kind.ts';
import { showDuration } from '../../core/units/duration.ts';
import { nowMs } from '../server/clock.server.ts';
import { eveningPlan } from './evening-plan.server.ts';
import { runTitle } from './run-title.ts';
import { tonight } from './tonight.server.ts';

/** The evening as a calendar file: heater, loading and each run, with alarms. */
export function loader() {
  const evening = tonight();
  const { clock, settings } = eveningPlan(evening, nowMs());
  const calendar = ical({ name: 'Steady Reel', prodId: { company: 'Steady Reel', product: 'Session', language: 'EN' } });
  const first = clock[0];
  if (first && first.firstPourMs > first.warmFromMs) {
    calendar
      .createEvent({
        start: new Date(first.warmFromMs),
        end: new Date(first.firstPourMs),
        summary: settings.heaterW > 0 ? 'Bath on' : 'Bottles into the water',
        description: 'Caps off. A mains heater only through a residual-current device, never with wet hands.',
      })
      .createAlarm({ type: ICalAlarmType.display, trigger: 0 });
  }
  clock.forEach((times, i) => {
    const run = evening.evening.runs[i];
    if (!run?.plan.ok) return;
    const rolls = run.rollIds.flatMap((id) => evening.waiting.find((roll) => roll.id === id) ?? []);
    const developers = run.plan.value.steps
      .filter((step) => isDeveloper(step.kind))
      .map((step) => `${step.name} ${showDuration(step.seconds)} at ${step.temperatureC.toFixed(1)} °C`);
    calendar
      .createEvent({
        start: new Date(times.loadFromMs),
        end: new Date(times.firstPourMs),
        summary: `Load run ${i + 1}`,
        description: `In complete darkness: ${rolls.map((roll) => roll.name).join(', ')}.`,
      })
      .createAlarm({ type: ICalAlarmType.display, trigger: 5 * 60 });
    calendar
      .createEvent({
        start: new Date(times.firstPourMs),
        end: new Date(times.hungMs),
        summary: `Run ${i + 1}: ${runTitle(run, rolls)}`,
        description: `${rolls.map((roll) => roll.name).join(', ')}. ${developers.join('; ')}.`,
      })
      .createAlarm({ type: ICalAlarmType.display, trigger: 0 });
  });
  return new Response(calendar.toString(), {
    headers: { 'Content-Type': 'text/calendar; charset=utf-8', 'Content-Disposition': 'attachment; filename="steady-reel-tonight.ics"' },
  });
}
