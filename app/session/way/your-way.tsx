import { Select } from '@headlessui/react';
import type { ReactNode } from 'react';
import { Link, useSearchParams } from 'react-router';
import { isWater } from '../../../core/kit/kind.ts';
import type { Manner } from '../../../core/kit/manner.ts';
import type { PlannedStep } from '../../../core/schedule/plan.ts';
import type { SingleInUse } from '../../../core/schedule/way/single-in-use.ts';
import { showDuration } from '../../../core/units/duration.ts';
import { showTemperature } from '../../../core/units/temperature.ts';
import { fieldOfTemperature } from '../../../core/units/typed-temperature.ts';
import { Button } from '../../ui/button.tsx';
import { INPUT_SHAPE } from '../../ui/forms/input-shape.ts';
import { useUnits } from '../../ui/forms/units.ts';
import { TonightForm, type TypedRefusal } from '../draft/tonight-form.tsx';
import { MannerDrawing } from './manner-drawing.tsx';
import { OfWay, useScope } from './of-way.tsx';
import { Owned } from './owned.tsx';
import { MANNER_WORDS, MANNERS, MOVEMENT_WORDS, MOVEMENTS, type WayShown } from './way-shown.ts';

const SET_IN = [
  ['rinse', 'A rinse'],
  ['wash', 'A wash'],
  ['stop', 'A stop bath'],
] as const;

interface YourWayProps {
  readonly shown: WayShown;
  readonly step: PlannedStep;
  readonly refusal: TypedRefusal | null;
  /** Single baths: those that stand ready, and those that are made up when they are needed. */
  readonly singles: readonly SingleInUse[];
  /** What else can be said of this step where it is shown. */
  readonly children?: ReactNode;
}

/** One step as this person does it: its time, temperature, water, movement and place; what is set in after it; what is one’s own (domain.md 9.1). */
export function YourWay({ shown, step, refusal, singles, children }: YourWayProps) {
  const { temperature } = useUnits();
  const refused = refusal?.field === `way ${step.id}` ? refusal : null;
  const own = shown.way.find((each) => each.id === step.id);
  return (
    <section aria-labelledby="your-way" className="mt-2 mb-3 rounded-card border-2 border-petrol px-3 py-2.5">
      <div className="mb-1 flex items-baseline justify-between gap-3">
        <h3 id="your-way" className="font-bold">
          {step.name}, your way
        </h3>
        <Link to="?" preventScrollReset className="text-sm">
          Close
        </Link>
      </div>
      {shown.evening !== 'none' && <ForHowLong shown={shown} />}
      <TonightForm key={`${step.id} ${JSON.stringify(own ?? null)}`} className="space-y-2.5">
        <OfWay intent={null} shown={shown} />
        <input type="hidden" name="step" value={step.id} />
        <div className="grid grid-cols-2 gap-3 sm:grid-cols-3">
          <label>
            <span className="text-sm">Time</span>
            <input
              name="s"
              defaultValue={own?.s === undefined ? '' : showDuration(own.s)}
              placeholder={showDuration(step.seconds)}
              inputMode="numeric"
              autoComplete="off"
              className={`${INPUT_SHAPE} block w-full font-mono`}
              aria-describedby={refused ? 'way-said' : undefined}
            />
          </label>
          <label>
            <span className="text-sm">Temperature</span>
            <input
              name="tempC"
              defaultValue={own && typeof own.c === 'number' ? fieldOfTemperature(own.c, temperature) : ''}
              placeholder={showTemperature(step.temperatureC, temperature)}
              inputMode="decimal"
              autoComplete="off"
              className={`${INPUT_SHAPE} block w-full font-mono`}
              aria-describedby={refused ? 'way-said' : undefined}
            />
          </label>
          <label className="max-sm:col-span-2">
            <span className="text-sm">Moved</span>
            <Select name="movement" defaultValue={step.movement ?? ''} className={`${INPUT_SHAPE} block w-full`}>
              <option value="">{isWater(step.kind) ? 'as you like' : 'as printed'}</option>
              {MOVEMENTS.map((movement) => (
                <option key={movement} value={movement}>
                  {MOVEMENT_WORDS[movement]}
                </option>
              ))}
            </Select>
          </label>
        </div>
        {isWater(step.kind) && <Water manner={step.manner ?? null} />}
        {refused && (
          <p id="way-said" role="alert" className="text-sm font-semibold text-hot">
            {refused.message}
          </p>
        )}
        <div className="flex flex-wrap gap-2">
          <Button name="intent" value="way">
            Keep as my way
          </Button>
          <Button name="intent" value="way-leave-out">
            Leave it out
          </Button>
        </div>
      </TonightForm>
      {children}
      <div className="mt-2.5 flex flex-wrap items-center gap-2 border-t border-line pt-2.5">
        <Move shown={shown} step={step} />
        <TonightForm className="flex flex-wrap items-center gap-2">
          <OfWay intent="way-set-in" shown={shown} />
          <input type="hidden" name="after" value={step.id} />
          <span className="text-sm">Set in after it</span>
          {SET_IN.map(([water, label]) => (
            <Button key={water} name="water" value={water}>
              {label}
            </Button>
          ))}
          {singles.map(({ kit, name }) => (
            <Button key={kit} name="single" value={kit}>
              {name}
            </Button>
          ))}
          {singles.length === 0 && (
            <Link to="/shelf/kits/new?process=any&bottles=final-rinse" className="text-sm underline">
              A last bath of my own
            </Link>
          )}
        </TonightForm>
      </div>
      <Owned shown={shown} />
    </section>
  );
}

/** For tonight alone, or from now on: where it is chosen, it holds for every press of the panel. */
function ForHowLong({ shown }: { readonly shown: WayShown }) {
  const [search] = useSearchParams();
  const scope = useScope(shown);
  const to = (how: string) => {
    const next = new URLSearchParams(search);
    next.set('for', how);
    return `?${next}`;
  };
  return (
    <p className="mb-2 flex gap-1.5" role="group" aria-label="For how long">
      {(
        [
          ['always', 'From now on'],
          ['tonight', 'Tonight only'],
        ] as const
      ).map(([how, says]) => (
        <Link
          key={how}
          to={to(how)}
          preventScrollReset
          aria-current={scope === how ? 'true' : undefined}
          className={`flex min-h-9 items-center rounded-card border px-3 text-sm no-underline ${scope === how ? 'border-petrol bg-mist font-semibold text-ink' : 'border-line text-quiet'}`}
        >
          {says}
        </Link>
      ))}
    </p>
  );
}

/** Before the step before it, or after the one after it. */
function Move({ shown, step }: { readonly shown: WayShown; readonly step: PlannedStep }) {
  const at = shown.steps.findIndex(({ id }) => id === step.id);
  const [before, after] = [shown.steps[at - 1], shown.steps[at + 1]];
  return (
    <TonightForm className="flex items-center gap-2">
      <OfWay intent="way-move" shown={shown} />
      <input type="hidden" name="step" value={step.id} />
      {before && (
        <Button name="before" value={before.id} aria-label={`Before ${before.name.toLowerCase()}`}>
          <span aria-hidden>←</span> Earlier
        </Button>
      )}
      {after && (
        <Button name="after" value={after.id} aria-label={`After ${after.name.toLowerCase()}`}>
          Later <span aria-hidden>→</span>
        </Button>
      )}
    </TonightForm>
  );
}

function Water({ manner }: { readonly manner: Manner | null }) {
  const counts = manner?.manner === 'changes' ? String(manner.changes) : manner?.manner === 'counted' ? manner.fills.join(', ') : '';
  return (
    <fieldset className="group">
      <legend className="text-sm">The water</legend>
      <div className="grid grid-cols-5 gap-1">
        {MANNERS.map((each) => (
          <label
            key={each}
            className="flex min-h-16 flex-col items-center justify-end rounded-card border border-line px-0.5 py-1 text-center text-xs has-checked:border-petrol has-checked:bg-mist has-checked:font-semibold has-focus-visible:outline-2 has-focus-visible:outline-petrol"
          >
            <input type="radio" name="manner" value={each} defaultChecked={manner?.manner === each} className="sr-only" />
            <MannerDrawing manner={each} />
            {MANNER_WORDS[each]}
          </label>
        ))}
      </div>
      <label className="mt-1.5 hidden group-has-[[value=changes]:checked]:block group-has-[[value=counted]:checked]:block">
        <span className="text-sm">How many changes, or inversions of each fill</span>
        <input
          name="counts"
          defaultValue={counts}
          placeholder="3, or 5, 10, 20"
          inputMode="numeric"
          autoComplete="off"
          className={`${INPUT_SHAPE} block w-full font-mono`}
        />
      </label>
    </fieldset>
  );
}
