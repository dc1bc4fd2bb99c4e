import { data, redirect } from 'react-router';
import { kitIdFor } from '../../../core/kit/kit-id.ts';
import { nowMs } from '../../server/database/clock.server.ts';
import { storedUnits } from '../../server/settings.server.ts';
import { findKit, kitIdTaken, saveKit, saveNewKit } from '../../server/shelf/kits.server.ts';
import { Button, LinkButton } from '../../ui/button.tsx';
import { postedForm } from '../../ui/forms/posted-form.ts';
import { unitsTypedIn } from '../../ui/forms/typed-in.ts';
import { useUnits } from '../../ui/forms/units.ts';
import { leafletAsTyped } from '../../ui/leaflet/leaflet-as-typed.ts';
import { LeafletForm } from '../../ui/leaflet/leaflet-form.tsx';
import { readPostedLeaflet, typedInAddress } from '../../ui/leaflet/posted-leaflet.ts';
import { PageHead } from '../../ui/page-head.tsx';
import type { Route } from './+types/kit-leaflet.ts';

export const meta: Route.MetaFunction = () => [{ title: 'Your leaflet · Steady Reel' }];

/** The kit as the form has it: a shipped one is only copied, under a name of the person’s own. */
function kitAt(kitId: string) {
  const found = findKit(kitId);
  if (!found) throw data('There is no such kit on the shelf.', { status: 404 });
  const { kit, shipped } = found;
  return { kit: shipped ? { ...kit, name: `My ${kit.name}`, note: 'From my own leaflet.' } : kit, shipped, of: kit.name };
}

export function loader({ params, request }: Route.LoaderArgs) {
  return { ...kitAt(params.kitId), typed: typedInAddress(request.url) };
}

export async function action({ request, params }: Route.ActionArgs) {
  const { kit, shipped } = kitAt(params.kitId);
  const form = await postedForm(request);
  const asNew = shipped || form.get('keep') === 'new';
  const read = readPostedLeaflet(form, unitsTypedIn(form, storedUnits()), (name) => (asNew ? kitIdFor(name, kitIdTaken) : kit.id), kit);
  if (!read.ok) return data(read.refused, { status: 422 });
  if (!asNew) saveKit(read.kit, nowMs());
  const id = asNew ? saveNewKit(read.kit, nowMs(), kit.id) : read.kit.id;
  throw redirect(`/shelf/kits/${encodeURIComponent(id)}`);
}

export default function KitLeaflet({ loaderData, actionData }: Route.ComponentProps) {
  const units = useUnits();
  const { kit, shipped, of, typed } = loaderData;
  return (
    <>
      <PageHead title={shipped ? `A copy of ${of}` : of}>
        {shipped
          ? 'The same leaflet, other figures: its own stand here until you type yours over them.'
          : 'Its own figures, as its leaflet prints them. Batches keep the kit they were mixed by.'}
      </PageHead>
      <LeafletForm
        key={kit.id}
        start={typed ?? leafletAsTyped(kit, units)}
        reply={actionData ?? null}
        before={kit}
        keptAs={`steady-reel-leaflet-${kit.id}`}
      >
        <LinkButton to={`/shelf/kits/${kit.id}`} className="max-sm:hidden">
          Back
        </LinkButton>
        {!shipped && (
          <Button name="keep" value="new">
            Keep as a new kit
          </Button>
        )}
        <Button filled name="keep" value="this">
          {shipped ? 'Put the copy on the shelf' : 'Keep this kit'}
        </Button>
      </LeafletForm>
      <p className="pb-24 text-sm">
        <a className="underline" href={`/shelf/kits/${kit.id}/document`}>
          Edit it as a document instead
        </a>{' '}
        to paste one in, or to keep it elsewhere. The leaflet in your box and its safety data sheet overrule what stands here.
      </p>
    </>
  );
}
