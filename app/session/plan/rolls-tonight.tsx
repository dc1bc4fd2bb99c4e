import { Link } from 'react-router';
import { Button } from '../../ui/button.tsx';
import { TonightForm } from '../draft/tonight-form.tsx';
import type { EveningPage as TonightData } from '../evening/evening-page.server.ts';

/** Rolls that wait but are not in a run tonight, each with its reason and the way in. */
export function RollsTonight({ tonight, goesOn }: { readonly tonight: TonightData; readonly goesOn: boolean }) {
  const { evening, waiting, moreWaiting, draft, canUndo, reserved } = tonight;
  const inRuns = new Set(evening.runs.flatMap((run) => run.rollIds));
  const why = new Map([...evening.leftOut, ...evening.unplaceable].map((left) => [left.id, left.why]));
  const kept = (id: string) => (reserved.rolls[id] === undefined ? undefined : `Kept for ${reserved.rolls[id]}.`);
  const others = waiting.filter((roll) => !inRuns.has(roll.id));
  return (
    <section
      aria-labelledby="not-tonight"
      className={others.length === 0 ? 'flex flex-wrap items-baseline gap-x-4 px-4' : 'rounded-card border border-line bg-card p-4'}
    >
      <div className="flex flex-wrap items-center justify-between gap-2">
        <h2 id="not-tonight" className={others.length === 0 ? 'text-quiet' : 'font-bold'}>
          {others.length === 0 ? 'No other rolls wait.' : 'Waiting, not in a run'}
        </h2>
        <TonightForm className="flex gap-2">
          {canUndo && !goesOn && (
            <Button name="intent" value="undo">
              Undo last change
            </Button>
          )}
          {!goesOn && (draft.arrangement || draft.excluded.length > 0) && (
            <Button name="intent" value="propose">
              Propose anew
            </Button>
          )}
        </TonightForm>
      </div>
      <ul className="divide-y divide-line">
        {others.map((roll) => (
          <li key={roll.id} className="flex flex-wrap items-center justify-between gap-x-4 gap-y-1 py-2">
            <span className="min-w-0">
              <Link to={`/rolls/${roll.id}`} className="no-underline hover:underline">
                {roll.name}
              </Link>
              <span className="ml-2 text-sm text-quiet">
                {roll.film}, {roll.process}
              </span>
              <span className="block text-sm text-quiet">
                {kept(roll.id) ??
                  why.get(roll.id) ??
                  (goesOn
                    ? 'Not in this evening.'
                    : draft.excluded.includes(roll.id)
                      ? 'You left it out tonight.'
                      : 'Not in your arrangement. Propose anew to place it.')}
              </span>
            </span>
            {draft.excluded.includes(roll.id) && kept(roll.id) === undefined && (
              <TonightForm>
                <input type="hidden" name="rollId" value={roll.id} />
                <Button name="intent" value="roll-in">
                  {goesOn ? 'Join this evening' : 'Develop tonight'}
                </Button>
              </TonightForm>
            )}
          </li>
        ))}
      </ul>
      {moreWaiting > 0 && (
        <p className="py-2">
          <Link to="/rolls">{moreWaiting} more rolls wait</Link>, beyond what an evening holds: keepers and the oldest come first.
        </p>
      )}
      <p className="mt-1 flex flex-wrap gap-x-4 text-sm">
        <Link className="font-semibold underline" to={goesOn ? '/rolls/new?into=evening' : '/rolls/new'}>
          Add a roll
        </Link>
        {!goesOn && evening.runs.length > 0 && (
          <Link className="font-semibold underline" to="/evenings/new">
            Keep this plan for another day
          </Link>
        )}
        {evening.leftOut.length > 0 && (
          <Link className="font-semibold underline" to="/shelf/batches/new">
            Mix a fresh batch for what is left out
          </Link>
        )}
      </p>
    </section>
  );
}
