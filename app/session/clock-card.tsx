import type { EveningCost } from '../../core/chemistry/evening-cost.ts';
import { INPUT_SHAPE } from '../ui/fields.tsx';
import { Button, Card, LinkButton, Notice } from '../ui/parts.tsx';
import type { EveningSettings } from './evening-settings.ts';
import { Sums } from './sums.tsx';
import { TonightForm } from './tonight-form.tsx';

/** When the evening is counted from, what is printed and put into a calendar, and what it costs. */
export function ClockCard({
  settings,
  fault,
  cost,
}: {
  readonly settings: EveningSettings;
  readonly fault: string | null;
  readonly cost: EveningCost | null;
}) {
  return (
    <Card aria-labelledby="when">
      <h2 id="when" className="mb-2 font-bold">
        When
      </h2>
      <TonightForm atOnce className="grid gap-3">
        <input type="hidden" name="intent" value="evening" />
        <div className="flex gap-2">
          <select name="anchor" aria-label="Counted from" defaultValue={settings.anchor} className={`${INPUT_SHAPE} min-w-0 grow`}>
            <option value="start">from now</option>
            <option value="first-pour">first pour at</option>
            <option value="finish">all hung up by</option>
          </select>
          {settings.anchor === 'start' ? (
            <input type="hidden" name="time" value={settings.time} />
          ) : (
            <input type="time" name="time" aria-label="Clock time" defaultValue={settings.time} className={INPUT_SHAPE} />
          )}
        </div>
        <label className="grid grid-cols-[1fr_5rem] items-center gap-2">
          <span>Loading takes, min</span>
          <input name="loadMin" inputMode="numeric" defaultValue={settings.loadMin} className={`${INPUT_SHAPE} w-full text-right`} />
        </label>
        <label className="grid grid-cols-[1fr_5rem] items-center gap-2">
          <span>Reels dry in, min</span>
          <input name="dryMin" inputMode="numeric" defaultValue={settings.dryMin} className={`${INPUT_SHAPE} w-full text-right`} />
        </label>
        <label className="grid grid-cols-[1fr_5rem] items-center gap-2">
          <span>A laboratory asks, a roll</span>
          <input
            name="labPrice"
            inputMode="decimal"
            defaultValue={settings.labPrice ?? ''}
            className={`${INPUT_SHAPE} w-full text-right`}
          />
        </label>
        <noscript>
          <Button>Apply</Button>
        </noscript>
      </TonightForm>
      {fault && (
        <div className="mt-3">
          <Notice>{fault}</Notice>
        </div>
      )}
      {cost && (
        <p className="mt-3">
          Chemistry costs about <strong className="figure text-teal">{cost.perRoll}</strong> a roll
          {cost.saved && (
            <>
              ; tonight that leaves <span className="figure">{cost.saved}</span> against the laboratory
            </>
          )}
          .
        </p>
      )}
      {cost && <Sums title="How that is worked out" sums={cost.working} />}
      <div className="mt-3 flex flex-wrap gap-2">
        <LinkButton to="/wall-sheet">Wall sheet</LinkButton>
        <LinkButton reloadDocument to="/session.ics" download>
          To the calendar
        </LinkButton>
      </div>
    </Card>
  );
}
