import { isDeveloper } from '../../../../core/kit/kind.ts';
import { BOTTLE_NAMES, type BottleKind } from '../../../../core/kit/typed-leaflet.ts';
import type { Units } from '../../../../core/units/units.ts';
import { INPUT_SHAPE } from '../../../ui/forms/fields.tsx';
import { bathTexture } from '../../../ui/strip/bath-texture.ts';
import type { Faults, Typed } from './read-leaflet.ts';

interface BottleProps {
  readonly place: number;
  readonly kind: BottleKind;
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

/** One bottle by questions, in the order of a leaflet: two fields for the ordinary one, the rest a press away. */
export function BottleFields({ place, kind, typed, faults, units, takeOut }: BottleProps) {
  const of = (field: string) => `${place}.${field}`;
  const ask = { typed, faults, of };
  const name = BOTTLE_NAMES[kind];
  const warm = units.temperature === 'C' ? ['38', '35-40'] : ['100', '95-104'];
  const more = ['more', 'wear', 'percent', 'adds', 'every', 'table', 'pull', 'push1', 'push2', 'first', 'beat', 'mix', 'keeps'];
  const open = more.some((field) => faults[of(field)] !== undefined || (field !== 'wear' && (typed[of(field)] ?? '') !== ''));
  return (
    <fieldset className="rounded-card border border-line bg-white px-4 py-3">
      <legend className="sr-only">{name}</legend>
      <div className="flex flex-wrap items-end gap-x-3 gap-y-2">
        <span aria-hidden className={`${bathTexture(kind)} mb-1 size-9 shrink-0 rounded border border-[#a9bfb7]`} />
        <p className="mb-2 w-40 grow font-bold sm:grow-0">
          {place + 1}. {name}
        </p>
        <div className="grid min-w-0 grow grid-cols-2 gap-3 max-sm:order-last max-sm:basis-full">
          <Ask field="time" label="Time" placeholder="3:15" {...ask} />
          <Ask field="temp" label={`Temperature, °${units.temperature}`} placeholder={isDeveloper(kind) ? warm[0] : warm[1]} {...ask} />
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
        <summary className="text-sm font-semibold text-petrol underline">What else the leaflet prints of it</summary>
        <div className="mt-2 grid gap-3 sm:grid-cols-2">
          <fieldset className="sm:col-span-2">
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
            <div className="mt-2 grid gap-3 sm:grid-cols-3">
              {typed[of('wear')] === 'percent' && <Ask field="percent" label="Percent a roll" placeholder="2" {...ask} />}
              {typed[of('wear')] === 'add' && (
                <>
                  <Ask field="adds" label="So much longer" placeholder="0:40" {...ask} />
                  <Ask field="every" label="every so many rolls" placeholder="2" {...ask} />
                </>
              )}
              {typed[of('wear')] === 'table' && (
                <div className="sm:col-span-2">
                  <Ask field="table" label="The table, a line each" placeholder={'1-3 3:20\n4-6 3:40'} lines {...ask} />
                </div>
              )}
            </div>
          </fieldset>
          {isDeveloper(kind) && (
            <>
              <Ask
                field="more"
                label="Other temperatures, a line each"
                placeholder={units.temperature === 'C' ? '30 8:10\n34 5:10' : '86 8:10\n93 5:10'}
                lines
                {...ask}
              />
              <div className="grid grid-cols-3 gap-2 self-start">
                <Ask field="pull" label="Pull 1" placeholder="0.8" {...ask} />
                <Ask field="push1" label="Push 1" placeholder="4:30" {...ask} />
                <Ask field="push2" label="Push 2" placeholder="55 %" {...ask} />
              </div>
            </>
          )}
          <div className="grid grid-cols-2 gap-2 self-start">
            <Ask field="first" label="First moved for, s" placeholder="15" {...ask} />
            <Ask field="beat" label="then" placeholder="4 every 30" {...ask} />
          </div>
          <div className="self-start">
            <Ask field="keeps" label="Keeps, once mixed, days" placeholder="42" {...ask} />
          </div>
          <div className="sm:col-span-2">
            <Ask
              field="mix"
              label="How it is mixed, a line each and in order; or later"
              placeholder={'water 700 ml at 40\nPart A 100 ml\nPart B packet'}
              lines
              {...ask}
            />
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
    <label className="block">
      <span className="text-sm">{label}</span>
      {lines ? <textarea rows={3} {...shared} /> : <input {...shared} />}
      {fault && (
        <span id={`${name}-said`} role="alert" className="block text-sm font-semibold text-hot">
          {fault}
        </span>
      )}
    </label>
  );
}
