import Check from 'lucide-react/icons/check';
import { Link } from 'react-router';
import { FIRST_STEPS, FIRST_TITLES, type FirstStep } from '../../core/beginner/first-roll.ts';

/** All steps, which are done, and which is at hand. Each can be gone to. */
export function StepList({ here, done }: { readonly here: FirstStep; readonly done: readonly FirstStep[] }) {
  return (
    <ol className="space-y-1">
      {FIRST_STEPS.map((step, i) => (
        <li key={step}>
          <StepLink step={step} n={i + 1} here={step === here} done={done.includes(step)} />
        </li>
      ))}
    </ol>
  );
}

function StepLink({
  step,
  n,
  here,
  done,
}: {
  readonly step: FirstStep;
  readonly n: number;
  readonly here: boolean;
  readonly done: boolean;
}) {
  return (
    <Link
      to={`/first-roll?step=${step}`}
      aria-current={here ? 'step' : undefined}
      className={`flex min-h-11 items-center gap-3 rounded-card px-3 no-underline ${here ? 'bg-petrol font-bold text-white' : 'hover:bg-card'}`}
    >
      <span
        className={`figure flex size-7 shrink-0 items-center justify-center rounded-full border text-sm ${done ? 'border-teal bg-teal text-white' : here ? 'border-white' : 'border-[#8aa39e]'}`}
      >
        {done ? <Check aria-label="done" size={16} /> : n}
      </span>
      {FIRST_TITLES[step]}
    </Link>
  );
}
