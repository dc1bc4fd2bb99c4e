import { getFormProps, type SubmissionResult } from '@conform-to/react';
import { useState, type MouseEvent } from 'react';
import { Form, Link, useLocation, useNavigate } from 'react-router';
import { whatItDoes } from '../../../core/beginner/what-a-bath-does.ts';
import { isMainDeveloper, type StepKind } from '../../../core/kit/kind.ts';
import { Button } from '../../ui/button.tsx';
import { Card } from '../../ui/card.tsx';
import { FormErrors, TextField } from '../../ui/forms/fields.tsx';
import { textOf, useCheckedForm } from '../../ui/forms/form.ts';
import { useUnits } from '../../ui/forms/units.ts';
import { Term } from '../../ui/term.tsx';
import { firstKitSchema } from '../first-schemas.ts';
import { ChooseOne } from './choose-one.tsx';
import { LeafletPicture, type LeafletPart } from './leaflet-picture.tsx';

interface KitStepProps {
  readonly kit: { readonly id: string; readonly name: string } | null;
  readonly ownKits: readonly { readonly id: string; readonly name: string }[];
  readonly likes: readonly { readonly id: string; readonly name: string; readonly baths: readonly string[] }[];
  readonly like: {
    readonly id: string;
    readonly baths: readonly { readonly id: string; readonly kind: StepKind; readonly name: string }[];
  };
  readonly reply: SubmissionResult | null;
}

interface Kept {
  readonly fields: Readonly<Record<string, string>>;
  readonly baths: Readonly<Record<string, Readonly<Record<string, string>>>>;
}

const KEPT_FIELDS = ['name', 'makesMl', 'capacityRolls', 'wearPercent', 'otherTemp', 'otherTime'];

/** What stands in the form, by field, and of each bottle by its bath. */
function keptOf(form: FormData, baths: readonly { readonly id: string }[]): Kept {
  const text = (name: string) => textOf(form, name);
  return {
    fields: Object.fromEntries(KEPT_FIELDS.map((name) => [name, text(name)])),
    baths: Object.fromEntries(baths.map(({ id }, i) => [id, { temp: text(`baths[${i}].temp`), time: text(`baths[${i}].time`) }])),
  };
}

function readKept(state: unknown): Kept {
  const typed = (state as { typed?: Partial<Kept> } | null)?.typed;
  return { fields: typed?.fields ?? {}, baths: typed?.baths ?? {} };
}

/** The leaflet typed in, field by field, with a picture of where a leaflet says it. */
export function KitStep({ kit, ownKits, likes, like, reply }: KitStepProps) {
  const units = useUnits();
  const kept = readKept(useLocation().state);
  const [form, fields] = useCheckedForm(firstKitSchema(units), reply, {
    ...kept.fields,
    like: like.id,
    baths: like.baths.map(({ id }) => kept.baths[id] ?? {}),
  });
  const navigate = useNavigate();
  /** Another box has other bottles; what was typed of those in both stays. */
  const choose = (event: MouseEvent, to: string) => {
    const typed = document.getElementById(form.id);
    if (!(typed instanceof HTMLFormElement)) return;
    event.preventDefault();
    void navigate(to, { state: { typed: keptOf(new FormData(typed), like.baths) }, preventScrollReset: true });
  };
  const [part, setPart] = useState<LeafletPart | null>(null);
  const baths = fields.baths.getFieldList();
  const at = (of: LeafletPart) => ({ onFocus: () => setPart(of), onBlur: () => setPart(null) });
  const unit = `°${units.temperature}`;
  return (
    <>
      <p className="mb-3 max-w-prose">
        Take the <Term id="leaflet">leaflet</Term> out of the box. All times come from it, so it is copied here once. Figures that it does
        not give stay empty. The picture shows where a leaflet usually says it; yours may look otherwise.
      </p>
      <ChooseOne title="It is here already" what="kit" among={ownKits} chosen={kit?.id ?? null} />
      <nav aria-label="Bottles in the box" className="mb-3 flex flex-wrap items-center gap-2">
        <span className="font-semibold">In the box are:</span>
        {likes.map((each) => (
          <Link
            key={each.id}
            to={`/first-roll?step=kit&like=${each.id}`}
            preventScrollReset
            onClick={(event) => choose(event, `/first-roll?step=kit&like=${each.id}`)}
            aria-current={each.id === like.id ? 'true' : undefined}
            className={`flex min-h-11 items-center rounded-card border px-3 no-underline ${each.id === like.id ? 'border-petrol bg-petrol font-bold text-white' : 'border-[#8aa39e] bg-card'}`}
          >
            {each.baths.join(', ').toLowerCase()}
          </Link>
        ))}
      </nav>
      <Form method="post" {...getFormProps(form)} className="grid gap-4 xl:grid-cols-[minmax(0,1fr)_24rem]">
        <input type="hidden" name="intent" value="kit" />
        <input type="hidden" name={fields.like.name} value={like.id} />
        <div className="min-w-0 space-y-4">
          <Card className="grid gap-3 sm:grid-cols-3">
            <div className="sm:col-span-3" {...at('name')}>
              <TextField field={fields.name} label="1. Its name, as on the box" />
            </div>
            <div {...at('makes')}>
              <TextField field={fields.makesMl} label="2. It makes" unit={units.volume} figures />
            </div>
            <div {...at('capacity')}>
              <TextField field={fields.capacityRolls} label="3. Good for" unit="rolls" figures hint="Empty if it does not say" />
            </div>
            <div {...at('wear')}>
              <TextField field={fields.wearPercent} label="4. Each roll adds" unit="%" figures hint="Empty if it does not say" />
            </div>
          </Card>
          {like.baths.map((bath, i) => {
            const field = baths[i]?.getFieldset();
            if (!field) return null;
            const main = isMainDeveloper(bath.kind);
            return (
              <Card key={bath.id} className="grid gap-3 sm:grid-cols-2" {...at(`bath:${bath.id}`)}>
                <div className="sm:col-span-2">
                  <h3 className="font-bold">
                    {5 + i}. {bath.name}
                  </h3>
                  <p className="text-sm text-quiet">{whatItDoes(bath.kind)}</p>
                </div>
                <TextField field={field.temp} label={`${bath.name}: temperature`} unit={unit} figures />
                <TextField field={field.time} label={`${bath.name}: time`} unit="min:s" hint="Such as 3:15" />
                {main && (
                  <>
                    <TextField
                      field={fields.otherTemp}
                      label="Another temperature"
                      unit={unit}
                      figures
                      hint="If its table has a second row"
                    />
                    <TextField field={fields.otherTime} label="and its time" unit="min:s" hint="It lets the time follow the temperature" />
                  </>
                )}
              </Card>
            );
          })}
          <FormErrors errors={form.errors} />
          <Button filled className="min-h-14 px-6 text-lg max-sm:w-full">
            This is my kit
          </Button>
          <p className="text-sm text-quiet">
            More that a leaflet may say (push, agitation, mixing) has its place on the Shelf, at the kit.
          </p>
        </div>
        <div className="max-xl:order-first">
          <div className="xl:sticky xl:top-4">
            <LeafletPicture part={part} baths={like.baths.map(({ id, name, kind }) => ({ id, name, twoRows: isMainDeveloper(kind) }))} />
          </div>
        </div>
      </Form>
    </>
  );
}
