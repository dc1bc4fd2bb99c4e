import type { EveningInShort } from '../../../core/evening/another-batch.ts';
import { showDuration, showMinutes } from '../../../core/units/duration.ts';
import { Card } from '../../ui/card.tsx';
import { useText } from '../../ui/forms/units.ts';
import { useWorkerAnswer } from '../../ui/screen/use-worker-answer.ts';
import type { AnotherBatchQuestion } from '../../workers/another-batch.worker.ts';
import { eveningQuestion } from '../draft/evening-question.ts';
import { TonightForm } from '../draft/tonight-form.tsx';
import type { EveningPage as TonightData } from '../evening/evening-page.server.ts';

/** The same rolls through every batch the shelf could use, worked out beside the page, so that a choice is made with open eyes. */
export function AnotherBatch({ tonight }: { readonly tonight: TonightData }) {
  const rows = useWorkerAnswer<AnotherBatchQuestion, EveningInShort[]>(
    () => new Worker(new URL('../../workers/another-batch.worker.ts', import.meta.url), { type: 'module' }),
    { question: eveningQuestion(tonight), shelf: tonight.batches },
  );
  const text = useText();
  if (!rows || rows.length === 0) return null;
  return (
    <Card aria-labelledby="another-batch">
      <h2 id="another-batch" className="font-bold">
        What another batch would change
      </h2>
      <ul className="mt-1 divide-y divide-line">
        {rows.map((row) => {
          const batch = tonight.batches.find((candidate) => candidate.id === row.batchId);
          return (
            <li key={row.batchId} className="grid grid-cols-[minmax(0,1fr)_auto] items-center gap-x-4 py-2">
              <span>
                <span className="font-semibold">{batch?.name}</span>{' '}
                {row.inUse && <span className="ml-1 rounded bg-petrol px-1.5 text-sm text-white">tonight</span>}
                <span className="block text-sm text-quiet">
                  {inWords(row)}
                  {row.faults[0] && ` ${text(row.faults[0])}`}
                </span>
              </span>
              {!row.inUse && row.rollsIn > 0 && (
                <TonightForm>
                  <input type="hidden" name="batchId" value={row.batchId} />
                  <button name="intent" value="choose-batch" className="min-h-11 font-semibold underline">
                    Use {batch?.name}
                  </button>
                </TonightForm>
              )}
            </li>
          );
        })}
      </ul>
    </Card>
  );
}

const counted = (n: number, what: string) => `${n} ${what}${n === 1 ? '' : 's'}`;

function inWords({ runs, rollsIn, rollsOut, totalS, developerS, faults }: EveningInShort): string {
  if (rollsIn === 0) return 'Could take none of these rolls.';
  const parts = [
    `${counted(rollsIn, 'roll')} in ${counted(runs, 'run')}`,
    rollsOut > 0 ? `${rollsOut} left out` : null,
    developerS === null ? null : `developer ${showDuration(developerS)}`,
    faults.length === 0 ? `${showMinutes(totalS)} in the baths` : null,
  ].filter(Boolean);
  return `${parts.join(', ')}.`;
}
