import { ICalAlarmType } from 'ical-generator';
import { CAPS_WHILE_WARMING } from '../../../core/chemistry/safety/safety-words.ts';
import type { Doing } from '../../../core/evening/list/doing.ts';
import { isDeveloper } from '../../../core/kit/kind.ts';
import { pouredAtC } from '../../../core/schedule/poured-at.ts';
import { showDuration } from '../../../core/units/duration.ts';
import { sayIn } from '../../../core/units/sentence.ts';
import { showTemperature } from '../../../core/units/temperature.ts';
import { calendarFile, newCalendar } from '../../server/calendar-file.server.ts';
import { storedUnits } from '../../server/settings.server.ts';
import { whatRemains } from './what-remains.server.ts';

const BEFORE_LOADING_S = 5 * 60;
/** What has no hour of its own is a reminder of this length. */
const A_MOMENT_MS = 5 * 60_000;

/**
 * The evening's list as a calendar file: what is still to be done of it, with alarms. The same doing of the same run keeps
 * its identity from one export to the next and only its sequence rises, so that reading the file again moves the entries
 * that are there instead of doubling the evening.
 */
export function loader() {
  const { on, runs, doings } = whatRemains();
  const units = storedUnits();
  const { calendar, sequence } = newCalendar();
  const words = ({ title, says }: Doing) => `${title}: ${says.map((said) => sayIn(said, units)).join(' ')}`;
  const entry = (name: string, { atMs, untilMs }: Pick<Doing, 'atMs' | 'untilMs'>, summary: string, description: string, alarmS = 0) =>
    calendar
      .createEvent({
        id: `${on}-${name}@steady-reel`,
        sequence,
        start: new Date(atMs),
        end: new Date(Math.max(untilMs ?? 0, atMs + A_MOMENT_MS)),
        summary,
        description,
      })
      .createAlarm({ type: ICalAlarmType.display, trigger: alarmS });

  const toDo = doings.filter(({ done }) => done === null);
  const setUp = toDo.filter(({ kind }) => kind === 'fill' || kind === 'heater' || kind === 'stand');
  const firstPourMs = doings.find(({ kind }) => kind === 'run')?.atMs ?? null;
  if (setUp[0])
    entry(
      'bath',
      { atMs: setUp[0].atMs, untilMs: firstPourMs },
      setUp.some(({ kind }) => kind === 'heater') ? 'Bath on' : 'Bottles into the water',
      `${setUp.map(words).join(' ')} ${CAPS_WHILE_WARMING} A mains heater only through a residual-current device, never with wet hands.`,
    );
  toDo.forEach((doing) => {
    const run = runs.find(({ n }) => n === doing.run);
    switch (doing.kind) {
      case 'change-bath':
        entry(`bath-${doings.filter(({ kind }) => kind === 'change-bath').indexOf(doing) + 2}`, doing, doing.title, words(doing));
        break;
      case 'top-up':
        entry(doing.id.replace(' ', '-'), doing, doing.title, words(doing));
        break;
      case 'load':
        if (run)
          entry(`run-${run.n}-load`, doing, `Load run ${run.n}`, `In complete darkness: ${run.rollNames.join(', ')}.`, BEFORE_LOADING_S);
        break;
      case 'run':
        if (run) {
          const developers = run.steps
            .filter((step) => isDeveloper(step.kind))
            .map((step) => `${step.name} ${showDuration(step.seconds)}, poured at ${showTemperature(pouredAtC(step), units.temperature)}`);
          const hung = doings.find(({ kind, run: n }) => kind === 'hang' && n === run.n);
          entry(
            `run-${run.n}-pour`,
            { atMs: doing.atMs, untilMs: hung?.untilMs ?? doing.untilMs },
            `Run ${run.n}: ${run.title}`,
            `${run.rollNames.join(', ')}. ${developers.join('; ')}.`,
          );
        }
    }
  });
  return calendarFile(calendar, 'steady-reel-tonight.ics');
}
