import { Select } from '@headlessui/react';
import type { EveningCost } from '../../../core/chemistry/cost/evening-cost.ts';
import type { EveningSettings } from '../../run/evening/evening-settings.ts';
import { Button, LinkButton } from '../../ui/button.tsx';
import { Card } from '../../ui/card.tsx';
import { INPUT_SHAPE } from '../../ui/forms/input-shape.ts';
import { Notice } from '../../ui/notice.tsx';
import { TonightForm } from '../draft/tonight-form.tsx';
import type { ClockQuestion } from './evening-plan.server.ts';
import { Sums } from './sums.tsx';

/** On the two nights on which clocks are moved, a wanted time may be missing or come twice. */
function Asked({ question, settings }: { readonly question: ClockQuestion; readonly settings: EveningSettings }) {
  return (
    <div className="mt-3">
      <Notice>
        {question.kind === 'never' ? (
          `${question.time} does not exist tonight: clocks are put forward. Planned for ${question.nearest}.`
        ) : (
          <TonightForm>
            <input type="hidden" name="intent" value="evening" />
            <input type="hidden" name="anchor" value={settings.anchor} />
            <input type="hidden" name="time" value={settings.time} />
            {question.time} comes twice tonight: clocks are put back. Planned for{' '}
            {question.chosen === 'first' ? question.first : question.second}.{' '}
            <button name="which" value={question.chosen === 'first' ? 'second' : 'first'} className="font-semibold underline">
              I mean {question.chosen === 'first' ? question.second : question.first}
            </button>
          </TonightForm>
        )}
      </Notice>
    </div>
  );
}

/** When the evening is counted from, what is printed and put into a calendar, and what it costs. */
export function ClockCard({
  settings,
  fault,
  question,
  cost,
}: {
  readonly settings: EveningSettings;
  readonly fault: string | null;
  readonly question: ClockQuestion | null;
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
          <Select name="anchor" aria-label="Counted from" defaultValue={settings.anchor} className={`${INPUT_SHAPE} min-w-0 grow`}>
            <option value="start">from now</option>
            <option value="first-pour">first pour at</option>
            <option value="finish">all hung up by</option>
          </Select>
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
      {question && <Asked question={question} settings={settings} />}
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
