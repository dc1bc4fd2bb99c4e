import { Form } from 'react-router';
import { counted } from '../../../core/units/counted.ts';
import { showDuration, showDurationChange } from '../../../core/units/duration.ts';
import { lowerFirst } from '../../../core/units/first-letter.ts';
import type { StripsSay } from '../../run/judging/strips-answer.server.ts';
import { Button } from '../../ui/button.tsx';
import { Card } from '../../ui/card.tsx';

/** What the person's own strips answer: so much longer, give or take; or why they do not tell (domain.md 20). */
export function AnswerCard({ say }: { readonly say: StripsSay }) {
  const { answer, lacks, developer } = say;
  return (
    <Card aria-labelledby="strips-answer" className="mb-4">
      <h2 id="strips-answer" className="font-bold">
        What your strips answer
      </h2>
      {'missing' in answer ? (
        <p className="mt-1 text-quiet">
          {counted(answer.missing, 'measured strip')} more, of runs whose {lowerFirst(developer)} is known, and they say how much longer it
          should be.
        </p>
      ) : 'unclear' in answer ? (
        <p className="mt-1 text-quiet">They do not tell yet: doses too much alike, or strips that scatter more than doses move them.</p>
      ) : 'beyond' in answer ? (
        <p className="mt-1">The newest strip is further off than time can mend. Test the developer, or mix it fresh.</p>
      ) : answer.extraS === 0 ? (
        <p className="mt-1">The newest strip is where it belongs, give or take {showDuration(answer.plusMinusS)}.</p>
      ) : (
        <>
          <p className="mt-1">
            {lacks !== null && lacks > 0 && `The newest strip has ${lacks.toFixed(2)} less range. `}
            <strong className="figure text-teal">{showDurationChange(answer.extraS)}</strong> in the {lowerFirst(developer)} brings it back,
            ± <span className="figure">{showDuration(answer.plusMinusS)}</span>.
          </p>
          <Form method="post" action="/?index" className="mt-2">
            <input type="hidden" name="intent" value="margin" />
            <input type="hidden" name="batchId" value={say.batchId} />
            <input type="hidden" name="kitId" value={say.kitId} />
            <input type="hidden" name="bath" value={say.bath} />
            <input type="hidden" name="amount" value={showDurationChange(answer.extraS)} />
            <input type="hidden" name="reason" value="by my own strips" />
            <Button>Take it as my own margin</Button>
          </Form>
        </>
      )}
    </Card>
  );
}
