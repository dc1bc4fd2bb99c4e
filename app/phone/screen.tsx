import { useState } from 'react';
import CircleAlert from 'lucide-react/icons/circle-exclamation-point';
import CircleCheck from 'lucide-react/icons/circle-check';
import { Form } from 'react-router';
import { Button, LinkButton } from '../ui/button.tsx';
import { Card } from '../ui/card.tsx';
import { Notice } from '../ui/notice.tsx';
import { PageHead } from '../ui/page-head.tsx';
import { screenChecks, type ScreenFacts } from '../ui/screen/screen-checks.ts';
import { TonePlayer } from '../ui/screen/tones.ts';
import { useAwake } from '../ui/screen/use-awake.ts';
import { useScreenFacts } from '../ui/screen/use-screen-facts.ts';
import type { Route } from './+types/screen.ts';
import { TrustSteps } from './trust-steps.tsx';

export const meta: Route.MetaFunction = () => [{ title: 'This screen · Steady Reel' }];

export function loader({ request, context: { who, house } }: Route.LoaderArgs) {
  const look = house?.look();
  const { protocol, hostname } = new URL(request.url);
  const secure = look?.secure ?? [];
  return {
    owner: who?.kind !== 'screen',
    name: who?.screen?.name ?? 'the laptop itself',
    role: who?.screen?.role ?? 'book',
    plain: protocol === 'http:' && who?.kind === 'screen',
    // The address under which this screen already asks is the one that its key belongs to.
    saferAt: secure.find((address) => new URL(address).hostname === hostname) ?? secure[0] ?? null,
    fingerprint: look?.authority?.fingerprint ?? null,
  };
}

export default function Screen({ loaderData }: Route.ComponentProps) {
  const { owner, name, role, plain, saferAt, fingerprint } = loaderData;
  return (
    <>
      <PageHead
        title="This screen"
        action={
          <LinkButton filled to="/bench">
            To the Bench
          </LinkButton>
        }
      >
        {owner
          ? 'You sit at the laptop that keeps the book.'
          : `It is known here as “${name}” and may see ${role === 'book' ? 'the whole book' : 'the Bench'}.`}
      </PageHead>
      <div className="grid gap-4 lg:grid-cols-2">
        <WhatItCan />
        {plain && saferAt && <TrustSteps saferAt={`${saferAt}screen`} fingerprint={fingerprint} />}
        {!owner && (
          <Card>
            <h2 className="text-lg font-bold">Forget this screen</h2>
            <p className="mt-1">
              What the browser keeps of Steady Reel is deleted here, its key too, and acts that were not delivered yet. The book is not
              touched.
            </p>
            <Form method="post" action="/forget" reloadDocument className="mt-3">
              <Button>Forget it</Button>
            </Form>
          </Card>
        )}
        {!plain && !owner && (
          <Card>
            <h2 className="text-lg font-bold">On the home screen</h2>
            <p className="mt-1">
              In the browser’s menu choose “Add to home screen” or “Install”. Steady Reel then opens by its own icon, at the Bench, without
              the laptop too.
            </p>
          </Card>
        )}
      </div>
    </>
  );
}

/** What was found out about this screen by trying, as before the first pour. */
function WhatItCan() {
  const { awake, keepAwake } = useAwake(true);
  const facts = useScreenFacts();
  const [sound, setSound] = useState<ScreenFacts['sound']>('press');
  const trySound = async () => {
    const player = new TonePlayer();
    const on = await player.unlock();
    setSound(on ? 'on' : 'none');
    if (on) player.play('prepare');
  };
  const checks = screenChecks({ ...facts, awake, sound });
  return (
    <Card>
      <h2 className="text-lg font-bold">What it can do at the sink</h2>
      <ul className="mt-2 grid gap-2">
        {checks.map(({ id, good, says, todo }) => (
          <li key={id} className="flex gap-2">
            {good ? (
              <CircleCheck aria-label="Good:" size={18} className="mt-1 shrink-0 text-teal" />
            ) : (
              <CircleAlert aria-label="Look at this:" size={18} className="mt-1 shrink-0 text-hot" />
            )}
            <span>
              {says}
              {todo && <span className="block text-quiet">{todo}</span>}
            </span>
          </li>
        ))}
      </ul>
      <div className="mt-3 flex flex-wrap gap-2">
        <Button type="button" onClick={() => void trySound()}>
          Try the sound
        </Button>
        {awake === 'press' && (
          <Button type="button" onClick={keepAwake}>
            Keep it awake
          </Button>
        )}
      </div>
      <noscript>
        <Notice tone="plain">Without scripts a screen cannot be tried; the Bench works by forms.</Notice>
      </noscript>
    </Card>
  );
}
