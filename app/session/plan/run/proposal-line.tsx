import { Link } from 'react-router';
import type { EveningRun } from '../../../../core/evening/evening.ts';
import { isMainDeveloper } from '../../../../core/kit/kind.ts';
import { showDuration } from '../../../../core/units/duration.ts';
import type { ShownProposal } from '../../../run/judging/proposals.server.ts';
import { TonightForm } from '../../draft/tonight-form.tsx';

const ACT = 'min-h-9 font-semibold underline';

/** What to change, by what came of this film before: with what speaks for it, a press to do it, and a no for good (domain.md 20). */
export function ProposalLine({
  proposal,
  run,
  kitId,
}: {
  readonly proposal: ShownProposal;
  readonly run: EveningRun;
  readonly kitId: string;
}) {
  const { film, process, says, kind } = proposal;
  const developer = run.plan.ok ? run.plan.value.steps.find((step) => isMainDeveloper(step.kind)) : undefined;
  const because = `thin ${says.map(({ on }) => on).join(' and ')}`;
  return (
    <div className="mt-2 rounded-card border border-line px-3 py-2 text-sm">
      <p>
        <strong>{film}</strong> came out thin {says.length === 2 ? 'twice' : `${says.length} times`} with its full dose (
        {says.map(({ runId, on }, i) => (
          <span key={runId}>
            {i > 0 && ', '}
            <Link to={`/logbook/${runId}`}>{on}</Link>
          </span>
        ))}
        ):{' '}
        {kind === 'more-light' ? (
          <>
            expose the next one at <span className="figure font-semibold">{proposal.speed}</span>.
          </>
        ) : (
          <>
            give it <span className="figure font-semibold">{showDuration(proposal.extraS)}</span> more.
          </>
        )}
      </p>
      <div className="flex flex-wrap gap-x-4">
        {kind === 'longer' && developer && (
          <TonightForm>
            <input type="hidden" name="intent" value="margin" />
            <input type="hidden" name="batchId" value={run.batchId} />
            <input type="hidden" name="kitId" value={kitId} />
            <input type="hidden" name="bath" value={developer.bath} />
            <input type="hidden" name="film" value={film} />
            <input type="hidden" name="amount" value={`+${showDuration(proposal.extraS)}`} />
            <input type="hidden" name="reason" value={because} />
            <button className={ACT}>Give it that</button>
          </TonightForm>
        )}
        <TonightForm>
          <input type="hidden" name="film" value={film} />
          <input type="hidden" name="process" value={process} />
          <input type="hidden" name="proposal" value={kind} />
          {kind === 'more-light' && (
            <>
              <input type="hidden" name="speed" value={proposal.speed} />
              <button name="intent" value="proposal-kept" className={`${ACT} mr-4`}>
                Remind me of it
              </button>
            </>
          )}
          <button name="intent" value="proposal-no" className={`${ACT} text-quiet`}>
            No, and not again
          </button>
        </TonightForm>
      </div>
    </div>
  );
}
