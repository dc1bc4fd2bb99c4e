import { useEffect } from 'react';
import { data, Form, redirect, useRevalidator } from 'react-router';
import { encode } from 'uqr';
import { shownInstant } from '../server/database/clock.server.ts';
import { Button, LinkButton } from '../ui/button.tsx';
import { Card } from '../ui/card.tsx';
import { textOf } from '../ui/forms/read-form.ts';
import { postedForm } from '../ui/forms/posted-form.ts';
import { oneLine } from '../ui/forms/typed.ts';
import { Notice } from '../ui/notice.tsx';
import { Empty, PageHead } from '../ui/page-head.tsx';
import type { Route } from './+types/phone.ts';
import { KnownScreens } from './known-screens.tsx';
import { QrCode } from './qr-code.tsx';

export const meta: Route.MetaFunction = () => [{ title: 'Phone and other screens · Steady Reel' }];

const LONGEST_NAME = 40;
const LOOK_AGAIN_MS = 2000;

/** Who may come in is decided at this machine alone: the door sees to it, and so does this page. */
function atTheLaptop({ who, house }: Route.LoaderArgs['context']) {
  if (who?.kind !== 'owner' || !house) throw data('Who may come in is decided at the laptop itself.', { status: 403 });
  return house;
}

export function loader({ context }: Route.LoaderArgs) {
  const { number, screens, authority, ...look } = atTheLaptop(context).look();
  const [address] = look.plain;
  return {
    ...look,
    number: number && { ...number, until: shownInstant(number.untilMs, 'HH:mm') },
    qr: number && address ? encode(address, { border: 2 }).data : null,
    authority: authority && { ...authority, until: shownInstant(authority.untilMs, 'd MMMM yyyy') },
    screens: screens.map(({ letInAtMs, seenAtMs, ...screen }) => ({
      ...screen,
      letIn: shownInstant(letInAtMs, 'd MMM yyyy, HH:mm'),
      seen: shownInstant(seenAtMs, 'EEE d MMM, HH:mm'),
    })),
  };
}

export async function action({ request, context }: Route.ActionArgs) {
  const house = atTheLaptop(context);
  const form = await postedForm(request);
  const screen = textOf(form, 'screen');
  switch (form.get('intent')) {
    case 'let-in': {
      const refusal = await house.letIn(form.get('role') === 'book' ? 'book' : 'bench');
      if (refusal) return data({ refusal, screen: '' }, { status: 503 });
      break;
    }
    case 'withdraw':
      house.withdrawNumber();
      break;
    case 'close':
      await house.close();
      break;
    case 'take-off':
      house.takeOff(screen);
      break;
    case 'rename': {
      const name = oneLine(textOf(form, 'name'));
      if (name === '' || name.length > LONGEST_NAME)
        return data({ refusal: `A screen’s name has one to ${LONGEST_NAME} characters.`, screen }, { status: 422 });
      house.rename(screen, name);
      break;
    }
  }
  throw redirect('/phone');
}

export default function Phone({ loaderData, actionData }: Route.ComponentProps) {
  const { open, plain, secure, number, stopped, qr, authority, screens } = loaderData;
  useLookAgain(number !== null);
  const [address = ''] = plain;
  return (
    <>
      <PageHead title="Phone and other screens" action={<LinkButton to="/screen">This screen</LinkButton>}>
        The Bench belongs at the sink. Let the phone in once; nobody else in the house gets anything.
      </PageHead>
      {actionData && actionData.screen === '' && (
        <div role="alert" className="mb-4">
          <Notice>{actionData.refusal}</Notice>
        </div>
      )}
      <div className="grid gap-4 lg:grid-cols-[minmax(0,1.1fr)_minmax(0,1fr)]">
        <Card>
          {number && qr ? (
            <div className="grid gap-5 sm:grid-cols-[auto_minmax(0,1fr)]">
              <QrCode data={qr} label={`The address ${address} as a code to scan`} />
              <div>
                <h2 className="text-lg font-bold">Scan it with the phone, then type</h2>
                <p className="figure my-2 text-6xl font-bold tracking-[0.12em] text-teal" aria-label={`Number ${number.digits}`}>
                  {number.digits}
                </p>
                <p>
                  For one screen, until {number.until}: {number.role === 'book' ? 'the whole book' : 'the Bench only'}.
                </p>
                <p className="mt-2">
                  No camera? Open <span className="figure block font-semibold break-all">{address}</span>
                </p>
                {plain.length > 1 && <p className="text-quiet">or {plain.slice(1).join(', ')}</p>}
                {number.wrong > 0 && (
                  <p className="mt-2 font-semibold text-hot">
                    {number.wrong === 1 ? 'One wrong number was typed.' : `${number.wrong} wrong numbers were typed.`} Was that you?
                  </p>
                )}
                <Form method="post" className="mt-3">
                  <Button name="intent" value="withdraw">
                    Take the number back
                  </Button>
                </Form>
              </div>
            </div>
          ) : (
            <LetIn stopped={stopped} />
          )}
        </Card>
        <Card>
          <h2 className="text-lg font-bold">Screens that may come in</h2>
          {screens.length === 0 ? (
            <div className="mt-3">
              <Empty title="No other screen yet">
                A phone, a tablet or a second laptop stays known once its number was typed, and is taken off here.
              </Empty>
            </div>
          ) : (
            <KnownScreens screens={screens} refused={actionData && actionData.screen !== '' ? actionData : null} />
          )}
        </Card>
        <Card className="lg:col-span-2">
          <h2 className="text-lg font-bold">{open ? 'The house is open' : 'The house is closed'}</h2>
          {open ? (
            <>
              <p className="mt-1 max-w-prose">
                Other machines in this network reach the page that asks for a number, and nothing else until they typed it. It stays so when
                Steady Reel is started again.
              </p>
              <dl className="mt-2 grid gap-x-6 gap-y-1 sm:grid-cols-[auto_1fr]">
                <dt className="text-quiet">Safe way</dt>
                <dd className="figure break-all">{secure.join(', ')}</dd>
                <dt className="text-quiet">Plain way</dt>
                <dd className="figure break-all">{plain.join(', ')}</dd>
                {authority && (
                  <>
                    <dt className="text-quiet">Its certificate</dt>
                    <dd>
                      good until {authority.until}; SHA-256 <span className="figure text-sm break-all">{authority.fingerprint}</span>
                    </dd>
                  </>
                )}
              </dl>
              <Form method="post" className="mt-3">
                <Button name="intent" value="close">
                  Close the house
                </Button>
              </Form>
            </>
          ) : (
            <p className="mt-1 max-w-prose">
              Steady Reel answers this machine only. Letting a phone in opens it to this network; screens that were let in before reach it
              again then.
            </p>
          )}
        </Card>
      </div>
    </>
  );
}

function LetIn({ stopped }: { readonly stopped: boolean }) {
  return (
    <Form method="post">
      <h2 className="text-lg font-bold">Let a phone in</h2>
      {stopped && (
        <div className="mt-2">
          <Notice>
            Five wrong numbers were typed, so the last number ended. If that was not you, somebody else in this network tried.
          </Notice>
        </div>
      )}
      <p className="mt-1">It shows a code to scan and four digits to type.</p>
      <fieldset className="mt-3 grid gap-2">
        <legend className="font-semibold">It may see</legend>
        {(
          [
            ['bench', 'the Bench only', 'runs the evening: pours, readings, notes'],
            ['book', 'the whole book', 'plans, shelf and logbook too'],
          ] as const
        ).map(([value, name, says]) => (
          <label key={value} className="flex min-h-12 items-center gap-3 rounded-card border border-line px-3 py-2">
            <input type="radio" name="role" value={value} defaultChecked={value === 'bench'} className="size-5 accent-teal" />
            <span>
              <span className="font-semibold">{name}</span> <span className="text-quiet">{says}</span>
            </span>
          </label>
        ))}
      </fieldset>
      <Button filled name="intent" value="let-in" className="mt-4">
        Let it in
      </Button>
    </Form>
  );
}

/** While a number waits the page looks again: the phone is seen here as soon as it is in. */
function useLookAgain(waiting: boolean): void {
  const { revalidate } = useRevalidator();
  useEffect(() => {
    if (!waiting) return;
    const every = setInterval(() => void revalidate(), LOOK_AGAIN_MS);
    return () => clearInterval(every);
  }, [waiting, revalidate]);
}
