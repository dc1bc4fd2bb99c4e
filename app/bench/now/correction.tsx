import { RULE_OF_WARNING } from '../../../core/beginner/rules.ts';
import { movedS } from '../../../core/run/acts/finish.ts';
import type { RunPlan } from '../../../core/run/plan/run-plan.ts';
import type { RunNow } from '../../../core/run/state/now.ts';
import type { RunState } from '../../../core/run/state/state.ts';
import { showDuration } from '../../../core/units/duration.ts';
import { useText } from '../../ui/forms/units.ts';
import { Why } from '../../ui/working.tsx';
import type { Act } from '../channel/run-channel.ts';

interface CorrectionProps {
  readonly plan: RunPlan;
  readonly state: RunState;
  readonly now: RunNow;
  readonly act: (act: Act) => unknown;
}

/** What the temperature did to the finish, and the way back. On a phone it stands in the middle, under the digits. */
export function Correction({ plan, state, now, act }: CorrectionProps) {
  const text = useText();
  const step = plan.steps[state.step];
  const actual = state.actual[state.step];
  const running = now.running;
  const movesS = step && running && movedS(step, running.finish);
  if (!actual || !movesS) return null;
  return (
    <section
      aria-label="Correction"
      aria-live="polite"
      className={`border-l-4 bg-night-card px-3 py-2.5 max-lg:flex max-lg:flex-wrap max-lg:items-center max-lg:justify-between max-lg:gap-x-3 max-lg:py-1.5 ${movesS > 0 ? 'border-[#8db4ff]' : 'border-[#ff9dc0]'}`}
    >
      <p>
        {actual.followsDrift ? (
          <>
            {movesS > 0 ? 'Cooler' : 'Warmer'} than planned<span className="max-lg:hidden">, so the finish moved from</span>
            <span className="lg:hidden">:</span> <span className="figure">{showDuration(step.seconds)}</span> to{' '}
            <strong className="figure">{showDuration(step.seconds + movesS)}</strong>
            {step.byRuleOfThumb ? ', by rule of thumb' : <span className="max-lg:hidden">: the same development</span>}.
          </>
        ) : (
          <>
            You keep <span className="figure">{showDuration(step.seconds)}</span>. By these readings it would be{' '}
            <span className="figure">{showDuration(step.seconds + movesS)}</span>.
          </>
        )}
      </p>
      {running.finish.warnings.map((warning) => (
        <p key={warning.code} className="mt-1 text-straw">
          {text(warning)} <Why rule={RULE_OF_WARNING[warning.code]} aside />
        </p>
      ))}
      <button
        type="button"
        className="mt-2 min-h-11 rounded-card border border-night-quiet px-3 max-lg:mt-1"
        onClick={() => act({ kind: 'correction', step: step.id, follow: !actual.followsDrift })}
      >
        {actual.followsDrift ? 'Keep the planned time' : 'Follow the temperature'}
      </button>
    </section>
  );
}
