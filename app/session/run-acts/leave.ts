import { data, redirect } from 'react-router';
import type { Route } from './+types/leave.ts';
import { backToThePlan } from './replan.server.ts';

/** Takes what has not begun off a session, to be planned again. */
export function action({ params }: Route.ActionArgs) {
  if (!backToThePlan(params.sessionId)) throw data('There is no such session.', { status: 404 });
  throw redirect('/');
}

export { RefusedAct as default } from '../../ui/act-page.tsx';
