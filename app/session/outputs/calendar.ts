import { ICalAlarmType } from 'ical-generator';
import { CAPS_WHILE_WARMING } from '../../../core/chemistry/safety/safety-words.ts';
import { isDeveloper } from '../../../core/kit/kind.ts';
import { pouredAtC } from '../../../core/schedule/cues.ts';
import { showDuration } from '../../../core/units/duration.ts';
import { showTemperature } from '../../../core/units/temperature.ts';
import { calendarFile, newCalendar } from '../../server/calendar-file.server.ts';
import { storedUnits } from '../../server/settings.server.ts';
import { whatRemains } from './what-remains.server.ts';

/**
 * The evening as a calendar file: heater, loading and each run, with alarms; once it goes on, what remains of it. The same
 * step of the same run keeps its identity from one export to the next and only its sequence rises, so that reading the
 * file again moves the entries that are there instead of doubling the evening.
 */
export function loader() {
  const { on, runs, heaterOn } = whatRemains();
  const { temperature } = storedUnits();
  const { calendar, sequence } = newCalendar();
  const entry = (step: string, fromMs: number, toMs: number, summary: string, description: string) =>
    calendar.createEvent({
      id: `${on}-${step}@steady-reel`,
      sequence,
      start: new Date(fromMs),
      end: new Date(toMs),
      summary,
      description,
    });
  if (heaterOn) {
    entry(
      'bath',
      heaterOn.fromMs,
      heaterOn.toMs,
      heaterOn.heaterW > 0 ? 'Bath on' : 'Bottles into the water',
      `${CAPS_WHILE_WARMING} A mains heater only through a residual-current device, never with wet hands.`,
    ).createAlarm({ type: ICalAlarmType.display, trigger: 0 });
  }
  for (const run of runs) {
    const names = run.rollNames.join(', ');
    const developers = run.steps
      .filter((step) => isDeveloper(step.kind))
      .map((step) => `${step.name} ${showDuration(step.seconds)}, poured at ${showTemperature(pouredAtC(step), temperature)}`);
    if (run.before)
      entry(
        `run-${run.n}-load`,
        run.before.loadFromMs,
        run.firstPourMs,
        `Load run ${run.n}`,
        `In complete darkness: ${names}.`,
      ).createAlarm({ type: ICalAlarmType.display, trigger: 5 * 60 });
    entry(
      `run-${run.n}-pour`,
      run.firstPourMs,
      run.hungMs,
      `Run ${run.n}: ${run.title}`,
      `${names}. ${developers.join('; ')}.`,
    ).createAlarm({ type: ICalAlarmType.display, trigger: 0 });
  }
  return calendarFile(calendar, 'steady-reel-tonight.ics');
}
