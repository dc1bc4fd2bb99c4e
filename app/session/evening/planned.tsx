import { useSearchParams } from 'react-router';
import { LinkButton } from '../../ui/button.tsx';
import { Empty, PageHead } from '../../ui/page-head.tsx';
import type { Refusal } from '../draft/posted-change.server.ts';
import { StartBar } from '../plan/start-bar.tsx';
import { EveningOnPaper } from './evening-on-paper.tsx';
import type { EveningPage } from './evening-page.server.ts';
import { RefusalNotice } from './refusal-notice.tsx';

interface PlannedProps {
  readonly page: EveningPage;
  readonly refusal: Refusal | null;
  /** What stands where the evening would be started, for one that is not for now. */
  readonly instead?: React.ReactNode;
}

/** An evening that has not begun: it proposes, the person adjusts. */
export function Planned({ page, refusal, instead }: PlannedProps) {
  const { evening, waiting, batches, tanks, headline } = page;
  const [search] = useSearchParams();
  return (
    <>
      <PageHead title={headline.title} action={instead ?? <StartBar evening={evening} />}>
        {headline.below}
      </PageHead>
      <div aria-live="polite" className="mb-4 space-y-3 empty:hidden">
        {refusal?.field === null && <RefusalNotice refusal={refusal} />}
      </div>
      {tanks.length === 0 || batches.length === 0 || waiting.length === 0 ? (
        <>
          {page.never && <FirstRollOffered />}
          <Missing tanks={tanks.length} batches={batches.length} rolls={waiting.length} />
        </>
      ) : (
        <EveningOnPaper page={page} refusal={refusal?.field ? refusal : null} search={search} isLater={instead !== undefined} />
      )}
    </>
  );
}

/** Whoever has never developed anything here may be led by the hand. */
function FirstRollOffered() {
  return (
    <section aria-labelledby="first" className="mb-4 rounded-card bg-petrol px-5 py-6 text-white">
      <h2 id="first" className="text-xl font-bold">
        Never done it before?
      </h2>
      <p className="mt-1 mb-4 max-w-prose">
        Your first roll, one step after another: what you need, loading in the dark, a dry run with water, then the real one.
      </p>
      <LinkButton to="/first-roll" className="min-h-14 px-6 text-lg">
        Your first roll
      </LinkButton>
    </section>
  );
}

/** The opening page of an empty application teaches the three things it needs, in order. */
function Missing({ tanks, batches, rolls }: { readonly tanks: number; readonly batches: number; readonly rolls: number }) {
  if (batches === 0) {
    return (
      <Empty
        title="Begin with a batch"
        action={
          <LinkButton filled to="/shelf/batches/new">
            Mix a batch
          </LinkButton>
        }
      >
        A batch is one mixing of a kit: which kit, how much, and when. Every time depends on it.
      </Empty>
    );
  }
  if (tanks === 0) {
    return (
      <Empty
        title="Now a tank"
        action={
          <LinkButton filled to="/shelf/tanks/new">
            Add a tank
          </LinkButton>
        }
      >
        What your tank holds, how much solution it takes and how long it needs to fill and drain.
      </Empty>
    );
  }
  return (
    <Empty
      title={rolls === 0 ? 'No rolls are waiting' : 'Nothing to plan'}
      action={
        <LinkButton filled to="/rolls/new">
          Add a roll
        </LinkButton>
      }
    >
      Add the films you want to develop: their process mark, their format and the speed you exposed them at.
    </Empty>
  );
}
