import { lessonsAt } from '../../../core/lessons/lesson.ts';
import { momentsOfStep } from '../../../core/lessons/moment.ts';
import type { RunPlan } from '../../../core/run/plan/run-plan.ts';
import type { RunState } from '../../../core/run/state/state.ts';
import { tipsAtStep } from '../../../core/run/tips.ts';
import type { ReturningLesson } from '../../run/judging/lessons-of-run.server.ts';
import { LessonLine } from './lesson-line.tsx';
import { TipLine, type TipLineProps } from './tip-line.tsx';

interface AtStep {
  readonly plan: RunPlan;
  readonly state: RunState;
}

/** What earlier runs taught about the step at hand. */
export function LessonHere({ plan, state, lessons }: AtStep & { readonly lessons: readonly ReturningLesson[] }) {
  const here = plan.steps[state.step];
  return <LessonLine lessons={lessonsAt(lessons, here ? momentsOfStep(here.kind) : ['hanging-up'])} />;
}

/** What practitioners tell each other about it. */
export function TipHere({ plan, state, tips }: AtStep & { readonly tips: Omit<TipLineProps, 'tips'> }) {
  const here = plan.steps[state.step];
  return here ? <TipLine tips={tipsAtStep(here, state.phase === 'running', plan.tank.method === 'rotary')} {...tips} /> : null;
}
