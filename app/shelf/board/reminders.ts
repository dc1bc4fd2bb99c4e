import { addDays, parseISO } from 'date-fns';
import { ICalAlarmType } from 'ical-generator';
import { shelfReminders } from '../../../core/chemistry/life/reminders.ts';
import { calendarFile, newCalendar } from '../../server/calendar-file.server.ts';
import { storedUnits } from '../../server/settings.server.ts';
import { shelfPage } from './shelf-page.server.ts';

/** What the shelf asks for, as days in a calendar: mix, test, use up, hand over. */
export function loader() {
  const shelf = shelfPage();
  const { calendar, sequence } = newCalendar();
  for (const reminder of shelfReminders(shelf, shelf.today, storedUnits().volume)) {
    const entry = calendar.createEvent({
      id: `shelf-${encodeURIComponent(reminder.id)}@steady-reel`,
      sequence,
      start: parseISO(reminder.on),
      end: addDays(parseISO(reminder.on), 1),
      allDay: true,
      summary: reminder.says,
      description: reminder.why,
    });
    entry.createAlarm({ type: ICalAlarmType.display, trigger: 0 });
  }
  return calendarFile(calendar, 'steady-reel-shelf.ics');
}
