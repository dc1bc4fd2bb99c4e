import { nanoid } from 'nanoid';
import { data, Form, Link, redirect } from 'react-router';
import { TEST_RESULTS, type TestResult } from '../../../../core/chemistry/ledger/standing.ts';
import { snipResult, snipTest } from '../../../../core/chemistry/life/snip-test.ts';
import { developsFilm } from '../../../../core/kit/kit.ts';
import { stepTime } from '../../../../core/timing/step-time.ts';
import { parseDuration, showDuration } from '../../../../core/units/duration.ts';
import { showTemperature } from '../../../../core/units/temperature.ts';
import { clockSpeed, nowMs, today } from '../../../server/database/clock.server.ts';
import { findBatch, findBottle } from '../../../server/shelf/batches.server.ts';
import { numberOfCode } from '../../../server/shelf/bottles.server.ts';
import { Button, LinkButton } from '../../../ui/button.tsx';
import { Card } from '../../../ui/card.tsx';
import { INPUT_SHAPE } from '../../../ui/forms/input-shape.ts';
import { textOf } from '../../../ui/forms/read-form.ts';
import { onceOf } from '../../../ui/forms/once.ts';
import { postedForm } from '../../../ui/forms/posted-form.ts';
import { useUnits } from '../../../ui/forms/units.ts';
import { Notice } from '../../../ui/notice.tsx';
import { PageHead } from '../../../ui/page-head.tsx';
import { useServerNow } from '../../../ui/screen/use-server-now.ts';
import { keepBottleEntry } from '../keep-entry.server.ts';
import type { Route } from './+types/snip-test.ts';

export const meta: Route.MetaFunction = ({ loaderData: loaded }) => [{ title: `Test ${loaded?.bottle.code ?? ''} · Steady Reel` }];

/** The bottle, and its time at working temperature as the leaflet has it for fresh solution. */
function testOf(params: { readonly bottle: string }) {
  const bottle = findBottle(numberOfCode(params.bottle) ?? 0);
  if (!bottle) throw data('There is no such bottle.', { status: 404 });
  const kit = findBatch(bottle.mixedIn)?.kit;
  const bath = kit?.baths.find((each) => each.kind === bottle.kind);
  // Only a developer’s rate asks for the process, and no single bath is one.
  const process = kit && developsFilm(kit) ? kit.process : 'C-41';
  const time = bath ? stepTime(bath, { tempC: bath.nominalC, pushStops: 0, rollNumber: 1, process }) : null;
  const test = time?.ok ? snipTest(bottle, time.value.seconds) : null;
  return { bottle, test, tempC: bath?.nominalC ?? null };
}

/** Nobody watches a snip for longer. */
const LONGEST_MS = 4 * 3600 * 1000;

function begunMs(typed: string | null): number | null {
  const ms = Number(typed);
  return typed !== null && Number.isFinite(ms) && ms > 0 && ms <= nowMs() && nowMs() - ms < LONGEST_MS ? ms : null;
}

export function loader({ params, request }: Route.LoaderArgs) {
  const since = begunMs(new URL(request.url).searchParams.get('since'));
  return { ...testOf(params), since, once: nanoid(), clock: { nowMs: nowMs(), speed: clockSpeed() } };
}

export async function action({ request, params }: Route.ActionArgs) {
  const form = await postedForm(request);
  const { bottle, test } = testOf(params);
  const here = `/shelf/bottles/${bottle.number}`;
  const intent = textOf(form, 'intent');
  if (intent === 'begin') throw redirect(`${here}/test?since=${nowMs()}`);
  const since = begunMs(textOf(form, 'since') || null);
  const typed = textOf(form, 'took').trim();
  const tookS =
    intent === 'took' ? parseDuration(typed) : since !== null && textOf(form, 'result') === 'seen' ? (nowMs() - since) / 1000 : null;
  if (intent === 'took' && (tookS === null || tookS < 1 || tookS > LONGEST_MS / 1000))
    return { says: `“${typed}” is not how long it took. Type minutes and seconds, such as 2:10.`, typed };
  const result =
    intent === 'took' && test ? snipResult(test, tookS) : intent === 'result' ? resultOf(textOf(form, 'result'), test, since) : null;
  if (result === null) return { says: 'Choose what the snip did.' };
  const seconds = tookS === null ? {} : { seconds: Math.max(1, Math.round(tookS)) };
  const note = tookS === null ? '' : `Seen after ${showDuration(Math.round(tookS))}.`;
  const kept = keepBottleEntry(bottle, { kind: 'test', on: today(), bottle: bottle.id, result, ...seconds }, { note, id: onceOf(form) });
  if (!kept.ok) return { says: Object.values(kept.errors).flat().join(' ') };
  throw redirect(`${here}?kept=${kept.entry}`);
}

function resultOf(typed: string, test: ReturnType<typeof snipTest>, since: number | null): TestResult | null {
  if (test && since !== null && typed === 'seen') return snipResult(test, (nowMs() - since) / 1000);
  if (test && since !== null && typed === 'never') return snipResult(test, null);
  return TEST_RESULTS.find((result) => result === typed) ?? null;
}

export default function SnipTest({ loaderData, actionData }: Route.ComponentProps) {
  const { bottle, test, tempC, since, clock, once } = loaderData;
  const { temperature } = useUnits();
  return (
    <>
      <PageHead title={`Test ${bottle.name} ${bottle.code}`}>
        <Link className="underline" to={`/shelf/bottles/${bottle.number}`}>
          Back to the bottle
        </Link>
      </PageHead>
      {actionData && (
        <p role="alert" className="mb-3 font-semibold text-hot">
          {actionData.says}
        </p>
      )}
      <div className="grid gap-4 lg:grid-cols-2">
        <Card>
          {test ? (
            <>
              <ol className="list-decimal space-y-1.5 pl-6">
                <li>Cut a snip of leader that saw full light{test.passS < test.wholeS ? '' : ', undeveloped'}.</li>
                <li>
                  Bring the bottle to{' '}
                  <span className="figure">{tempC === null ? 'its working temperature' : showTemperature(tempC, temperature)}</span>.
                </li>
                <li>Hold the snip in it with tongs, moving it a little, and press at that moment.</li>
                <li>
                  {test.watch}{' '}
                  {test.passS === test.wholeS ? (
                    <>
                      Within <span className="figure">{showDuration(test.passS)}</span> it passes.
                    </>
                  ) : (
                    <>
                      Within <span className="figure">{showDuration(test.passS)}</span> it passes; up to{' '}
                      <span className="figure">{showDuration(test.wholeS)}</span> it is worn; longer, it is spent.
                    </>
                  )}
                </li>
              </ol>
              {since === null ? (
                <Form method="post" className="mt-4">
                  <Button filled name="intent" value="begin" className="min-h-16 w-full text-xl">
                    The snip is in
                  </Button>
                </Form>
              ) : (
                <Running {...{ since, clock, test, once }} />
              )}
            </>
          ) : (
            <p>
              A snip says nothing about {bottle.name.toLowerCase()}. Look at it: clear, of its usual colour and smell, without flakes; and
              go by its date.
            </p>
          )}
        </Card>
        <div className="space-y-4">
          <Notice>
            Gloves and eye protection; move the air. Take a fresh snip for each bottle, and rinse the tongs: a drop of fixer that is carried
            into a developer spoils it.{' '}
            <Link className="underline" to="/safety">
              Safety
            </Link>
          </Notice>
          <Card>
            <h2 className="font-bold">Tested otherwise?</h2>
            {test && (
              <Form method="post" className="mt-2 flex flex-wrap items-end gap-2">
                <input type="hidden" name="intent" value="took" />
                <input type="hidden" name="once" value={once} />
                <label>
                  <span className="block text-sm">{test.seen} after</span>
                  <input
                    name="took"
                    defaultValue={actionData?.typed ?? ''}
                    placeholder="2:10"
                    inputMode="numeric"
                    autoComplete="off"
                    aria-invalid={actionData?.typed !== undefined}
                    className={`${INPUT_SHAPE} w-24 font-mono`}
                  />
                </label>
                <Button>Keep that</Button>
              </Form>
            )}
            <Form method="post" className="mt-2 flex flex-wrap gap-2">
              <input type="hidden" name="intent" value="result" />
              <input type="hidden" name="once" value={once} />
              <Button name="result" value="passed">
                It passed
              </Button>
              <Button name="result" value="worn">
                It is worn
              </Button>
              <Button name="result" value="failed">
                It is spent
              </Button>
            </Form>
          </Card>
          <LinkButton to={`/shelf/bottles/${bottle.number}`}>Not now</LinkButton>
        </div>
      </div>
    </>
  );
}

function Running({
  since,
  clock,
  test,
  once,
}: {
  readonly since: number;
  readonly clock: { readonly nowMs: number; readonly speed: number };
  readonly test: NonNullable<ReturnType<typeof snipTest>>;
  readonly once: string;
}) {
  const shownMs = useServerNow(clock);
  const afterS = Math.max(0, (shownMs - since) / 1000);
  const left = test.passS - afterS;
  return (
    <Form method="post" className="mt-4 space-y-3">
      <input type="hidden" name="since" value={since} />
      <input type="hidden" name="once" value={once} />
      <input type="hidden" name="intent" value="result" />
      <p className="figure text-center text-6xl font-semibold text-teal" suppressHydrationWarning>
        {showDuration(Math.floor(afterS))}
      </p>
      <p className="text-center text-quiet" suppressHydrationWarning>
        {left > 0
          ? `passes for ${showDuration(Math.ceil(left))} more`
          : afterS <= test.wholeS
            ? 'worn by now'
            : 'spent, if nothing is to be seen'}
      </p>
      <Button filled name="result" value="seen" className="min-h-16 w-full text-xl">
        {test.seen}
      </Button>
      <Button name="result" value="never" className="w-full">
        Nothing is to be seen
      </Button>
    </Form>
  );
}
