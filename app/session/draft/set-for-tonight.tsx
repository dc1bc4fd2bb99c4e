import { Select } from '@headlessui/react';
import { Link } from 'react-router';
import { isDeveloper } from '../../../core/kit/kind.ts';
import { leafletRange } from '../../../core/timing/leaflet-curve.ts';
import { ONE_TEMPERATURE_REACH_C } from '../../../core/timing/one-temperature.ts';
import { showRange } from '../../../core/units/sentence.ts';
import { fahrenheitFromCelsius, showTemperature, showTemperatureChange } from '../../../core/units/temperature.ts';
import { showVolume } from '../../../core/units/volume.ts';
import { Card } from '../../ui/card.tsx';
import { INPUT, INPUT_SHAPE } from '../../ui/forms/input-shape.ts';
import { useUnits } from '../../ui/forms/units.ts';
import type { EveningPage as TonightData } from '../evening/evening-page.server.ts';
import { OwnMarginsOf } from '../evening/parts.ts';
import { habitRows } from '../habits/habits-in-words.ts';
import { useOpened } from '../list/opened.ts';
import { hasMargins } from './margins-on.ts';
import { NoScript, TonightForm, type TypedRefusal } from './tonight-form.tsx';
import { TickBox } from '../../ui/forms/tick-box.tsx';

/** What holds for all of tonight: batch, temperatures, tanks, habits. Each change is posted as it is made. */
export function SetForTonight({
  tonight,
  refusal,
  goesOn,
}: {
  readonly tonight: TonightData;
  readonly refusal: TypedRefusal | null;
  /** What is set holds for the runs that are still to come; each has its own tank. */
  readonly goesOn: boolean;
}) {
  const { habits, wear, pushSchool } = tonight.draft;
  const { open, toggled } = useOpened();
  const isMore = open === 'more';
  const ownTonight = habits !== undefined || wear !== undefined || pushSchool !== undefined;
  return (
    <Card aria-labelledby="set-for-tonight" className="self-start">
      <h2 id="set-for-tonight" className="mb-2 font-bold">
        {goesOn ? 'Set for what is to come' : 'Set for tonight'}
      </h2>
      <div className="divide-y divide-line">
        {tonight.inUse.map((batch) => (
          <BatchRow key={batch.id} batchId={batch.id} tonight={tonight} refusal={refusal} />
        ))}
        {!goesOn && <TankRow tonight={tonight} />}
        {ownTonight && !goesOn && (
          <TonightForm className="py-2.5 text-sm text-quiet">
            {tonight.draft.pushSchool === 'rule-of-thumb' && 'Pushes are timed by rule of thumb. '}Habits of this session only.{' '}
            <button name="intent" value="usual-habits" className="min-h-9 underline">
              Back to your usual ones
            </button>
          </TonightForm>
        )}
        <div className="py-2.5">
          <Link preventScrollReset to={toggled('more')} aria-expanded={isMore} className="font-semibold underline">
            {isMore ? 'Less' : 'More'}
            <span className="sr-only">: your margins and habits</span>
          </Link>
          {isMore && (
            <div className="divide-y divide-line">
              {tonight.inUse
                .filter((batch) => !hasMargins(batch, tonight, refusal))
                .map((batch) => (
                  <div key={batch.id} className="py-2.5">
                    {tonight.inUse.length > 1 && <p className="font-semibold">{batch.name}</p>}
                    <OwnMarginsOf batch={batch} tonight={tonight} refusal={refusal} />
                  </div>
                ))}
              {habitRows(tonight.habits).map((row) => (
                <div key={row.question} className="flex justify-between gap-4 py-2.5">
                  <span className="font-semibold">{row.question}</span>
                  <span className="text-right text-quiet">{row.answer}</span>
                </div>
              ))}
              <p className="pt-3">
                <Link className="font-semibold underline" to="/habits">
                  Change your habits
                </Link>
              </p>
            </div>
          )}
        </div>
      </div>
    </Card>
  );
}

function BatchRow({
  batchId,
  tonight,
  refusal,
}: {
  readonly batchId: string;
  readonly tonight: TonightData;
  readonly refusal: TypedRefusal | null;
}) {
  const { open, toggled } = useOpened();
  const batch = tonight.batches.find((candidate) => candidate.id === batchId);
  if (!batch) return null;
  const others = tonight.batches.filter((candidate) => candidate.kit.process === batch.kit.process);
  const left = batch.rollsLeft;
  return (
    <div className="py-2.5">
      <TonightForm atOnce>
        <input type="hidden" name="intent" value="choose-batch" />
        <label className="font-semibold" htmlFor={`batch-${batch.kit.process}`}>
          {batch.kit.process} batch
        </label>
        <Select id={`batch-${batch.kit.process}`} name="batchId" key={batch.id} defaultValue={batch.id} className={INPUT}>
          {others.map((other) => (
            <option key={other.id} value={other.id}>{`${other.name}, ${Math.round(other.rollsDone * 100) / 100} done`}</option>
          ))}
        </Select>
        <NoScript />
      </TonightForm>
      <p className="mt-1 text-sm text-quiet">
        {left === null ? (
          'Its leaflet gives no capacity'
        ) : left > 0 ? (
          <>
            <span className="figure">{Math.round(left * 100) / 100}</span> rolls left
          </>
        ) : (
          'Its rolls are used up'
        )}
        {batch.daysLeft !== null &&
          (batch.daysLeft >= 0 ? (
            <>
              , good for <span className="figure">{batch.daysLeft}</span> days
            </>
          ) : (
            <>
              , past its shelf life by <span className="figure">{-batch.daysLeft}</span> days
            </>
          ))}
        {batch.reserved.rolls > 0 && `. ${Math.round(batch.reserved.rolls * 100) / 100} kept for another evening`}
        {batch.seenRemjet && '. It has seen remjet'}
        {others.length > 1 && (
          <>
            {'. '}
            <Link preventScrollReset to={toggled('batch')} aria-expanded={open === 'batch'} className="underline">
              Compare others
            </Link>
          </>
        )}
      </p>
      {batch.bottles
        .filter((bottle) => bottle.standing !== 'good')
        .map((bottle) => (
          <p key={bottle.id} className="mt-1 text-sm font-semibold text-hot">
            {bottle.name} is {bottle.standing}: {bottle.why.at(-1)}{' '}
            <Link className="underline" to={`/shelf/bottles/${bottle.number}/test`}>
              Test it
            </Link>
          </p>
        ))}
      {tonight.useFirst
        .filter(({ instead }) => instead === batch.id)
        .map(({ id, why }) => (
          <TonightForm key={id} className="mt-1 text-sm">
            <input type="hidden" name="batchId" value={id} />
            {why}{' '}
            <button name="intent" value="choose-batch" className="min-h-9 font-semibold underline">
              Use that one
            </button>
          </TonightForm>
        ))}
      <div className="max-lg:grid max-lg:grid-cols-2 max-lg:gap-x-4">
        {batch.kit.baths
          .filter((bath) => isDeveloper(bath.kind))
          .map((bath) => (
            <TemperatureField
              key={bath.id}
              batchId={batch.id}
              bath={bath}
              tempC={tonight.draft.temperaturesC[batch.id]?.[bath.id] ?? bath.nominalC}
              refusal={refusal?.field === `${batch.id} ${bath.id}` ? refusal : null}
            />
          ))}
      </div>
      {hasMargins(batch, tonight, refusal) && <OwnMarginsOf batch={batch} tonight={tonight} refusal={refusal} />}
    </div>
  );
}

interface TemperatureFieldProps {
  readonly batchId: string;
  readonly bath: {
    readonly id: string;
    readonly name: string;
    readonly time: { readonly points: readonly { readonly c: number; readonly s: number }[] };
  };
  readonly tempC: number;
  readonly refusal: TypedRefusal | null;
}

function TemperatureField({ batchId, bath, tempC, refusal }: TemperatureFieldProps) {
  const { temperature } = useUnits();
  const shown = (temperature === 'C' ? tempC : fahrenheitFromCelsius(tempC)).toFixed(1);
  const { lowC, highC } = leafletRange(bath.time.points);
  const id = `temperature-${batchId}-${bath.id}`;
  return (
    <TonightForm whenLeft className="mt-2 items-center gap-x-3 only:col-span-2 lg:mt-3 lg:grid lg:grid-cols-[1fr_7.5rem]">
      <input type="hidden" name="intent" value="temperature" />
      <input type="hidden" name="batchId" value={batchId} />
      <input type="hidden" name="step" value={bath.id} />
      <label htmlFor={id} className="font-semibold">
        {bath.name}
      </label>
      <span className="relative block">
        <input
          id={id}
          name="tempC"
          key={refusal?.typed ?? shown}
          defaultValue={refusal?.typed ?? shown}
          inputMode="decimal"
          className={`${INPUT_SHAPE} w-full pr-10 text-right font-mono text-lg text-teal`}
          aria-invalid={refusal ? true : undefined}
          aria-describedby={`${id}-range`}
          autoComplete="off"
        />
        <span aria-hidden className="figure pointer-events-none absolute top-1/2 right-2.5 -translate-y-1/2 text-quiet">
          °{temperature}
        </span>
      </span>
      <p id={`${id}-range`} className="col-span-full mt-1 text-sm text-quiet">
        {refusal ? (
          <span role="alert" className="font-semibold text-hot">
            {refusal.message}
            {refusal.nearest && ` Did you mean ${refusal.nearest}?`}
          </span>
        ) : bath.time.points.length > 1 ? (
          `leaflet: ${showRange(lowC, highC, { temperature })}`
        ) : (
          `leaflet prints ${showTemperature(bath.time.points[0]?.c ?? tempC, temperature)} alone; up to ${showTemperatureChange(ONE_TEMPERATURE_REACH_C, temperature).replace(/^\+/, '')} from it by rule of thumb`
        )}
      </p>
      <NoScript />
    </TonightForm>
  );
}

function TankRow({ tonight }: { readonly tonight: TonightData }) {
  const { volume } = useUnits();
  const chosen = tonight.draft.tankIds;
  return (
    <TonightForm atOnce className="py-2.5">
      <input type="hidden" name="intent" value="choose-tanks" />
      <fieldset>
        <legend className="font-semibold">Tanks</legend>
        {tonight.tanks.map((tank) => (
          <TickBox key={tank.id} name="tankIds" value={tank.id} defaultChecked={chosen.length === 0 || chosen.includes(tank.id)}>
            <span className="grow">{tank.name}</span>
            <span className="figure text-sm whitespace-nowrap text-quiet">{showVolume(tank.volumeMl, volume)}</span>
          </TickBox>
        ))}
      </fieldset>
      <NoScript />
    </TonightForm>
  );
}
