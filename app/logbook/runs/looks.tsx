import { Link } from 'react-router';
import type { Film } from '../../../core/film/process.ts';
import { seenInWords, VERDICT_WORDS } from '../../../core/inspection/inspection-words.ts';
import type { Inspection } from '../../../core/inspection/inspection.ts';
import type { Judgement } from '../../../core/inspection/judge.ts';
import type { FilmIs } from '../../../core/inspection/read-inspection.ts';
import { LinkButton } from '../../ui/button.tsx';
import { Card } from '../../ui/card.tsx';
import { BringBack } from '../book/bring-back.tsx';
import { StripDrawn } from '../inspection/drawings.tsx';
import { Verdict } from '../inspection/verdict.tsx';

interface LookShown {
  readonly id: string;
  readonly seen: Inspection;
  readonly note: string;
  readonly filmIs: FilmIs;
  readonly when: string;
  /** The roll it was of; null for all of them. */
  readonly rollName: string | null;
  readonly judgement: Judgement;
}

interface LooksProps {
  readonly runId: string;
  readonly film: Film;
  readonly looks: readonly LookShown[];
  readonly dropped: string | null;
}

/** How the strips looked, each time they were looked at: the latest in full, those before it in a line. */
export function Looks({ runId, film, looks, dropped }: LooksProps) {
  const [latest, ...earlier] = looks;
  return (
    <Card id="looks" aria-labelledby="looks-title">
      <div className="mb-2 flex flex-wrap items-center justify-between gap-3">
        <h2 id="looks-title" className="text-lg font-bold">
          How it came out
        </h2>
        <LinkButton filled={!latest} to={`/logbook/${runId}/look`}>
          {latest ? 'Look again' : 'Look at the strip'}
        </LinkButton>
      </div>
      {dropped && <BringBack action={`/logbook/${runId}/look`} name="look" value={dropped} says="The look was taken out." />}
      {!latest && (
        <p className="text-quiet">
          Was it the exposure or the development? A few drawings to pick from, in under a minute; the run’s own record says the rest.
        </p>
      )}
      {latest && (
        <>
          <Head look={latest} runId={runId} />
          <StripDrawn seen={latest.seen} film={film} says={seenInWords(latest.seen, film)} />
          {latest.note && <p className="mt-2">{latest.note}</p>}
          <div className="mt-3">
            <Verdict
              film={film}
              judgement={latest.judgement}
              seen={latest.seen}
              after={(cause) => (
                <Link
                  className="inline-flex min-h-11 items-center font-semibold underline"
                  to={`/logbook/lessons?run=${runId}&cause=${cause.id}#new`}
                >
                  Keep “next time” as a lesson
                </Link>
              )}
            />
          </div>
        </>
      )}
      {earlier.length > 0 && (
        <ul className="mt-3 space-y-3 border-t border-line pt-3">
          {earlier.map((look) => (
            <li key={look.id}>
              <Head look={look} runId={runId} />
              <p>
                <span className="font-semibold">{VERDICT_WORDS[look.judgement.verdict]}.</span>{' '}
                {look.judgement.causes[0] && `${look.judgement.causes[0].title}. `}
                <span className="text-quiet">{seenInWords(look.seen, film)}</span> {look.note}
              </p>
            </li>
          ))}
        </ul>
      )}
    </Card>
  );
}

function Head({ look, runId }: { readonly look: LookShown; readonly runId: string }) {
  return (
    <p className="mb-1 flex flex-wrap items-center justify-between gap-x-3 text-sm text-quiet">
      <span>
        {look.rollName ?? 'All rolls'}, {look.filmIs === 'wet' ? 'still wet' : look.filmIs}, {look.when}
      </span>
      <Link className="inline-flex min-h-11 items-center underline" to={`/logbook/${runId}/look?look=${look.id}`}>
        Change
      </Link>
    </p>
  );
}
