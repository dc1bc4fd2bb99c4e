import { data, Link, redirect } from 'react-router';
import { kitIdFor } from '../../../../core/kit/kit-id.ts';
import { nowMs } from '../../../server/database/clock.server.ts';
import { storedUnits } from '../../../server/settings.server.ts';
import { kitIdTaken, saveNewKit } from '../../../server/shelf/kits.server.ts';
import { Button, LinkButton } from '../../../ui/button.tsx';
import { postedForm } from '../../../ui/forms/posted-form.ts';
import { unitsTypedIn } from '../../../ui/forms/typed-in.ts';
import { LeafletForm } from '../../../ui/leaflet/leaflet-form.tsx';
import { readPostedLeaflet, typedInAddress } from '../../../ui/leaflet/posted-leaflet.ts';
import { PageHead } from '../../../ui/page-head.tsx';
import type { Route } from './+types/type-in.ts';

export const meta: Route.MetaFunction = () => [{ title: 'Type in a leaflet · Steady Reel' }];

export function loader({ request }: Route.LoaderArgs) {
  return { typed: typedInAddress(request.url) ?? {} };
}

export async function action({ request }: Route.ActionArgs) {
  const form = await postedForm(request);
  const read = readPostedLeaflet(form, unitsTypedIn(form, storedUnits()), (name) => kitIdFor(name, kitIdTaken), null);
  if (!read.ok) return data(read.refused, { status: 422 });
  throw redirect(`/shelf/kits/${encodeURIComponent(saveNewKit(read.kit, nowMs()))}`);
}

export default function TypeIn({ loaderData, actionData }: Route.ComponentProps) {
  return (
    <>
      <PageHead title="Type in a leaflet">Every field starts empty: nothing here is another kit’s figure.</PageHead>
      <LeafletForm start={loaderData.typed} reply={actionData ?? null} before={null} keptAs="steady-reel-leaflet">
        <LinkButton to="/shelf#kits" className="max-sm:hidden">
          Back
        </LinkButton>
        <Button filled>Put it on the shelf</Button>
      </LeafletForm>
      <p className="pb-24 text-sm text-quiet">
        The same leaflet with other figures? Open the kit that comes nearest <Link to="/shelf#kits">on the shelf</Link> and copy it. The
        leaflet in your box and its safety data sheet overrule what stands here.
      </p>
    </>
  );
}
