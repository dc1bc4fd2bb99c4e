import { Select } from '@headlessui/react';
import { Form } from 'react-router';
import { AGAIN, type Again } from '../../../core/run/plan/again.ts';
import { Button } from '../../ui/button.tsx';
import { Card } from '../../ui/card.tsx';
import { INPUT_SHAPE } from '../../ui/forms/input-shape.ts';
import { Notice } from '../../ui/notice.tsx';
import { TickBox } from '../../ui/forms/tick-box.tsx';

interface RepairFormProps {
  readonly runId: string;
  /** What the judgement says would help, ticked; the person has the last word. */
  readonly helps: readonly Again[];
  readonly batches: readonly { readonly id: string; readonly name: string }[];
  readonly batchId: string;
  readonly refused: string | null;
  readonly live: boolean;
}

/** This film can still be saved: a short run at the Bench, of its own. */
export function RepairForm({ runId, helps, batches, batchId, refused, live }: RepairFormProps) {
  return (
    <Card id="repair" aria-labelledby="repair-title" className={helps.length > 0 ? 'border-2! border-teal!' : ''}>
      <h2 id="repair-title" className="font-bold">
        {helps.length > 0 ? 'This film can still be saved' : 'Some baths can be done again'}
      </h2>
      <p className="mt-1 text-[0.95rem]">
        Light does no harm now. A short run at the Bench goes over it again; the bottles that it pours count the rolls once more.
      </p>
      {refused && (
        <div className="mt-2" role="alert">
          <Notice>{refused}</Notice>
        </div>
      )}
      {batches.length === 0 ? (
        <p className="mt-2 text-quiet">There is no batch of this process on the shelf. Mix one first.</p>
      ) : (
        <Form method="post" action={`/runs/${runId}/repair`} className="mt-2">
          <div className="grid grid-cols-2 gap-x-3">
            {AGAIN.map((each) => (
              <TickBox key={each} name="again" value={each} defaultChecked={helps.includes(each)}>
                {each} again
              </TickBox>
            ))}
          </div>
          <label className="mt-2 block text-sm font-semibold">
            Poured from
            <Select name="batch" defaultValue={batchId} className={`${INPUT_SHAPE} mt-1 block w-full`}>
              {batches.map((batch) => (
                <option key={batch.id} value={batch.id}>
                  {batch.name}
                </option>
              ))}
            </Select>
          </label>
          <Button className="mt-3 w-full" disabled={live}>
            {live ? 'A run is at the Bench now' : 'Take it to the Bench'}
          </Button>
        </Form>
      )}
    </Card>
  );
}
