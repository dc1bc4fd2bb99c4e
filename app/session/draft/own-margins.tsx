import { sameMargin, showOwnMargin, type OwnMargin } from '../../../core/timing/own-margin.ts';
import { Button } from '../../ui/button.tsx';
import { INPUT_SHAPE } from '../../ui/forms/input-shape.ts';
import type { EveningPage as TonightData } from '../evening/evening-page.server.ts';
import { marginsOn } from './margins-on.ts';
import { NoScript, TonightForm, type TypedRefusal } from './tonight-form.tsx';

/** A person's own margins on the baths of a kit: so much more or less, and why; they come back next time (domain.md 9). */
export function OwnMarginsOf({
  batch,
  tonight,
  refusal,
}: {
  readonly batch: TonightData['inUse'][number];
  readonly tonight: TonightData;
  readonly refusal: TypedRefusal | null;
}) {
  const margins = marginsOn(tonight.draft, batch) ?? {};
  const refused = batch.kit.baths.find((bath) => refusal?.field === `${batch.id} ${bath.id} own`);
  const set = batch.kit.baths.filter((bath) => margins[bath.id]);
  const last = Object.entries(tonight.lastOwn[batch.kitId] ?? {}).filter(([bath, own]) => !sameMargin(own, margins[bath] ?? null));
  return (
    <>
      {last.map(([bathId, own]) => {
        const bath = batch.kit.baths.find((each) => each.id === bathId);
        return (
          bath && (
            <TonightForm key={bathId} className="mt-2 rounded-card border border-line px-3 py-2 text-sm">
              <input type="hidden" name="intent" value="margin" />
              <MarginOf batch={batch} bathId={bathId} />
              <input type="hidden" name="amount" value={showOwnMargin(own)} />
              <input type="hidden" name="reason" value={own.reason} />
              <p>
                Last time at the Bench {bath.name.toLowerCase()} had <span className="figure">{showOwnMargin(own)}</span>
                {own.reason && `: ${own.reason}`}.
              </p>
              <Button className="mt-1">Again tonight</Button>
            </TonightForm>
          )
        );
      })}
      <details className="mt-1" open={set.length > 0 || refused !== undefined}>
        <summary className="text-sm text-quiet underline">Your own margins</summary>
        <p className="mt-1 text-sm text-quiet">
          Seconds or percent more or less than its leaflet, by your own conviction: +10, −0:05, 5 %.
        </p>
        {batch.kit.baths.map((bath) => (
          <MarginField key={bath.id} batch={batch} bath={bath} own={margins[bath.id] ?? null} refusal={bath === refused ? refusal : null} />
        ))}
      </details>
    </>
  );
}

function MarginOf({ batch, bathId }: { readonly batch: TonightData['inUse'][number]; readonly bathId: string }) {
  return (
    <>
      <input type="hidden" name="batchId" value={batch.id} />
      <input type="hidden" name="kitId" value={batch.kitId} />
      <input type="hidden" name="bath" value={bathId} />
    </>
  );
}

function MarginField({
  batch,
  bath,
  own,
  refusal,
}: {
  readonly batch: TonightData['inUse'][number];
  readonly bath: { readonly id: string; readonly name: string };
  readonly own: OwnMargin | null;
  readonly refusal: TypedRefusal | null;
}) {
  const id = `margin-${batch.id}-${bath.id}`;
  const shown = refusal?.typed ?? (own ? showOwnMargin(own) : '');
  return (
    <TonightForm whenLeft className="mt-1.5 grid grid-cols-[1fr_7.5rem] items-center gap-x-3 gap-y-1">
      <input type="hidden" name="intent" value="margin" />
      <MarginOf batch={batch} bathId={bath.id} />
      <label htmlFor={id} className="text-sm">
        {bath.name}
      </label>
      <input
        id={id}
        aria-label={`Own margin on ${bath.name.toLowerCase()}`}
        name="amount"
        key={shown}
        defaultValue={shown}
        placeholder="none"
        inputMode="text"
        autoComplete="off"
        aria-invalid={refusal ? true : undefined}
        aria-describedby={refusal ? `${id}-said` : undefined}
        className={`${INPUT_SHAPE} w-full text-right font-mono`}
      />
      {refusal && (
        <p id={`${id}-said`} role="alert" className="col-span-2 text-sm font-semibold text-hot">
          {refusal.message}
        </p>
      )}
      {own ? (
        <input
          name="reason"
          key={`why ${own.reason}`}
          defaultValue={own.reason}
          placeholder="and why"
          maxLength={200}
          aria-label={`Why ${bath.name.toLowerCase()} gets that`}
          className={`${INPUT_SHAPE} col-span-2 w-full text-sm`}
        />
      ) : (
        <input type="hidden" name="reason" value="" />
      )}
      <NoScript />
    </TonightForm>
  );
}
