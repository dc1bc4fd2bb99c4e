import { Link } from 'react-router';
import type { EveningRun } from '../../../core/evening/evening.ts';
import { isDeveloper, isWater } from '../../../core/kit/kind.ts';
import { MANNERS, MOVEMENTS, type Manner, type MannerKind, type Movement } from '../../../core/kit/manner.ts';
import type { PlannedStep } from '../../../core/schedule/plan.ts';
import type { SingleInUse } from '../../../core/schedule/single-in-use.ts';
import { isSetIn, type WayStep } from '../../../core/schedule/way.ts';
import { showOwnMargin, type OwnMargin } from '../../../core/timing/own-margin.ts';
import { showDuration } from '../../../core/units/duration.ts';
import { fieldOfTemperature, showTemperature } from '../../../core/units/temperature.ts';
import { Button } from '../../ui/button.tsx';
import { INPUT_SHAPE } from '../../ui/forms/fields.tsx';
import { useUnits } from '../../ui/forms/units.ts';
import { TonightForm, type TypedRefusal } from '../draft/tonight-form.tsx';
import { MannerDrawing } from './manner-drawing.tsx';

const MANNER_WORDS: Readonly<Record<MannerKind, string>> = {
  standing: 'stands',
  running: 'runs',
  changes: 'changed',
  counted: 'counted',
  'until-clear': 'until clear',
};
const MOVEMENT_WORDS: Readonly<Record<Movement, string>> = {
  none: 'not moved',
  gentle: 'gently, all the time',
  shaken: 'shaken',
  'as-developer': 'as the developer',
};
const SET_IN = [
  ['rinse', 'A rinse'],
  ['wash', 'A wash'],
  ['stop', 'A stop bath'],
] as const;

interface YourWayProps {
  readonly run: EveningRun;
  readonly kitId: string;
  readonly step: PlannedStep;
  readonly way: readonly WayStep[];
  /** The person’s own margin on this bath at this run’s push alone. */
  readonly atPushOwn: OwnMargin | null;
  readonly refusal: TypedRefusal | null;
  /** Single baths: those that stand ready, and those that are made up when they are needed. */
  readonly singles: readonly SingleInUse[];
}

/** One step as this person does it: its time, temperature, water and movement; what is set in after it; what was left out (domain.md 9.1). */
export function YourWay({ run, kitId, step, way, atPushOwn, refusal, singles }: YourWayProps) {
  const { temperature } = useUnits();
  const refused = refusal?.field === `way ${step.id}` ? refusal : null;
  const own = way.find((each) => each.id === step.id);
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
      <TonightForm key={`${step.id} ${JSON.stringify(own ?? null)}`} className="space-y-2.5">
        <OfWay intent={null} {...{ run, kitId }} />
        <input type="hidden" name="step" value={step.id} />
        <div className="grid grid-cols-2 gap-3 sm:grid-cols-3">
          <label>
            <span className="text-sm">Time</span>
            <input
              name="s"
              defaultValue={own && 's' in own && own.s !== undefined ? showDuration(own.s) : ''}
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
            <select name="movement" defaultValue={step.movement ?? ''} className={`${INPUT_SHAPE} block w-full`}>
              <option value="">{isWater(step.kind) ? 'as you like' : 'as printed'}</option>
              {MOVEMENTS.map((movement) => (
                <option key={movement} value={movement}>
                  {MOVEMENT_WORDS[movement]}
                </option>
              ))}
            </select>
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
      {isDeveloper(step.kind) && run.pushStops !== 0 && <AtThisPush {...{ run, kitId, step, atPushOwn }} />}
      <TonightForm className="mt-2.5 flex flex-wrap items-center gap-2 border-t border-line pt-2.5">
        <OfWay intent="way-set-in" {...{ run, kitId }} />
        <input type="hidden" name="after" value={step.id} />
        <span className="text-sm">Set in after it</span>
        {SET_IN.map(([water, label]) => (
          <Button key={water} name="water" value={water}>
            {label}
          </Button>
        ))}
        {singles.map(({ kit, bath }) => (
          <Button key={kit} name="single" value={kit}>
            {bath.name}
          </Button>
        ))}
        {singles.length === 0 && (
          <Link to="/shelf/kits/new?process=any&bottles=final-rinse" className="text-sm">
            A last bath of my own
          </Link>
        )}
      </TonightForm>
      <Owned {...{ run, kitId, way }} />
    </section>
  );
}

/** By conviction, for one push alone: a box-speed roll of the same evening knows nothing of it (domain.md 9, own margin). */
function AtThisPush({ run, kitId, step, atPushOwn }: Pick<YourWayProps, 'run' | 'kitId' | 'step' | 'atPushOwn'>) {
  return (
    <TonightForm
      key={JSON.stringify(atPushOwn)}
      className="mt-2.5 grid grid-cols-[8rem_1fr_auto] items-end gap-2 border-t border-line pt-2.5"
    >
      <input type="hidden" name="intent" value="margin" />
      <input type="hidden" name="batchId" value={run.batchId} />
      <input type="hidden" name="kitId" value={kitId} />
      <input type="hidden" name="bath" value={step.bath} />
      <input type="hidden" name="push" value={run.pushStops} />
      <label>
        <span className="text-sm">At this push alone</span>
        <input
          name="amount"
          defaultValue={atPushOwn ? showOwnMargin(atPushOwn) : ''}
          placeholder="+0:20"
          autoComplete="off"
          className={`${INPUT_SHAPE} block w-full font-mono`}
        />
      </label>
      <label>
        <span className="text-sm">because</span>
        <input
          name="reason"
          defaultValue={atPushOwn?.reason ?? ''}
          maxLength={200}
          autoComplete="off"
          className={`${INPUT_SHAPE} block w-full`}
        />
      </label>
      <Button>Keep</Button>
    </TonightForm>
  );
}

function Water({ manner }: { readonly manner: Manner | null }) {
  const counts = manner?.manner === 'changes' ? String(manner.changes) : manner?.manner === 'counted' ? manner.fills.join(', ') : '';
  return (
    <fieldset>
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
      <label className="mt-1.5 block">
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

/** What is this person's own, each with the way back to the kit. */
function Owned({ run, kitId, way }: Pick<YourWayProps, 'run' | 'kitId' | 'way'>) {
  const { temperature } = useUnits();
  if (way.length === 0) return null;
  const costs = run.plan.ok ? run.plan.value.warnings.filter(({ code }) => code === 'after-final') : [];
  const names = new Map((run.plan.ok ? run.plan.value.steps : []).map((step) => [step.id, step.name]));
  return (
    <div className="mt-2.5 border-t border-line pt-2.5">
      <h4 className="text-sm font-semibold">What is your own here</h4>
      <ul>
        {way.map((step, i) => (
          <li key={i} className="flex items-center justify-between gap-2 py-1 text-sm">
            <span className={'leaveOut' in step && step.leaveOut ? 'text-quiet line-through' : ''}>
              {names.get(step.id) ?? step.id}
              {isSetIn(step) && `, set in after ${(names.get(step.after ?? '') ?? step.after ?? '').toLowerCase()}`}
              {step.s !== undefined && ` ${showDuration(step.s)}`}
              {typeof step.c === 'number' && ` at ${showTemperature(step.c, temperature)}`}
              {step.manner && `, ${MANNER_WORDS[step.manner]}`}
              {step.changes !== undefined && ` × ${step.changes}`}
              {step.fills && ` ${step.fills.join(', ')}`}
              {step.movement && `, ${MOVEMENT_WORDS[step.movement]}`}
              {run.asTheKit?.[step.id] !== undefined && (
                <span className="text-quiet">, was {showDuration(run.asTheKit[step.id] ?? 0)}</span>
              )}
            </span>
            <TonightForm>
              <OfWay intent="way-back" {...{ run, kitId }} />
              <input type="hidden" name="step" value={step.id} />
              <button
                className="min-h-9 font-semibold whitespace-nowrap underline"
                aria-label={`Put ${names.get(step.id) ?? step.id} back`}
              >
                Put back
              </button>
            </TonightForm>
          </li>
        ))}
      </ul>
      {costs.map(({ message }) => (
        <p key={message} className="text-sm text-quiet">
          What that costs: {message}
        </p>
      ))}
    </div>
  );
}

function OfWay({ intent, run, kitId }: { readonly intent: string | null; readonly run: EveningRun; readonly kitId: string }) {
  return (
    <>
      {intent !== null && <input type="hidden" name="intent" value={intent} />}
      <input type="hidden" name="kitId" value={kitId} />
      <input type="hidden" name="treatment" value={run.treatment} />
    </>
  );
}
