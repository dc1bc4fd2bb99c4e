import { Select } from '@headlessui/react';
import ArrowDown from 'lucide-react/icons/arrow-down';
import ArrowUp from 'lucide-react/icons/arrow-up';
import { useSubmit } from 'react-router';
import type { EveningRun } from '../../../../core/evening/evening.ts';
import { TREATMENT_ADVICE, type Treatment } from '../../../../core/film/treatment.ts';
import { nearestThird, showStops } from '../../../../core/units/exposure.ts';
import { TonightForm, useTonightAction } from '../../draft/tonight-form.tsx';
import type { EveningPage as TonightData } from '../../evening/evening-page.server.ts';
import { useRunNumber } from './run-number.ts';

const SMALL = 'min-h-9 rounded border border-[#8aa39e] bg-white px-2 text-sm';
const PUSHES = [-2, -1, -2 / 3, -1 / 3, 0, 1 / 3, 2 / 3, 1, 4 / 3, 5 / 3, 2, 3];

/** What a change of the arrangement is made on: refused where another screen has moved it since. */
interface Arranged {
  readonly as: string;
  readonly runs: number;
}

function As({ arranged }: { readonly arranged: Arranged }) {
  return <input type="hidden" name="arranged" value={arranged.as} />;
}

export function MoveRoll({
  rollId,
  from,
  arranged,
  name,
}: {
  readonly rollId: string;
  readonly from: number;
  readonly arranged: Arranged;
  readonly name: string;
}) {
  const submit = useSubmit();
  const number = useRunNumber();
  const action = useTonightAction();
  return (
    <TonightForm
      atOnce
      post={(element) => {
        const form = new FormData(element);
        if (form.get('to') === 'out') form.set('intent', 'roll-out');
        void submit(form, { method: 'post', action, preventScrollReset: true });
      }}
    >
      <input type="hidden" name="intent" value="move" />
      <input type="hidden" name="rollId" value={rollId} />
      <As arranged={arranged} />
      <Select name="to" aria-label={`Where ${name} goes`} className={SMALL} key={from} defaultValue={from}>
        {Array.from({ length: arranged.runs }, (_, i) => (
          <option key={i} value={i}>
            in run {number(i)}
          </option>
        ))}
        <option value={-1}>in a run of its own</option>
        <option value="out">not tonight</option>
      </Select>
    </TonightForm>
  );
}

interface RunSelectProps {
  readonly intent: 'push' | 'treatment' | 'run-tank';
  readonly name: string;
  readonly label: string;
  readonly value: string | number | undefined;
  readonly options: readonly (readonly [value: string | number, text: string])[];
  /** What the change needs to know besides the choice. */
  readonly children: React.ReactNode;
}

/** One thing of a run to choose anew; the choice is posted as it is made, and without scripts by its button. */
function RunSelect({ intent, name, label, value, options, children }: RunSelectProps) {
  return (
    <TonightForm atOnce className="flex gap-1">
      <input type="hidden" name="intent" value={intent} />
      {children}
      <Select name={name} aria-label={label} className={SMALL} key={value} defaultValue={value}>
        {options.map(([option, text]) => (
          <option key={option} value={option}>
            {text}
          </option>
        ))}
      </Select>
      <noscript>
        <button className={SMALL}>Apply</button>
      </noscript>
    </TonightForm>
  );
}

function RollIds({ run }: { readonly run: EveningRun }) {
  return run.rollIds.map((id) => <input key={id} type="hidden" name="rollIds" value={id} />);
}

export function PushSelect({ run }: { readonly run: EveningRun }) {
  const stops = nearestThird(run.pushStops);
  const choices = PUSHES.some((push) => Math.abs(push - stops) < 0.01) ? PUSHES : [...PUSHES, stops].sort((a, b) => a - b);
  return (
    <RunSelect
      intent="push"
      name="stops"
      label="Push or pull of this run"
      value={choices.find((push) => Math.abs(push - stops) < 0.01)}
      options={choices.map((push) => [push, showStops(push)])}
    >
      <RollIds run={run} />
    </RunSelect>
  );
}

export function TreatmentSelect({ run, fitting }: { readonly run: EveningRun; readonly fitting: readonly Treatment[] }) {
  return (
    <RunSelect
      intent="treatment"
      name="treatment"
      label="Treatment of this run"
      value={run.treatment}
      options={fitting.map((treatment) => [treatment, TREATMENT_ADVICE[treatment].name])}
    >
      <RollIds run={run} />
    </RunSelect>
  );
}

export function TankSelect({
  run,
  index,
  arranged,
  tonight,
}: {
  readonly run: EveningRun;
  readonly index: number;
  readonly arranged: Arranged;
  readonly tonight: TonightData;
}) {
  return (
    <RunSelect
      intent="run-tank"
      name="tankId"
      label="Tank of this run"
      value={run.tankId}
      options={tonight.tanks.map((tank) => [tank.id, tank.name])}
    >
      <input type="hidden" name="run" value={index} />
      <As arranged={arranged} />
    </RunSelect>
  );
}

export function Reorder({ index, arranged }: { readonly index: number; readonly arranged: Arranged }) {
  const number = useRunNumber();
  if (arranged.runs < 2) return null;
  const button = (to: number, label: string, icon: React.ReactNode) => (
    <TonightForm>
      <input type="hidden" name="from" value={index} />
      <input type="hidden" name="to" value={to} />
      <As arranged={arranged} />
      <button
        name="intent"
        value="reorder"
        aria-label={label}
        disabled={to < 0 || to >= arranged.runs}
        className={`${SMALL} flex items-center disabled:opacity-40`}
      >
        {icon}
      </button>
    </TonightForm>
  );
  return (
    <>
      {button(index - 1, `Run ${number(index)} earlier`, <ArrowUp aria-hidden size={16} />)}
      {button(index + 1, `Run ${number(index)} later`, <ArrowDown aria-hidden size={16} />)}
    </>
  );
}
