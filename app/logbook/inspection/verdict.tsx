import { Disclosure, DisclosureButton, DisclosurePanel } from '@headlessui/react';
import type { ReactNode } from 'react';
import type { Film } from '../../../core/film/process.ts';
import type { Said } from '../../../core/inspection/evidence.ts';
import { lookNext, VERDICT_WORDS } from '../../../core/inspection/inspection-words.ts';
import type { Inspection } from '../../../core/inspection/inspection.ts';
import type { JudgedCause, Judgement } from '../../../core/inspection/judge.ts';
import { useText } from '../../ui/forms/units.ts';

/** So many causes are read; the others are possible, and one press away. */
const READ_AT_ONCE = 3;

interface VerdictProps {
  readonly judgement: Judgement;
  readonly seen: Inspection;
  readonly film: Film;
  readonly sheet?: boolean;
  /** What can be done with a cause: kept as a lesson, done again. */
  readonly after?: (cause: JudgedCause) => ReactNode;
}

/** What it was, and the causes with what speaks for each and against it (domain.md 16). */
export function Verdict({ judgement, seen, film, sheet = false, after }: VerdictProps) {
  const { verdict, causes } = judgement;
  const rest = causes.slice(READ_AT_ONCE);
  return (
    <div aria-live="polite">
      <p className={`text-lg font-bold ${verdict === 'unclear' ? 'text-quiet' : 'text-teal'}`}>{VERDICT_WORDS[verdict]}</p>
      {verdict === 'unclear' && <p className="mt-1">{lookNext(seen, film, sheet)}</p>}
      {verdict === 'nothing-wrong' && <p className="mt-1">All that was looked at is as it should be.</p>}
      <ol className="mt-3 space-y-4">
        {causes.slice(0, READ_AT_ONCE).map((cause, i) => (
          <CauseSaid key={cause.id} cause={cause} place={i + 1} after={after} />
        ))}
      </ol>
      {rest.length > 0 && (
        <Disclosure>
          <DisclosureButton className="mt-3 min-h-11 font-semibold underline">
            {rest.length === 1 ? 'One more is possible' : `${rest.length} more are possible`}
          </DisclosureButton>
          <DisclosurePanel as="ol" className="mt-1 space-y-4">
            {rest.map((cause, i) => (
              <CauseSaid key={cause.id} cause={cause} place={READ_AT_ONCE + i + 1} after={after} />
            ))}
          </DisclosurePanel>
        </Disclosure>
      )}
    </div>
  );
}

interface CauseProps {
  readonly cause: JudgedCause;
  readonly place: number;
  readonly after: VerdictProps['after'];
}

function CauseSaid({ cause, place, after }: CauseProps) {
  return (
    <li>
      <h3 className="font-bold">
        {place}. {cause.title}
      </h3>
      <dl className="mt-1 grid grid-cols-[5.2rem_minmax(0,1fr)] gap-x-3 gap-y-1 text-[0.95rem]">
        <Sentences term="for" said={cause.for} className="text-teal" />
        <Sentences term="against" said={cause.against} className="text-quiet" />
        <dt className="font-semibold">now</dt>
        <dd>{cause.now}</dd>
        <dt className="font-semibold">next time</dt>
        <dd>{cause.nextTime}</dd>
      </dl>
      {after?.(cause)}
    </li>
  );
}

function Sentences({ term, said, className }: { readonly term: string; readonly said: readonly Said[]; readonly className: string }) {
  const text = useText();
  if (said.length === 0) return null;
  return (
    <>
      <dt className={`font-semibold ${className}`}>{term}</dt>
      <dd>{said.map(text).join(' ')}</dd>
    </>
  );
}
