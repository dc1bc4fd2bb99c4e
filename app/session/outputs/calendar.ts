import ical, { ICalAlarmType } from 'ical-generator';
import { isDeveloper } from '../../../core/kit/kind.ts';
import { pouredAtC } from '../../../core/schedule/cues.ts';
import { showDuration } from '../../../core/units/duration.ts';
import { showTemperature } from '../../../core/units/temperature.ts';
import { nowMs } from '../../server/clock.server.ts';
import { storedUnits } from '../../server/settings.server.ts';
import { tonight } from '../draft/tonight.server.ts';
import { eveningPlan } from '../evening/evening-plan.server.ts';
import { runTitle } from '../plan/run-title.ts';

/** Versions of an entry count up from here, in seconds: a number that calendars take. */
const SEQUENCE_FROM_MS = Date.UTC(2026, 0, 1);

/**
 * The evening as a calendar file: heater, loading and each run, with alarms. The same step of the same run keeps its
 * identity from one export to the next and only its sequence rises, so that reading the file again moves the entries
 * that are there instead of doubling the evening.
 */
export function loader() {
  const evening = tonight();
  const atMs = nowMs();
  const { temperature } = storedUnits();
  const { clock, settings } = eveningPlan(evening, atMs);
  const calendar = ical({ name: 'Steady Reel', prodId: { company: 'Steady Reel', product: 'Session', language: 'EN' } });
  const sequence = Math.max(0, Math.floor((atMs - SEQUENCE_FROM_MS) / 1000));
  const entry = (step: string, fromMs: number, toMs: number, summary: string, description: string) =>
    calendar.createEvent({
      id: `${evening.on}-${step}@steady-reel`,
      sequence,
      start: new Date(fromMs),
      end: new Date(toMs),
      summary,
      description,
    });
  const first = clock[0];
  if (first && first.firstPourMs > first.warmFromMs) {
    entry(
      'bath',
      first.warmFromMs,
      first.firstPourMs,
      settings.heaterW > 0 ? 'Bath on' : 'Bottles into the water',
      'Caps off. A mains heater only through a residual-current device, never with wet hands.',
    ).createAlarm({ type: ICalAlarmType.display, trigger: 0 });
  }
  const done = evening.evening.runs.filter((run) => run.plan.ok);
  clock.forEach((times, k) => {
    const run = done[k];
    if (!run?.plan.ok) return;
    const n = evening.evening.runs.indexOf(run) + 1;
    const rolls = run.rollIds.flatMap((id) => evening.waiting.find((roll) => roll.id === id) ?? []);
    const names = rolls.map((roll) => roll.name).join(', ');
    const developers = run.plan.value.steps
      .filter((step) => isDeveloper(step.kind))
      .map((step) => `${step.name} ${showDuration(step.seconds)}, poured at ${showTemperature(pouredAtC(step), temperature)}`);
    entry(`run-${n}-load`, times.loadFromMs, times.firstPourMs, `Load run ${n}`, `In complete darkness: ${names}.`).createAlarm({
      type: ICalAlarmType.display,
      trigger: 5 * 60,
    });
    entry(
      `run-${n}-pour`,
      times.firstPourMs,
      times.hungMs,
      `Run ${n}: ${runTitle(run, rolls)}`,
      `${names}. ${developers.join('; ')}.`,
    ).createAlarm({ type: ICalAlarmType.display, trigger: 0 });
  });
  return new Response(calendar.toString(), {
    headers: { 'Content-Type': 'text/calendar; charset=utf-8', 'Content-Disposition': 'attachment; filename="steady-reel-tonight.ics"' },
  });
}
