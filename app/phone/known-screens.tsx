import { Disclosure, DisclosureButton, DisclosurePanel } from '@headlessui/react';
import Lock from 'lucide-react/icons/lock';
import LockOpen from 'lucide-react/icons/lock-open';
import { Form } from 'react-router';
import { Button } from '../ui/button.tsx';
import { INPUT_SHAPE } from '../ui/forms/input-shape.ts';

interface KnownScreen {
  readonly id: string;
  readonly name: string;
  readonly role: 'book' | 'bench';
  readonly secure: boolean;
  readonly letIn: string;
  readonly seen: string;
}

/** Every screen that may come in, what it may see, and how to take it off. */
export function KnownScreens({
  screens,
  refused,
}: {
  readonly screens: readonly KnownScreen[];
  readonly refused: { readonly refusal: string; readonly screen: string } | null;
}) {
  return (
    <ul className="mt-2 divide-y divide-line">
      {screens.map((screen) => (
        <li key={screen.id} className="py-3">
          <div className="flex flex-wrap items-center justify-between gap-3">
            <div>
              <p className="font-semibold">{screen.name}</p>
              <p className="text-quiet">
                {screen.role === 'book' ? 'The whole book' : 'The Bench only'} · seen {screen.seen}
              </p>
              <p className="flex items-center gap-1.5 text-quiet">
                {screen.secure ? <Lock aria-hidden size={15} /> : <LockOpen aria-hidden size={15} />}
                {screen.secure ? 'by the safe way' : 'by the plain way'}, let in {screen.letIn}
              </p>
            </div>
            <Form method="post">
              <input type="hidden" name="screen" value={screen.id} />
              <Button name="intent" value="take-off" aria-label={`Take off ${screen.name}`}>
                Take off
              </Button>
            </Form>
          </div>
          <Disclosure defaultOpen={refused?.screen === screen.id}>
            <DisclosureButton className="mt-1 min-h-9 text-teal underline">Another name</DisclosureButton>
            <DisclosurePanel>
              <Form method="post" className="flex flex-wrap items-end gap-2">
                <input type="hidden" name="screen" value={screen.id} />
                <label className="font-semibold">
                  Name
                  <input name="name" defaultValue={screen.name} maxLength={40} className={`${INPUT_SHAPE} mt-1 block w-56`} />
                </label>
                <Button name="intent" value="rename">
                  Keep it
                </Button>
              </Form>
              {refused?.screen === screen.id && (
                <p role="alert" className="mt-1 font-semibold text-hot">
                  {refused.refusal}
                </p>
              )}
            </DisclosurePanel>
          </Disclosure>
        </li>
      ))}
    </ul>
  );
}
