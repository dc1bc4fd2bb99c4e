import { planRun, type PlannedStep, type PlanQuestion } from '../plan.ts';

/** The steps of a run before a way of one's own had its say, by their ids. */
export type AsTheKit = Readonly<Record<string, Pick<PlannedStep, 'name' | 'seconds' | 'temperatureC' | 'manner'>>>;

/** The steps of a run as they would be without a way of one's own; empty where there is none. */
export function asTheKit(question: PlanQuestion): AsTheKit {
  if (!question.way || question.way.length === 0) return {};
  const plan = planRun({ ...question, way: [] });
  const steps = plan.ok ? plan.value.steps : [];
  return Object.fromEntries(
    steps.map(({ id, name, seconds, temperatureC, manner = null }) => [id, { name, seconds, temperatureC, manner }]),
  );
}
