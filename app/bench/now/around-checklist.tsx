import { CAPS_WHILE_WARMING } from '../../../core/chemistry/safety/safety-words.ts';
import type { RunPlan } from '../../../core/run/plan/run-plan.ts';
import { tipsBeforeTheFirstPour } from '../../../core/run/tips.ts';
import type { ReturningLesson } from '../../run/judging/lessons-of-run.server.ts';
import { ThisScreen, type ThisScreenProps } from '../screen/this-screen.tsx';
import { LessonList } from './lesson-line.tsx';
import { TipLine, type TipLineProps } from './tip-line.tsx';

/** What this very screen can do, and what earlier runs taught. */
export function AboveChecklist({ screen, lessons }: { readonly screen: ThisScreenProps; readonly lessons: readonly ReturningLesson[] }) {
  return (
    <>
      <ThisScreen {...screen} />
      <LessonList lessons={lessons} />
    </>
  );
}

/** A tip, and what can hurt. */
export function BelowChecklist({ plan, tips }: { readonly plan: RunPlan; readonly tips: Omit<TipLineProps, 'tips'> }) {
  return (
    <>
      <TipLine tips={tipsBeforeTheFirstPour(plan)} {...tips} />
      <Cautions plan={plan} />
    </>
  );
}

/** Safety at the point of hazard (domain.md 13). */
function Cautions({ plan }: { readonly plan: RunPlan }) {
  const kinds = new Set(plan.steps.map((step) => step.kind));
  const lines = [
    kinds.has('bleach-fix') &&
      (plan.tank.method === 'rotary'
        ? 'Bleach-fix gives off gas in a closed tank: let it out before the tank goes onto the rollers, and once while it turns.'
        : 'Bleach-fix gives off gas in a closed tank: lift the lid’s cap a little after the first inversions.'),
    (kinds.has('stabiliser') || kinds.has('final-rinse')) &&
      'Some stabilisers give off formaldehyde: move the air, and do not lean over the tank.',
    `${CAPS_WHILE_WARMING} A mains heater near water only through a residual-current device, and never with wet hands.`,
    'Caps and bottles stand in the order of pouring, one bottle open at a time.',
    'In the eyes or swallowed: rinse, and call local emergency or poison services with the kit’s safety data sheet at hand. That sheet and local rules overrule this page.',
  ].filter((line): line is string => Boolean(line));
  return (
    <aside
      aria-label="Cautions"
      className="mt-4 rounded-card border border-night-line bg-night-card px-4 py-2.5 text-[0.92rem] leading-snug text-night-quiet"
    >
      <ul className="list-disc gap-x-8 pl-5 md:columns-2 [&>li]:mb-1 [&>li]:break-inside-avoid">
        {lines.map((line) => (
          <li key={line}>{line}</li>
        ))}
        <li>
          <a className="underline" href="/safety" target="_blank" rel="noreferrer">
            Safety, and what this kit contains
          </a>
        </li>
      </ul>
    </aside>
  );
}
