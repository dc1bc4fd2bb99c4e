import { Select } from '@headlessui/react';
import { useEffect, useRef, useState, type ReactNode } from 'react';
import { Form } from 'react-router';
import { PROCESSES, type Process } from '../../../core/film/process.ts';
import type { ShelfKit } from '../../../core/kit/kit.ts';
import { BOTTLE_KINDS, bottleName, USUAL_BOTTLES, type BottleKind } from '../../../core/kit/bottle-kinds.ts';
import type { Units } from '../../../core/units/units.ts';
import { Button } from '../button.tsx';
import { INPUT_SHAPE } from '../forms/input-shape.ts';
import { TYPED_IN, typedIn, unitsSaid } from '../forms/typed-in.ts';
import { useUnits } from '../forms/units.ts';
import { Later } from '../later.tsx';
import { onDemand } from '../on-demand.ts';
import { asPrinted } from './as-printed.ts';
import { BottleFields, FieldFault } from './bottle-fields.tsx';
import type { RefusedLeaflet } from './posted-leaflet.ts';
import { picked, typedOf, withoutBottle } from './typed-fields.ts';
import { bottlesOf, processOf, type Faults, type Typed } from './typed-fields.ts';

/** What reads a leaflet whole and plans with it is larger than the form: it comes after it. */
const { part } = onDemand(() => import('./what-it-makes.tsx'));
const WhatItMakes = part((module) => module.WhatItMakes);

interface LeafletFormProps {
  /** What stands in it when it is opened: nothing, or a kit's own figures. */
  readonly start: Typed;
  readonly reply: RefusedLeaflet | null;
  /** The kit that is corrected or copied. */
  readonly before: ShelfKit | null;
  /** Where what was typed waits in this browser until it is kept. */
  readonly keptAs: string;
  /** Fields that the page itself needs. */
  readonly hidden?: Readonly<Record<string, string>>;
  /** The only process that is asked for; absent, it is chosen. */
  readonly only?: Process;
  /** What the field in hand is called, for a picture beside it. */
  readonly onField?: (name: string | null) => void;
  readonly beside?: ReactNode;
  readonly children: ReactNode;
}

/** A leaflet typed in by questions, in its own order: a new kit, a correction, a first roll (domain.md 4). */
export function LeafletForm({ start, reply, before, keptAs, hidden = {}, only, onField, beside, children }: LeafletFormProps) {
  const unitsNow = useUnits();
  const form = useRef<HTMLFormElement>(null);
  const [typed, setTyped] = useState<Typed>(reply?.typed ?? start);
  const [again, setAgain] = useState(0);
  // It is read in the units that it was begun in: 38.4 that stands there means the same whatever is switched meanwhile.
  const units = unitsSaid(typed[TYPED_IN], unitsNow);
  const printed = asPrinted(units);
  const bottles = bottlesOf(typed);
  const process = only ?? processOf(typed);
  const faults: Faults = reply?.faults ?? {};
  const filled = Object.entries(typed).filter(([name, value]) => isFigure(name) && value.trim() !== '' && !(name in hidden)).length;

  // Leaving and coming back loses nothing: what was typed waits in this browser until it is on the shelf.
  useEffect(() => {
    if (reply) return;
    const kept = readKept(keptAs);
    if (!kept) return;
    const frame = requestAnimationFrame(() => {
      setTyped(kept);
      setAgain((n) => n + 1);
    });
    return () => cancelAnimationFrame(frame);
    // oxlint-disable-next-line react-hooks/exhaustive-deps -- once, when the page comes
  }, []);
  const keep = (next: Typed) => {
    setTyped(next);
    keepTyped(keptAs, next);
  };
  const fields = () => (form.current ? typedOf(new FormData(form.current)) : typed);
  const [goTo, setGoTo] = useState<string | null>(null);
  useEffect(() => {
    if (goTo !== null) form.current?.querySelector<HTMLElement>(goTo)?.focus();
  }, [goTo, bottles.length]);
  // Whoever was refused goes on at the first field to be put right.
  useEffect(() => {
    if (!reply) return;
    form.current?.querySelector<HTMLElement>('[aria-invalid=true]')?.focus();
    // It left the browser's memory when it was posted, and is not on the shelf.
    keepTyped(keptAs, reply.typed);
  }, [reply, keptAs]);
  /** What was pressed is gone afterwards: the fingers go on at the bottle that came, or where the next is picked. */
  const pick = (what: string) => {
    keep({ ...withoutBottle(fields(), what), bottles: picked(bottles.join(','), what) });
    if (what.startsWith('-')) setAgain((n) => n + 1);
    setGoTo(what.startsWith('-') ? '[name=pick]' : `[name="${bottles.length}.time"]`);
  };
  const more = process === 'any' && bottles.length > 0 ? [] : bottlesOffered(process).filter((kind) => !bottles.includes(kind));
  return (
    <Form
      key={again}
      ref={form}
      method="post"
      noValidate
      onInput={() => keep(fields())}
      onFocus={(event) => onField?.(event.target.getAttribute('name'))}
      onBlur={() => onField?.(null)}
      onSubmit={() => forgetTyped(keptAs)}
      className="grid gap-5 pb-24 lg:grid-cols-[minmax(0,1fr)_20rem]"
    >
      <button className="sr-only" tabIndex={-1} aria-hidden />
      <input type="hidden" name={TYPED_IN} value={typedIn(units)} />
      <input type="hidden" name="bottles" value={bottles.join(',')} />
      {Object.entries(hidden).map(([name, value]) => (
        <input key={name} type="hidden" name={name} value={value} />
      ))}
      <div className="min-w-0 space-y-4">
        <div
          className={`grid grid-cols-3 gap-3 max-sm:[&>:first-child]:col-span-3 ${only ? 'sm:grid-cols-[minmax(0,1fr)_9rem_9rem]' : 'sm:grid-cols-[minmax(0,1fr)_9rem_9rem_9rem]'}`}
        >
          <Field name="name" label="Name on the box" {...{ typed, faults }} />
          {only ? (
            <input type="hidden" name="process" value={only} />
          ) : (
            <label>
              <span className="text-sm font-semibold">Process</span>
              <Select name="process" defaultValue={process} className={`${INPUT_SHAPE} block w-full`}>
                {PROCESSES.map((each) => (
                  <option key={each}>{each}</option>
                ))}
                <option value="any">a single bath</option>
              </Select>
            </label>
          )}
          <Field
            name="makes"
            label={process === 'any' ? 'It makes' : 'A kit makes'}
            placeholder={printed.kit}
            mono
            {...{ typed, faults }}
          />
          <Field name="rolls" label="Good for rolls" placeholder="12" mono {...{ typed, faults }} />
        </div>
        <section aria-labelledby="bottles">
          <h2 id="bottles" className="font-bold">
            {process === 'any' ? 'Which bath is it?' : 'Which bottles are in the box?'}{' '}
            {process !== 'any' && <span className="font-normal text-quiet">Press them in the order of pouring; water is none.</span>}
          </h2>
          {faults['bottles'] && (
            <p role="alert" className="text-sm font-semibold text-hot">
              {faults['bottles']}
            </p>
          )}
          <div className="mt-1.5 flex flex-wrap gap-2">
            {more.map((kind) => (
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
                + {bottleName(kind, process)}
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
                name={bottleName(kind, process)}
                {...{ typed, faults, units }}
                takeOut={(event) => {
                  event.preventDefault();
                  pick(`-${i}`);
                }}
              />
            </li>
          ))}
        </ol>
        {typedIn(units) !== typedIn(unitsNow) && (
          <p role="status" className="text-sm font-semibold">
            This was begun in °{units.temperature} and {units.volume}, and is read so.
          </p>
        )}
        <AboutTheBox {...{ typed, faults, units }} water={process !== 'any'} />
      </div>
      <div className="space-y-4 lg:sticky lg:top-4 lg:self-start">
        {beside}
        <Later>
          <WhatItMakes {...{ typed, units, before }} />
        </Later>
      </div>
      <div className="fixed inset-x-0 bottom-0 z-20 border-t border-line bg-white px-4 py-2.5">
        <div className="mx-auto flex max-w-[1400px] items-center justify-between gap-x-4 gap-y-1 max-sm:flex-wrap">
          <p aria-live="polite" className="max-sm:basis-full max-sm:text-sm">
            {Object.keys(faults).length > 0 ? (
              <span className="font-semibold text-hot">
                {Object.keys(faults).length === 1 ? 'One field is' : `${Object.keys(faults).length} fields are`} to be put right.
              </span>
            ) : (
              <>
                <strong className="figure">{filled}</strong> {filled === 1 ? 'field' : 'fields'}{' '}
                <span className="text-quiet">· {leftToType(typed, bottles)}</span>
              </>
            )}
          </p>
          <span className="flex gap-2 max-sm:ml-auto">{children}</span>
        </div>
      </div>
    </Form>
  );
}

interface AboutTheBoxProps {
  readonly typed: Typed;
  readonly faults: Faults;
  readonly units: Units;
  readonly water: boolean;
}

/** What few leaflets print, a press away. */
function AboutTheBox({ typed, faults, units, water }: AboutTheBoxProps) {
  const printed = asPrinted(units);
  const open = ['before', 'opened', 'note'].some((name) => faults[name] !== undefined);
  return (
    <details className="rounded-card border border-line bg-white px-4 py-3" open={open}>
      <summary className="text-sm font-semibold text-petrol underline">
        {water ? 'About the box, and the water before the first bottle' : 'About the box'}
      </summary>
      <div className="mt-2 grid gap-3 sm:grid-cols-2">
        {water && <Field name="before" label="Water first, or none" placeholder={printed.prewash} mono {...{ typed, faults }} />}
        <Field name="opened" label="Keeps, once opened, days" placeholder="180" mono {...{ typed, faults }} />
        <div className="sm:col-span-2">
          <Field name="note" label="Note" {...{ typed, faults }} />
        </div>
      </div>
    </details>
  );
}

/** Not counted as typed: what was pressed, or what the page itself says. */
function isFigure(name: string): boolean {
  return !['bottles', 'process', 'note', TYPED_IN].includes(name) && !/\.(wear|id|after)$/.test(name);
}

/** What may be in a box of this process: the usual bottles first, and none that its film has no use for. */
function bottlesOffered(process: ShelfKit['process']): BottleKind[] {
  const ofSlides: readonly BottleKind[] = ['first-developer', 'reversal', 'colour-developer', 'pre-bleach'];
  const has = (kind: BottleKind) => {
    switch (process) {
      case 'any':
        return !ofSlides.includes(kind) && kind !== 'developer';
      case 'E-6':
        return kind !== 'developer' && kind !== 'prebath';
      default:
        return !ofSlides.includes(kind) && (kind !== 'prebath' || process === 'ECN-2');
    }
  };
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

function keepTyped(keptAs: string, typed: Typed): void {
  try {
    sessionStorage.setItem(keptAs, JSON.stringify(typed));
  } catch {
    // A browser that keeps nothing forgets what is not yet on the shelf.
  }
}

function forgetTyped(keptAs: string): void {
  try {
    sessionStorage.removeItem(keptAs);
  } catch {
    // Nothing was kept.
  }
}

function readKept(keptAs: string): Typed | null {
  try {
    const kept: unknown = JSON.parse(sessionStorage.getItem(keptAs) ?? 'null');
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
    <div>
      <label className="block">
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
      </label>
      <FieldFault name={name} fault={fault} />
    </div>
  );
}
