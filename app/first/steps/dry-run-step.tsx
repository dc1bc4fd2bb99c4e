import type { ReactNode } from 'react';
import { Form } from 'react-router';
import { Button, LinkButton } from '../../ui/button.tsx';
import { Card } from '../../ui/card.tsx';
import type { Facts } from '../facts.server.ts';

interface DryRunProps {
  readonly facts: Facts;
  readonly once: string;
  readonly kit: string;
  readonly tank: string;
  readonly next: ReactNode;
}

/** The whole run with water, on the real Bench; and one in a kitchen that is made up, for those who want it faster. */
export function DryRunStep({ facts, once, kit, tank, next }: DryRunProps) {
  const form = (scene: string, speed: string, label: string, filled: boolean) => (
    <Form method="post" action="/practice" className="mt-3">
      {Object.entries({ scene, speed, kit, tank, once: `${once}-${scene}`.slice(0, 40), seed: '' }).map(([name, value]) => (
        <input key={name} type="hidden" name={name} value={value} />
      ))}
      <Button filled={filled} className="min-h-14 px-5 text-lg max-sm:w-full">
        {label}
      </Button>
    </Form>
  );
  return (
    <>
      <p className="mb-3 max-w-prose">
        Now everything once with plain water: your tank, your funnel, your hands, this clock. No film is in it and nothing can go wrong.
        Fill each bottle with warm water, and pour, turn and empty when the Bench says so. It takes as long as the real one.
      </p>
      <div className="grid gap-4 md:grid-cols-2">
        <Card>
          <h3 className="font-bold">With water</h3>
          <p className="mt-1">
            {facts.dry
              ? 'Done once already. Again is never wrong.'
              : facts.dryOpen
                ? 'It was begun, and its clock goes on.'
                : 'Does the lid hold? Is the tank empty in time? Where do you put the funnel?'}
          </p>
          {facts.dryOpen && !facts.dry ? (
            <LinkButton filled className="mt-3 min-h-14 px-5 text-lg" to={`/practice/${facts.dryOpen}`} reloadDocument>
              Back to the dry run
            </LinkButton>
          ) : (
            form('water', '1', facts.dry ? 'Another dry run' : 'Begin the dry run', facts.dry === null)
          )}
          {facts.dry && (
            <p className="mt-2">
              <a className="underline" href={`/practice/${facts.dry}/report`}>
                What a teacher would say of it
              </a>
            </p>
          )}
        </Card>
        <Card>
          <h3 className="font-bold">In a kitchen that is made up</h3>
          <p className="mt-1">
            {facts.calm !== null && facts.calm.marks !== null
              ? `Your last came to ${facts.calm.marks} of 100.`
              : 'Without water, five times faster: the order of the baths in four minutes, with a teacher’s words after it.'}
          </p>
          {form('calm', '5', 'Practise it', false)}
        </Card>
      </div>
      {next}
    </>
  );
}
