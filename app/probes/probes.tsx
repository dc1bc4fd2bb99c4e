import { getFormProps } from '@conform-to/react';
import { useEffect, useState } from 'react';
import { data, Form, redirect, useRevalidator } from 'react-router';
import { heard } from '../../core/probe/heard.ts';
import { isReadingOf } from '../../core/probe/probe-now.ts';
import type { ReadingOf } from '../../core/run/acts/event.ts';
import { announceProbes } from '../run/acts/live-runs.server.ts';
import { nowMs, shownInstant } from '../server/database/clock.server.ts';
import { inTransaction } from '../server/database/database.server.ts';
import { listHeaters, setHeaterDeleted, setHeaterTo } from '../server/heaters.server.ts';
import {
  behindS,
  findProbe,
  lastReadings,
  listProbes,
  probeReadings,
  recentlySetAside,
  setProbeDeleted,
  setProbeReads,
} from '../server/probes.server.ts';
import { liveRun } from '../server/runs/runs.server.ts';
import { storedUnits } from '../server/settings.server.ts';
import { listBatches } from '../server/shelf/batches.server.ts';
import { Button } from '../ui/button.tsx';
import { Card } from '../ui/card.tsx';
import { FormErrors, TextField } from '../ui/forms/fields.tsx';
import { schemaOnDemand, useCheckedForm } from '../ui/forms/form.ts';
import { readForm, textOf } from '../ui/forms/read-form.ts';
import { postedForm } from '../ui/forms/posted-form.ts';
import { unitsTypedIn } from '../ui/forms/typed-in.ts';
import { Notice } from '../ui/notice.tsx';
import { Empty, PageHead } from '../ui/page-head.tsx';
import type { Route } from './+types/probes.ts';
import { added } from './added.server.ts';
import { HeaterCard } from './heater-card.tsx';
import { ProbeCard } from './probe-card.tsx';
import { setPointSchema } from './probe-schemas.ts';
import { TokenShown } from './token-shown.tsx';

const namedBy = schemaOnDemand(async () => (await import('./probe-schemas.ts')).nameSchema);

export const meta: Route.MetaFunction = () => [{ title: 'Probes · Steady Reel' }];

const SHOWN_MS = 10 * 60_000;
const MOST_POINTS = 200;
const SET_ASIDE_SHOWN = 12;
const LOOK_AGAIN_MS = 2000;

export function loader({ request }: Route.LoaderArgs) {
  const now = nowMs();
  const probes = listProbes().map(({ name, reads }) => {
    const readings = probeReadings(name, now - SHOWN_MS, now + 10_000);
    const every = Math.max(1, Math.ceil(readings.length / MOST_POINTS));
    return {
      name,
      reads,
      heard: heard(readings.length > 0 ? readings : lastReadings(name, 1), now),
      behindS: behindS(name, now),
      points: readings
        .filter((_, i) => i % every === 0 || i === readings.length - 1)
        .map(({ atMs, c }) => ({ atS: (atMs - now) / 1000, c })),
      setAside: recentlySetAside(name, SET_ASIDE_SHOWN).map(({ atMs, c, why }) => ({ at: shownInstant(atMs, 'HH:mm:ss'), c, why })),
    };
  });
  return {
    probes,
    heaters: listHeaters().map(({ tokenSha256: _, toldAtMs, ...heater }) => ({
      ...heater,
      toldS: toldAtMs === null ? null : Math.max(0, Math.round((now - toldAtMs) / 1000)),
    })),
    places: placesToRead(),
    address: new URL(request.url).origin,
  };
}

/** What a probe may be put into: the tank, the tub, each bath of what is mixed. */
function placesToRead(): { readonly value: ReadingOf; readonly label: string }[] {
  const baths = new Map<string, string>();
  for (const { bath, name, bottle } of liveRun()?.plan.steps.map(({ bath: id, name: called, bottle: from }) => ({
    bath: id,
    name: called,
    bottle: from,
  })) ?? [])
    if (bottle !== null) baths.set(bath, name);
  for (const batch of listBatches()) for (const bath of batch.kit.baths) if (!baths.has(bath.id)) baths.set(bath.id, bath.name);
  return [
    { value: 'tank', label: 'In the tank' },
    { value: 'tub', label: 'In the bath (the tub)' },
    ...[...baths].map(([bath, name]) => ({ value: `bottle:${bath}` as const, label: `In the bottle: ${name}` })),
  ];
}

export async function action({ request }: Route.ActionArgs) {
  const form = await postedForm(request);
  const name = textOf(form, 'name');
  switch (textOf(form, 'intent')) {
    case 'add-probe':
    case 'add-heater':
      return added(form, textOf(form, 'intent') === 'add-probe' ? 'probe' : 'heater');
    case 'reads':
      return putInto(name, textOf(form, 'reads'));
    case 'set': {
      const read = readForm(setPointSchema(unitsTypedIn(form, storedUnits()).temperature), form);
      if (!read.ok) return { kind: 'heater' as const, name, reply: read.reply };
      setHeaterTo(name, read.value.setC);
      announceProbes();
      throw redirect('/probes');
    }
    case 'away-probe':
      setProbeDeleted(name, nowMs());
      announceProbes();
      throw redirect('/probes');
    case 'away-heater':
      setHeaterDeleted(name, nowMs());
      throw redirect('/probes');
    default:
      throw data('Nothing was asked for.', { status: 422 });
  }
}

/** Two probes in one place would argue: the second is told which is there. */
function putInto(name: string, into: string) {
  const reads = into === '' ? null : into;
  const refused = inTransaction(() => {
    if (!findProbe(name)) return 'That probe was put away meanwhile.';
    if (reads !== null && !isReadingOf(reads)) return 'Choose the tank, the bath or one of the bottles.';
    const other = reads === null ? undefined : listProbes().find((each) => each.reads === reads && each.name !== name);
    if (other) return `${other.name} is there already, and two would argue. Take ${other.name} out first.`;
    setProbeReads(name, reads);
    return null;
  });
  if (refused !== null) return { kind: 'probe' as const, name, says: refused };
  announceProbes();
  throw redirect('/probes');
}

export default function Probes({ loaderData, actionData: answered }: Route.ComponentProps) {
  const { probes, heaters, places, address } = loaderData;
  useLookAgain();
  // The page is read again every two seconds, and what the last press answered must outlast that.
  const [actionData, setAnswered] = useState(answered);
  if (answered && answered !== actionData) setAnswered(answered);
  return (
    <>
      <PageHead title="Probes">
        A thermometer that sends by itself: its readings follow the developer in the tank, and correct when the bath will be ready.
      </PageHead>
      {actionData?.kind === 'added' && (
        <TokenShown what={actionData.what} name={actionData.name} token={actionData.token} address={address} />
      )}
      <div className="grid gap-6 lg:grid-cols-[minmax(0,1.7fr)_minmax(0,1fr)]">
        <div className="space-y-4">
          {probes.length === 0 && (
            <Empty title="No probe yet">
              Anything that can send a number over the network will do. Give it a name here; you get its token, and ten lines that send. To
              try it without one, <code>npm run probe</code> makes up a kitchen.
            </Empty>
          )}
          {probes.map((probe) => (
            <ProbeCard
              key={probe.name}
              probe={probe}
              places={places}
              says={actionData?.kind === 'probe' && actionData.name === probe.name ? actionData.says : null}
            />
          ))}
          {heaters.map((heater) => (
            <HeaterCard
              key={heater.name}
              heater={heater}
              reply={actionData?.kind === 'heater' && actionData.name === heater.name ? actionData.reply : null}
            />
          ))}
        </div>
        <div className="space-y-4">
          <AddForm
            key={`probes ${probes.length}`}
            what="probe"
            reply={actionData?.kind === 'adding' && actionData.what === 'probe' ? actionData.reply : null}
          />
          <AddForm
            key={`heaters ${heaters.length}`}
            what="heater"
            reply={actionData?.kind === 'adding' && actionData.what === 'heater' ? actionData.reply : null}
          />
          <Notice tone="plain">
            A mains heater near water only through a residual-current device. The bath is held by the heater’s own thermostat; this page
            only asks it.
          </Notice>
        </div>
      </div>
    </>
  );
}

function AddForm({ what, reply }: { readonly what: 'probe' | 'heater'; readonly reply: Parameters<typeof useCheckedForm>[1] }) {
  const [form, fields] = useCheckedForm([namedBy], reply);
  return (
    <Form method="post" {...getFormProps(form)}>
      <Card className="space-y-3">
        <h2 className="font-bold">Add a {what}</h2>
        <TextField field={fields.name} label="Name" hint={what === 'probe' ? 'Such as sink, tank or long-one' : 'Such as tub-heater'} />
        <FormErrors errors={form.errors} />
        <Button name="intent" value={`add-${what}`}>
          Add it and show its token
        </Button>
      </Card>
    </Form>
  );
}

/** While the page is looked at it is read again every two seconds; a token that is shown stays. */
function useLookAgain(): void {
  const { revalidate, state } = useRevalidator();
  useEffect(() => {
    const timer = setInterval(() => {
      // What is being chosen or typed is not taken from under the hand.
      const typing = Boolean(document.activeElement?.closest('select, input, textarea'));
      if (document.visibilityState === 'visible' && state === 'idle' && !typing) void revalidate();
    }, LOOK_AGAIN_MS);
    return () => clearInterval(timer);
  }, [revalidate, state]);
}
