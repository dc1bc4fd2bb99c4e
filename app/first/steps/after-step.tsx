import { Form } from 'react-router';
import { Button, LinkButton } from '../../ui/button.tsx';
import { Card } from '../../ui/card.tsx';

/** After it: look, put away, and what next. */
export function AfterStep({ runId, over }: { readonly runId: string | null; readonly over: boolean }) {
  return (
    <>
      <div className="grid gap-4 md:grid-cols-3">
        <Card>
          <h3 className="font-bold">Look at the strip</h3>
          <p className="mt-1">
            Two hours later, dry, against a window: pictures with depth, clear edges with their letters, an orange base. If something is
            odd, the page of looking says what it means.
          </p>
          {runId && (
            <LinkButton filled className="mt-3" to={`/logbook/${runId}/look`}>
              Look at it
            </LinkButton>
          )}
        </Card>
        <Card>
          <h3 className="font-bold">Put away</h3>
          <ul className="mt-1 list-disc space-y-1 pl-5">
            <li>Air squeezed out of each bottle, cap on, label outwards, dark and cool, out of reach of children.</li>
            <li>Reel, tank, funnels rinsed warm and standing to dry: a damp reel jams.</li>
            <li>Nothing down the drain but wash water. The jug goes where your town takes photographic chemistry.</li>
          </ul>
          <LinkButton className="mt-3" to="/shelf/spent">
            Jugs to hand over
          </LinkButton>
        </Card>
        <Card>
          <h3 className="font-bold">What next</h3>
          <ul className="mt-1 list-disc space-y-1 pl-5">
            <li>The next roll: the batch knows that it has seen one, and the time grows by itself.</li>
            <li>
              <a href="/practice">Practise</a> a cold kitchen or a forgotten start, without film.
            </li>
            <li>
              <a href="/method">The method</a>, rule by rule.
            </li>
            <li>
              A thermometer that <a href="/probes">sends by itself</a>.
            </li>
          </ul>
        </Card>
      </div>
      <Form method="post" className="mt-6">
        <input type="hidden" name="intent" value={over ? 'again' : 'over'} />
        <Button filled={!over} className="min-h-14 px-6 text-lg max-sm:w-full">
          {over ? 'Show all of it once more' : 'I know it now'}
        </Button>
        <p className="mt-1 text-sm text-quiet">
          {over ? 'The Bench explains its baths again then.' : 'The Bench stops explaining each bath. It can be asked for again here.'}
        </p>
      </Form>
    </>
  );
}
