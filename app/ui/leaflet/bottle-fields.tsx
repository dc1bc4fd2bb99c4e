import { Select } from '@headlessui/react';
import { isDeveloper } from '../../../core/kit/kind.ts';
import type { BottleKind } from '../../../core/kit/bottle-kinds.ts';
import type { Units } from '../../../core/units/units.ts';
import { INPUT_SHAPE } from '../forms/input-shape.ts';
import { asPrinted } from './as-printed.ts';
import { bathTexture } from '../strip/bath-texture.ts';
import type { Faults, Typed } from './typed-fields.ts';

interface BottleProps {
  readonly place: number;
  readonly kind: BottleKind;
  /** What it is usually called. */
  readonly name: string;
  readonly typed: Typed;
  readonly faults: Faults;
  readonly units: Units;
  readonly takeOut: (event: React.MouseEvent) => void;
}

const WEARS = [
  ['none', 'not a word'],
  ['percent', 'percent a roll'],
  ['add', 'seconds every so many'],
  ['table', 'a table by roll'],
] as const;

/** Two figures are in sight; a fault of any other opens what it stands behind. */
const IN_SIGHT: readonly string[] = ['time', 'temp'];
const SAID_BEHIND = [
  ['more', 'other temperatures'],
  ['wear', 'grows with rolls'],
  ['pull', 'pull'],
  ['push1', 'push'],
  ['beat', 'agitation'],
  ['keeps', 'keeping'],
  ['after', 'thrown away'],
  ['mix', 'mixing'],
  ['water', 'water after it'],
] as const;

/** One bottle by questions, in the order of a leaflet: two fields for the ordinary one, the rest a press away. */
export function BottleFields({ place, kind, name, typed, faults, units, takeOut }: BottleProps) {
  const of = (field: string) => `${place}.${field}`;
  const ask = { typed, faults, of };
  const printed = asPrinted(units);
  const said = SAID_BEHIND.flatMap(([field, words]) => ((typed[of(field)] ?? '') === '' || typed[of(field)] === 'none' ? [] : words));
  const open = Object.keys(faults).some((field) => field.startsWith(of('')) && !IN_SIGHT.includes(field.slice(of('').length)));
  return (
    <fieldset className="rounded-card border border-line bg-white px-4 py-3">
      <legend className="sr-only">{name}</legend>
      <div className="flex flex-wrap items-end gap-x-3 gap-y-2">
        <span aria-hidden className={`${bathTexture(kind)} mb-1 size-9 shrink-0 rounded border border-[#a9bfb7]`} />
        <p className="mb-2 w-40 grow font-bold sm:grow-0">
          {place + 1}. {typed[of('called')] || name}
        </p>
        {typed[of('id')] && <input type="hidden" name={of('id')} value={typed[of('id')]} />}
        <div className="grid min-w-0 grow grid-cols-2 gap-3 max-sm:order-last max-sm:basis-full max-sm:grid-cols-[5.5rem_minmax(0,1fr)]">
          <Ask field="time" label="Time" placeholder="3:15" {...ask} />
          <Ask
            field="temp"
            label={`Temperature, °${units.temperature}`}
            placeholder={isDeveloper(kind) ? printed.warm : printed.range}
            {...ask}
          />
        </div>
        <button
          name="pick"
          value={`-${place}`}
          formMethod="get"
          formNoValidate
          onClick={takeOut}
          className="min-h-11 px-1 text-sm underline"
          aria-label={`Take out ${name}`}
        >
          Take out
        </button>
      </div>
      <details className="group mt-2" open={open}>
        <summary className="text-sm">
          <span className="font-semibold text-petrol underline">What else the leaflet prints of it</span>
          {said.length > 0 && <span className="text-quiet group-open:hidden"> · {said.join(', ')}</span>}
        </summary>
        <div className="mt-2 grid gap-3 sm:grid-cols-2">
          <fieldset className="group/wear sm:col-span-2">
            <legend className="text-sm font-semibold">Does the time grow with rolls?</legend>
            <div className="flex flex-wrap gap-1.5">
              {WEARS.map(([value, label]) => (
                <label
                  key={value}
                  className="flex min-h-11 items-center rounded-card border border-line px-3 has-checked:border-petrol has-checked:bg-mist has-checked:font-semibold has-focus-visible:outline-2 has-focus-visible:outline-petrol"
                >
                  <input
                    type="radio"
                    name={of('wear')}
                    value={value}
                    defaultChecked={(typed[of('wear')] ?? 'none') === value}
                    className="sr-only"
                  />
                  {label}
                </label>
              ))}
            </div>
            <div className="mt-2 hidden grid-cols-2 gap-3 group-has-[[value=percent]:checked]/wear:grid">
              <Ask field="percent" label="Percent" placeholder="2" {...ask} />
              <Ask field="percentEvery" label="every so many rolls" placeholder="1" {...ask} />
            </div>
            <div className="mt-2 hidden grid-cols-2 gap-3 group-has-[[value=add]:checked]/wear:grid">
              <Ask field="adds" label="Longer" placeholder="0:40" {...ask} />
              <Ask field="every" label="every so many rolls" placeholder="2" {...ask} />
            </div>
            <div className="mt-2 hidden group-has-[[value=table]:checked]/wear:block">
              <Ask field="table" label="The table, a line each" placeholder={'1-3 3:20\n4-6 3:40'} lines {...ask} />
            </div>
          </fieldset>
          {isDeveloper(kind) && (
            <>
              <Ask field="more" label="Other temperatures, a line each" placeholder={printed.rows} lines {...ask} />
              <div className="grid grid-cols-3 gap-2 self-start">
                <Ask field="pull" label="Pull 1" placeholder="0.8" {...ask} />
                <Ask field="push1" label="Push 1" placeholder="4:30" {...ask} />
                <Ask field="push2" label="Push 2" placeholder="55 %" {...ask} />
              </div>
            </>
          )}
          <div className="grid grid-cols-[8rem_minmax(0,1fr)] gap-2 self-start">
            <Ask field="first" label="First moved for, s" placeholder="15" {...ask} />
            <Ask field="beat" label="then" placeholder="4 every 30" {...ask} />
          </div>
          <div className="grid grid-cols-2 gap-2 self-start">
            <Ask field="keeps" label="Keeps, mixed, days" placeholder="42" {...ask} />
            <label className="block">
              <span className="text-sm">Afterwards</span>
              <Select name={of('after')} defaultValue={typed[of('after')] ?? ''} className={`${INPUT_SHAPE} block w-full`}>
                <option value="">back into its bottle</option>
                <option value="discard">thrown away</option>
              </Select>
            </label>
          </div>
          <div className="sm:col-span-2">
            <Ask
              field="mix"
              label="How it is mixed, a line each and in order; or later"
              placeholder={printed.mix.join('\n')}
              lines
              {...ask}
            />
          </div>
          <div className="grid gap-2 sm:col-span-2 sm:grid-cols-[minmax(0,1fr)_12rem]">
            <Ask field="water" label="Water after it, a line each; or none" placeholder={printed.wash} lines {...ask} />
            <Ask field="called" label="Called on the bottle" placeholder={name} {...ask} />
          </div>
        </div>
      </details>
    </fieldset>
  );
}

interface AskProps {
  readonly field: string;
  readonly label: string;
  readonly placeholder?: string | undefined;
  readonly lines?: boolean;
  readonly typed: Typed;
  readonly faults: Faults;
  readonly of: (field: string) => string;
}

function Ask({ field, label, placeholder, lines = false, typed, faults, of }: AskProps) {
  const name = of(field);
  const fault = faults[name];
  const shared = {
    name,
    defaultValue: typed[name] ?? '',
    placeholder,
    autoComplete: 'off',
    'aria-invalid': fault ? true : undefined,
    'aria-describedby': fault ? `${name}-said` : undefined,
    className: `${INPUT_SHAPE} block w-full font-mono placeholder:text-[#7d918c]`,
  } as const;
  return (
    <div>
      <label className="block">
        <span className="text-sm">{label}</span>
        {lines ? <textarea rows={Math.max(3, (typed[name] ?? '').split('\n').length)} {...shared} /> : <input {...shared} />}
      </label>
      <FieldFault name={name} fault={fault} />
    </div>
  );
}

/** What is wrong with a field, beneath it; it is no part of the field’s name. */
export function FieldFault({ name, fault }: { readonly name: string; readonly fault: string | undefined }) {
  return (
    fault && (
      <p id={`${name}-said`} role="alert" className="text-sm font-semibold text-hot">
        {fault}
      </p>
    )
  );
}
