import { developerOwes, waitsIn } from '../../../core/run/acts/guard.ts';
import type { ShortFixing } from '../../../core/run/state/light.ts';
import { withoutOwnS } from '../../../core/run/state/plan-as-run.ts';
import { whatStepGot } from '../../../core/run/state/what-a-step-got.ts';
import type { RunPlan } from '../../../core/run/plan/run-plan.ts';
import { hangUpInWords } from '../../../core/schedule/drying.ts';
import { showDuration } from '../../../core/units/duration.ts';
import type { Act } from '../channel/run-channel.ts';
import { Digits } from './digits.tsx';
import type { NowProps } from './now-panel.tsx';

/** What the developer got, said as soon as it is out, while something can still be done. */
export function Developed({ plan, state, act }: Pick<NowProps, 'plan' | 'state' | 'act'>) {
  const place = state.step - 1;
  const step = plan.steps[place];
  const got = whatStepGot(plan, place, state.actual[place] ?? null);
  if (!step || !got || got.verdict === 'on-time') return null;
  const restS = Math.max(0, Math.round((1 - got.share) * withoutOwnS(step)));
  const owes = developerOwes(step, state.actual[place] ?? null);
  return (
    <div role="alert" className="mt-4 max-w-2xl rounded-card border-2 border-straw px-4 py-3">
      <p className="text-lg font-bold text-straw">
        {step.name} got {Math.round(got.share * 100)} % of its development<span className={owes ? 'max-sm:hidden' : ''}>, {got.words}</span>
        .
      </p>
      {owes && (
        <>
          <p className="mt-1 max-sm:hidden">
            Undo takes the press back. If it is out of the tank already, pour it back in for the rest, at once.
          </p>
          <button
            type="button"
            className="mt-2 min-h-12 rounded-card border border-straw px-4 font-bold text-straw max-sm:w-full"
            onClick={() => act({ kind: 'repeated', step: step.id })}
          >
            It goes in again, for {showDuration(restS)}
          </button>
        </>
      )}
    </div>
  );
}

/** The tank stays shut: what bleaches or fixes got too little, and goes back in (domain.md 10.1). */
export function KeepItDark({
  plan,
  short,
  act,
}: {
  readonly plan: RunPlan;
  readonly short: ShortFixing;
  /** Null while something else is in the tank: that comes out first. */
  readonly act: ((act: Act) => unknown) | null;
}) {
  const step = plan.steps[short.step];
  if (!step) return null;
  return (
    <div role="alert" className="mt-4 max-w-2xl rounded-card border-2 border-straw px-4 py-3">
      <p className="text-lg font-bold text-straw">
        Keep the tank shut: {step.name.toLowerCase()} got {showDuration(short.gotS)} of {showDuration(short.wantedS)}.
      </p>
      <p className="mt-1">
        Film that is not bleached and fixed through is not safe in the light yet. Pour it back in for the rest of its time.
      </p>
      {act && (
        <button
          type="button"
          className="mt-2 min-h-12 rounded-card border border-straw px-4 font-bold text-straw"
          onClick={() => act({ kind: 'repeated', step: step.id })}
        >
          {step.name} goes in again
        </button>
      )}
    </div>
  );
}

export function Paused({ plan, state, nowMs }: NowProps) {
  const since = state.inForce.findLast((event) => event.kind === 'paused')?.atMs ?? nowMs;
  return (
    <>
      <h2 className="text-3xl font-bold">Paused</h2>
      <Digits seconds={Math.floor((nowMs - since) / 1000)} over={false} label="paused for" />
      <p className="mt-3 text-lg text-night-quiet">
        {waitsIn(plan, state)} Next is{' '}
        {plan.steps[state.pausedIn === 'running' ? state.step + 1 : state.step]?.name.toLowerCase() ?? 'hanging up'}.
      </p>
    </>
  );
}

export function HangUp({ plan, next }: { readonly plan: RunPlan; readonly next: NowProps['next'] }) {
  const back = plan.steps.filter((step) => step.bottle !== null && step.after === 'return');
  // Only what the next run wants warm goes back into the tub.
  const where = (bath: string) => (next?.warm.includes(bath) ? `back into the bath for run ${next.position + 1}` : 'back on the shelf');
  return (
    <>
      <h2 className="text-3xl font-bold">Hang it up</h2>
      <p className="mt-2 text-lg text-night-quiet">
        {hangUpInWords(plan.drying ?? undefined)}. A clip at the top and a weight below, where no dust moves. It is dry in{' '}
        {howLongToDry(plan.dryingS)}.
      </p>
      <ul className="mt-4 grid gap-2 text-lg md:grid-cols-2">
        {back.map((step) => (
          <li key={step.id} className="rounded-card border border-night-line px-3 py-2.5">
            {step.bottle}: air squeezed out, capped, {where(step.bath)}
          </li>
        ))}
        {next?.otherBatch && (
          <li className="rounded-card border border-night-line px-3 py-2.5">
            Run {next.position + 1} pours from {next.otherBatch}: its bottles into the bath
          </li>
        )}
        <li className="rounded-card border border-night-line px-3 py-2.5">Reels and tank rinsed; reels standing to dry</li>
      </ul>
    </>
  );
}

/** `about two hours` by the house's own habit, never for everybody alike. */
function howLongToDry(dryingS: number): string {
  const hours = dryingS / 3600;
  if (hours < 1) return `about ${Math.round(hours * 60)} minutes`;
  return hours === 1 ? 'about an hour' : `about ${Math.round(hours * 10) / 10} hours`;
}
