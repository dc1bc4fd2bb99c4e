import { data, redirect } from 'react-router';
import { isSpeed, practiceNowMs, speedNow, withSpeed } from '../../../../core/practice/practice-clock.ts';
import { clockSpeed, nowMs } from '../../../server/database/clock.server.ts';
import { inTransaction } from '../../../server/database/database.server.ts';
import { findPractice, setPracticeClock } from '../../../server/runs/practices.server.ts';
import { postedForm } from '../../../ui/forms/posted-form.ts';
import type { ClockReading } from '../../../ui/screen/server-clock.ts';
import type { Route } from './+types/clock.ts';

/** A practice's own clock: what it says, and how fast it goes. */
function reading(practiceId: string): ClockReading {
  const practice = findPractice(practiceId);
  if (!practice) throw data('There is no such practice.', { status: 404 });
  return { nowMs: practiceNowMs(practice.clock, nowMs()), speed: speedNow(practice.clock) * clockSpeed() };
}

export function loader({ params }: Route.LoaderArgs) {
  return Response.json(reading(params.practiceId), { headers: { 'Cache-Control': 'no-store' } });
}

/** Sets it to another speed, from now on. */
export async function action({ request, params }: Route.ActionArgs) {
  const form = await postedForm(request);
  const speed = Number(form.get('speed'));
  if (!isSpeed(speed)) throw data('speed: one of 1, 2, 5, 10, 20.', { status: 422 });
  inTransaction(() => {
    const practice = findPractice(params.practiceId);
    if (practice) setPracticeClock(practice.id, withSpeed(practice.clock, nowMs(), speed));
  });
  const read = reading(params.practiceId);
  if (request.headers.get('accept')?.includes('json')) return Response.json(read);
  throw redirect(`/practice/${params.practiceId}`);
}
