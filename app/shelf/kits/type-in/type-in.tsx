import { useEffect, useMemo, useRef, useState } from 'react';
import { data, Form, Link, redirect } from 'react-router';
import { mixFaults } from '../../../../core/chemistry/mixing/mixing.ts';
import { PROCESSES, type Process } from '../../../../core/film/process.ts';
import { readKit } from '../../../../core/kit/kit-document.ts';
import { kitIdFor } from '../../../../core/kit/kit-id.ts';
import { BOTTLE_KINDS, BOTTLE_NAMES, kitOfLeaflet, USUAL_BOTTLES, type BottleKind } from '../../../../core/kit/typed-leaflet.ts';
import { nowMs } from '../../../server/database/clock.server.ts';
import { storedUnits } from '../../../server/settings.server.ts';
import { kitIdTaken, saveKit } from '../../../server/shelf/kits.server.ts';
import { Button, LinkButton } from '../../../ui/button.tsx';
import { INPUT_SHAPE } from '../../../ui/forms/fields.tsx';
import { postedForm } from '../../../ui/forms/posted-form.ts';
import { TYPED_IN, typedIn, unitsTypedIn } from '../../../ui/forms/typed-in.ts';
import { useUnits } from '../../../ui/forms/units.ts';
import { PageHead } from '../../../ui/page-head.tsx';
import type { Route } from './+types/type-in.ts';
import { BottleFields } from './bottle-fields.tsx';
import { bottlesOf, readLeaflet, type Faults, type Typed } from './read-leaflet.ts';
import { WhatItMakes } from './what-it-makes.tsx';

export const meta: Route.MetaFunction = () => [{ title: 'Type in a leaflet · Steady Reel' }];

/** Longer is no leaflet. */
const MOST_TYPED = 20_000;

function typedOf(entries: Iterable<readonly [string, FormDataEntryValue]>): Typed {
  let left = MOST_TYPED;
  return Object.fromEntries(
    [...entries].flatMap(([name, value]) => {
      if (typeof value !== 'string' || value.length > left) return [];
      left -= value.length;
      return [[name, value]];
    }),
  );
}

/** The page begins empty; a bottle picked without scripts carries what was typed in its address. */
export function loader({ request }: Route.LoaderArgs) {
  const typed = typedOf(new URL(request.url).searchParams);
  const pick = typed['pick'] ?? '';
  return { typed: pick === '' ? typed : { ...typed, bottles: picked(typed['bottles'] ?? '', pick) } };
}

/** `stop` picks a bottle, `-2` takes the third one back. */
function picked(bottles: string, pick: string): string {
  const list = bottles.split(',').filter(Boolean);
  return (pick.startsWith('-') ? list.toSpliced(Number(pick.slice(1)), 1) : [...list, pick]).join(',');
}

export async function action({ request }: Route.ActionArgs) {
  const form = await postedForm(request);
  const typed = typedOf(form);
  const { said, faults } = readLeaflet(typed, unitsTypedIn(form, storedUnits()), kitIdFor(typed['name'] ?? '', kitIdTaken));
  const refuse = (all: Faults) => data({ typed, faults: all }, { status: 422 });
  if (!said || Object.keys(faults).length > 0) return refuse(faults);
  const checked = readKit(kitOfLeaflet(said));
  if (!checked.ok) return refuse(faultsAtFields(checked.errors));
  const unmixable = mixFaults(checked.value);
  if (unmixable.length > 0) return refuse(faultsAtFields(unmixable));
  saveKit(checked.value, nowMs());
  throw redirect(`/shelf/kits/${encodeURIComponent(said.id)}`);
}

/** Faults of the document at the fields that they came from. */
function faultsAtFields(errors: readonly { readonly path: string; readonly message: string }[]): Faults {
  return Object.fromEntries(
    errors.map(({ path, message }) => {
      const bottle = /^\$\.baths\[(\d+)\]\.?(\w+)?/.exec(path);
      const field = { time: 'more', exhaustion: 'table', push: 'push1', mix: 'mix', agitation: 'beat', keepsDays: 'keeps' }[
        bottle?.[2] ?? ''
      ];
      return [bottle ? `${bottle[1]}.${field ?? 'temp'}` : 'bottles', message];
    }),
  );
}

const KEPT = 'steady-reel-leaflet';

export default function TypeIn({ loaderData, actionData }: Route.ComponentProps) {
  const units = useUnits();
  const form = useRef<HTMLFormElement>(null);
  const [typed, setTyped] = useState<Typed>(actionData?.typed ?? loaderData.typed);
  const [again, setAgain] = useState(0);
  const bottles = bottlesOf(typed);
  const process: Process = PROCESSES.find((each) => each === typed['process']) ?? 'C-41';
  const { said } = useMemo(() => readLeaflet(typed, units, 'typed'), [typed, units]);
  const faults: Faults = actionData?.faults ?? {};
  const filled = Object.entries(typed).filter(
    ([name, value]) => !['bottles', 'process', TYPED_IN].includes(name) && value.trim() !== '' && !/\.wear$/.test(name),
  ).length;

  // Leaving and coming back loses nothing: what was typed waits in this browser until it is on the shelf.
  useEffect(() => {
    if (Object.keys(typed).length > 0 || actionData) return;
    const kept = readKept();
    if (!kept) return;
    const frame = requestAnimationFrame(() => {
      setTyped(kept);
      setAgain((n) => n + 1);
    });
    return () => cancelAnimationFrame(frame);
    // eslint-disable-next-line react-hooks/exhaustive-deps -- once, when the page comes
  }, []);
  const keep = (next: Typed) => {
    setTyped(next);
    try {
      sessionStorage.setItem(KEPT, JSON.stringify(next));
    } catch {
      // A browser that keeps nothing forgets what is not yet on the shelf.
    }
  };
  const fields = () => (form.current ? typedOf(new FormData(form.current)) : typed);
  const pick = (what: string) => keep({ ...withoutBottle(fields(), what), bottles: picked(bottles.join(','), what) });
  const offered = bottlesOffered(process).filter((kind) => !bottles.includes(kind));
  return (
    <>
      <PageHead title="Type in a leaflet">Every field starts empty: nothing here is another kit’s figure.</PageHead>
      <Form
        key={again}
        ref={form}
        method="post"
        noValidate
        onInput={() => keep(fields())}
        onSubmit={() => sessionStorage.removeItem(KEPT)}
        className="grid gap-5 pb-24 lg:grid-cols-[minmax(0,1fr)_20rem]"
      >
        <button className="sr-only" tabIndex={-1} aria-hidden />
        <input type="hidden" name={TYPED_IN} value={typedIn(units)} />
        <input type="hidden" name="bottles" value={bottles.join(',')} />
        <div className="min-w-0 space-y-4">
          <div className="grid grid-cols-3 gap-3 max-sm:[&>:first-child]:col-span-3 sm:grid-cols-[minmax(0,1fr)_7rem_9rem_9rem]">
            <Field name="name" label="Name on the box" {...{ typed, faults }} />
            <label>
              <span className="text-sm font-semibold">Process</span>
              <select name="process" defaultValue={process} className={`${INPUT_SHAPE} block w-full`}>
                {PROCESSES.map((each) => (
                  <option key={each}>{each}</option>
                ))}
              </select>
            </label>
            <Field name="makes" label="A kit makes" placeholder={units.volume === 'ml' ? '1000 ml' : '1 qt'} mono {...{ typed, faults }} />
            <Field name="rolls" label="Good for rolls" placeholder="12" mono {...{ typed, faults }} />
          </div>
          <section aria-labelledby="bottles">
            <h2 id="bottles" className="font-bold">
              Which bottles are in the box?{' '}
              <span className="font-normal text-quiet">Press them in the order of pouring; water is none.</span>
            </h2>
            {faults['bottles'] && (
              <p role="alert" className="text-sm font-semibold text-hot">
                {faults['bottles']}
              </p>
            )}
            <div className="mt-1.5 flex flex-wrap gap-2">
              {offered.map((kind) => (
                <Button
                  key={kind}
                  name="pick"
                  value={kind}
                  formMethod="get"
                  formNoValidate
                  className={USUAL_BOTTLES[process].includes(kind) ? '' : 'text-sm opacity-80'}
                  onClick={(event) => {
                    event.preventDefault();
                    pick(kind);
                  }}
                >
                  + {BOTTLE_NAMES[kind]}
                </Button>
              ))}
            </div>
          </section>
          <ol className="space-y-3">
            {bottles.map((kind, i) => (
              <li key={`${kind} ${i}`}>
                <BottleFields
                  place={i}
                  kind={kind}
                  {...{ typed, faults, units }}
                  takeOut={(event) => {
                    event.preventDefault();
                    pick(`-${i}`);
                    setAgain((n) => n + 1);
                  }}
                />
              </li>
            ))}
          </ol>
        </div>
        <WhatItMakes said={said} />
        <div className="fixed inset-x-0 bottom-0 z-20 border-t border-line bg-white px-4 py-2.5">
          <div className="mx-auto flex max-w-[1400px] items-center justify-between gap-4">
            <p aria-live="polite">
              {Object.keys(faults).length > 0 ? (
                <span className="font-semibold text-hot">
                  {Object.keys(faults).length === 1 ? 'One field is' : `${Object.keys(faults).length} fields are`} to be put right.
                </span>
              ) : (
                <>
                  <strong className="figure">{filled}</strong> fields <span className="text-quiet">· {leftToType(typed, bottles)}</span>
                </>
              )}
            </p>
            <span className="flex gap-2">
              <LinkButton to="/shelf#kits" className="max-sm:hidden">
                Back
              </LinkButton>
              <Button filled>Put it on the shelf</Button>
            </span>
          </div>
        </div>
      </Form>
      <p className="pb-24 text-sm text-quiet">
        The same leaflet with other figures? Open the kit that comes nearest <Link to="/shelf#kits">on the shelf</Link> and copy it. The
        leaflet in your box and its safety data sheet overrule what stands here.
      </p>
    </>
  );
}

/** What may be in a box of this process: the usual bottles first, and none that its film has no use for. */
function bottlesOffered(process: Process): BottleKind[] {
  const ofSlides: readonly BottleKind[] = ['first-developer', 'reversal', 'colour-developer', 'pre-bleach'];
  const has = (kind: BottleKind) =>
    process === 'E-6'
      ? kind !== 'developer' && kind !== 'prebath'
      : !ofSlides.includes(kind) && (kind !== 'prebath' || process === 'ECN-2');
  return BOTTLE_KINDS.filter(has).sort((a, b) => Number(USUAL_BOTTLES[process].includes(b)) - Number(USUAL_BOTTLES[process].includes(a)));
}

/** What has to stand there before it can go on the shelf. */
function leftToType(typed: Typed, bottles: readonly BottleKind[]): string {
  const empty = (name: string) => (typed[name] ?? '').trim() === '';
  const left = [
    ...['name', 'makes'].filter(empty),
    ...bottles.flatMap((_, i) => [`${i}.time`].filter((name) => empty(name) && typed[`${i}.wear`] !== 'table')),
    ...(bottles.length === 0 ? ['bottles'] : []),
  ].length;
  return left === 0 ? 'all that is needed stands there' : `${left} to go`;
}

/** What was typed of the bottles that stay, under the places they then have. */
function withoutBottle(typed: Typed, pick: string): Typed {
  if (!pick.startsWith('-')) return typed;
  const out = Number(pick.slice(1));
  return Object.fromEntries(
    Object.entries(typed).flatMap(([name, value]) => {
      const [, place, rest] = /^(\d+)\.(.+)$/.exec(name) ?? [];
      if (place === undefined || rest === undefined) return [[name, value]];
      const n = Number(place);
      return n === out ? [] : [[`${n > out ? n - 1 : n}.${rest}`, value]];
    }),
  );
}

function readKept(): Typed | null {
  try {
    const kept: unknown = JSON.parse(sessionStorage.getItem(KEPT) ?? 'null');
    return kept && typeof kept === 'object' && !Array.isArray(kept)
      ? Object.fromEntries(Object.entries(kept).filter((pair): pair is [string, string] => typeof pair[1] === 'string'))
      : null;
  } catch {
    return null;
  }
}

interface FieldProps {
  readonly name: string;
  readonly label: string;
  readonly typed: Typed;
  readonly faults: Faults;
  readonly placeholder?: string;
  readonly mono?: boolean;
}

function Field({ name, label, typed, faults, placeholder, mono = false }: FieldProps) {
  const fault = faults[name];
  return (
    <label>
      <span className="text-sm font-semibold">{label}</span>
      <input
        name={name}
        defaultValue={typed[name] ?? ''}
        placeholder={placeholder}
        autoComplete="off"
        aria-invalid={fault ? true : undefined}
        aria-describedby={fault ? `${name}-said` : undefined}
        className={`${INPUT_SHAPE} block w-full placeholder:text-[#7d918c] ${mono ? 'font-mono' : ''}`}
      />
      {fault && (
        <span id={`${name}-said`} role="alert" className="block text-sm font-semibold text-hot">
          {fault}
        </span>
      )}
    </label>
  );
}
