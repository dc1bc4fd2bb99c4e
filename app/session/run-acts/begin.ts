import { toTheBench } from './to-the-bench.ts';
import { beginComing } from '../under-way/change.server.ts';
import type { Route } from './+types/begin.ts';

/** Takes a waiting run to the Bench, whoever's page has the button. */
export function action({ params }: Route.ActionArgs) {
  return toTheBench(beginComing(params.runId));
}
