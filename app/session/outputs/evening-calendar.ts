import { ICalAlarmType } from 'ical-generator';
import { data } from 'react-router';
import { clockOfTheEvening } from '../../../core/evening/evening-clock.ts';
import { planEvening } from '../../../core/evening/evening.ts';
import { clockTime } from '../../../core/evening/wanted-time.ts';
import { runsToCome } from '../../run/acts/effect-of-run.server.ts';
import { readEvening } from '../../run/evening/evening-settings.ts';
import { calendarFile, newCalendar } from '../../server/calendar-file.server.ts';
import { nowMs } from '../../server/database/clock.server.ts';
import { findEvening } from '../../server/evenings.server.ts';
import { waitingRolls } from '../../server/rolls.server.ts';
import { personsZone, storedSetting } from '../../server/settings.server.ts';
import { eveningQuestion } from '../draft/evening-question.ts';
import { eveningSet } from '../draft/tonight.server.ts';
import { firstRunBath, warmingOf } from '../evening/evening-plan.server.ts';
import { instantOf, toCome } from '../to-come/evenings-to-come.server.ts';
import type { Route } from './+types/evening-calendar.ts';

const DAY_S = 24 * 3600;

/** An evening to come as a calendar entry, with a reminder the day before and one when the bath must go on. */
export function loader({ params }: Route.LoaderArgs) {
  const kept = findEvening(params.eveningId);
  if (!kept) throw data('There is no such evening.', { status: 404 });
  const waiting = waitingRolls();
  const evening = toCome(kept, waiting);
  const { draft, name, onDay, firstPour } = evening;
  const set = { ...eveningSet(draft, waiting, runsToCome()), on: onDay };
  const used = new Set((draft.arrangement ?? []).map((run) => run.batchId));
  const inUse = set.batches.filter((batch) => used.has(batch.id));
  const settings = readEvening(storedSetting('evening'));
  const planned = planEvening(eveningQuestion({ ...set, draft: { ...draft, excluded: [] }, inUse }));
  const atMs = instantOf(onDay, firstPour);
  const warmS = warmingOf(firstRunBath({ ...set, waiting, evening: planned, inUse }, settings));
  const { clock } = clockOfTheEvening(planned.runs, set.tanks, settings, warmS ?? 0, { kind: 'first-pour', atMs }, nowMs());
  const begins = clock[0] ? Math.min(clock[0].warmFromMs, clock[0].loadFromMs) : atMs;
  const names = planned.runs.map(
    (run, i) =>
      `Run ${i + 1}: ${run.rollIds
        .flatMap((id) => waiting.filter((roll) => roll.id === id))
        .map((roll) => roll.name)
        .join(', ')}`,
  );
  const zone = personsZone();
  const { calendar, sequence } = newCalendar();
  const entry = calendar.createEvent({
    id: `evening-${kept.id}@steady-reel`,
    sequence,
    start: new Date(begins),
    end: new Date(clock.at(-1)?.hungMs ?? atMs),
    summary: `Develop: ${name}`,
    description: [
      `${settings.heaterW > 0 ? 'Bath on' : 'Bottles into the water'} ${clockTime(begins, zone)}, first pour ${clockTime(atMs, zone)}.`,
      ...names,
    ].join('\n'),
  });
  entry.createAlarm({ type: ICalAlarmType.display, trigger: DAY_S });
  entry.createAlarm({ type: ICalAlarmType.display, trigger: 0 });
  return calendarFile(calendar, 'steady-reel-evening.ics');
}
