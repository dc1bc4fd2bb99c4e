import type { ReactNode } from 'react';
import { Form, Link } from 'react-router';
import type { ShelfAct, WhatFollows } from '../../../core/chemistry/ledger/what-follows.ts';
import { counted } from '../../../core/units/counted.ts';
import { shortDay } from '../../../core/units/day.ts';
import { showVolume } from '../../../core/units/volume.ts';
import { Card } from '../../ui/card.tsx';
import { useUnits } from '../../ui/forms/units.ts';
import { Bottles, type BottleView } from './bottle-on-board.tsx';
import { Ladder, shown } from './ladder.tsx';
import { lifeLine, type LifeMark } from './life-line.ts';

export interface BatchView {
  readonly id: string;
  readonly kitId: string;
  readonly name: string;
  readonly kitName: string;
  readonly process: string;
  readonly volumeMl: number;
  readonly mixedOn: string;
  readonly rollsDone: number;
  readonly capacity: number | null;
  readonly left: number | null;
  /** Where each filling is used once: how many there are for the smallest tank; null otherwise. */
  readonly fillings: { readonly count: number; readonly ml: number } | null;
  readonly seenRemjet: boolean;
  readonly spokenFor: string | null;
  readonly bottles: readonly BottleView[];
  readonly ends: { readonly wornOn: string | null; readonly oldOn: string | null; readonly rollsLost: number | null };
  readonly follows: WhatFollows;
  /** Signals of the control chart, in sentences that name their bottle. */
  readonly strips: readonly string[];
}

/** A batch as it stands on the board: its rolls, its bottles in the order of pouring, its life, and what follows. */
export function BatchOnBoard({ batch, today }: { readonly batch: BatchView; readonly today: string }) {
  const { volume } = useUnits();
  const many = batch.bottles.length > 4;
  const trouble = batch.follows.urgency === 'spent' || batch.follows.urgency === 'look';
  return (
    <Card
      aria-labelledby={`batch-${batch.id}`}
      className={`flex flex-col ${many ? 'xl:col-span-2' : ''} ${trouble ? 'border-hot!' : ''}`}
      data-batch={batch.id}
    >
      <div className="flex items-baseline justify-between gap-3">
        <h3 id={`batch-${batch.id}`} className="min-w-0 text-[1.1rem] font-bold">
          <Link to={`/shelf/batches/${batch.id}`} className="no-underline hover:underline">
            {batch.name}
          </Link>
        </h3>
        <span className="shrink-0 text-sm text-quiet">
          {batch.process} · <span className="figure">{showVolume(batch.volumeMl, volume)}</span>
        </span>
      </div>
      <div className="mt-2 flex flex-wrap items-center gap-x-3 gap-y-1">
        {batch.capacity !== null && batch.fillings === null && <Ladder done={batch.rollsDone} capacity={batch.capacity} />}
        <span className={batch.left === 0 ? 'text-sm font-semibold text-hot' : 'text-sm'}>
          {shown(batch.rollsDone)} done
          {batch.fillings !== null
            ? `, ${counted(batch.fillings.count, 'filling')} of ${showVolume(batch.fillings.ml, volume)} left`
            : batch.left === null
              ? ', capacity not given'
              : batch.left > 0
                ? `, ${shown(batch.left)} left`
                : ': used up'}
        </span>
      </div>
      <div className="mt-4">
        <Bottles bottles={batch.bottles} today={today} label={`Bottles of ${batch.name}, in the order of pouring`} />
      </div>
      <LifeLine mixedOn={batch.mixedOn} today={today} ends={batch.ends} />
      <div className="mt-auto pt-1.5 text-[0.97rem]">
        <p className={trouble ? 'font-semibold text-hot' : ''}>{batch.follows.says}</p>
        {batch.strips.map((says) => (
          <p key={says} className="font-semibold text-hot">
            <Link to={`/logbook/strips?batch=${batch.id}`}>{says}</Link>
          </p>
        ))}
        {batch.seenRemjet && <p>Its developer has seen remjet: filter it before use.</p>}
        {batch.spokenFor && <p className="font-semibold">{batch.spokenFor}</p>}
        {batch.follows.does && <Act does={batch.follows.does} batch={batch} />}
      </div>
    </Card>
  );
}

/** From its mixing to its ends: today, worn and old on one line. */
function LifeLine({ mixedOn, today, ends }: { readonly mixedOn: string; readonly today: string; readonly ends: BatchView['ends'] }) {
  const [now, ...marks] = lifeLine(mixedOn, today, ends) as [LifeMark, ...LifeMark[]];
  const says = `Mixed on ${shortDay(mixedOn)}${marks.map((mark) => `, ${mark.what} on ${shortDay(mark.on)}`).join('')}`;
  const rows = Math.max(0, ...marks.map((mark) => mark.row)) + 1;
  return (
    <div role="img" aria-label={says} className="drawn relative mt-3" style={{ height: `${2.4 + 1.15 * rows}rem` }}>
      <Tag at={now.at} top="0" className="text-teal">
        today
      </Tag>
      <span className="absolute top-[1.65rem] h-1 w-full rounded bg-[#cbd9d3]" />
      <span className="absolute top-[1.65rem] h-1 rounded bg-teal" style={{ width: `${now.at}%` }} />
      <span className="absolute top-[1.4rem] size-3 -translate-x-1/2 rounded-full bg-teal" style={{ left: `${now.at}%` }} />
      {marks.map((mark) => (
        <span key={mark.what}>
          {!mark.beyond && (
            <span
              className={`absolute top-[1.3rem] h-4 w-0.5 -translate-x-1/2 ${mark.what === 'old' ? 'bg-[#7a4a00]' : 'bg-ink'}`}
              style={{ left: `${mark.at}%` }}
            />
          )}
          <Tag at={mark.at} top={`${2.35 + 1.15 * mark.row}rem`} className={mark.what === 'old' ? 'text-[#7a4a00]' : 'text-ink'}>
            {mark.what} {shortDay(mark.on)}
            {mark.beyond && ' →'}
          </Tag>
        </span>
      ))}
    </div>
  );
}

/** A label at a place of the line, never over its ends. */
function Tag({
  at,
  top,
  className,
  children,
}: {
  readonly at: number;
  readonly top: string;
  readonly className: string;
  readonly children: ReactNode;
}) {
  const side = at > 82 ? 'right-0' : at < 14 ? 'left-0' : '-translate-x-1/2';
  return (
    <span
      aria-hidden
      className={`absolute text-[0.82rem] whitespace-nowrap ${side} ${className}`}
      style={{ top, ...(at > 82 || at < 14 ? {} : { left: `${at}%` }) }}
    >
      {children}
    </span>
  );
}

function Act({ does, batch }: { readonly does: ShelfAct; readonly batch: BatchView }) {
  const look = 'inline-flex min-h-11 items-center text-left font-bold underline';
  if (does.act === 'plan')
    return (
      <Form method="post" action="/?index">
        <input type="hidden" name="intent" value="choose-batch" />
        <button name="batchId" value={batch.id} className={look}>
          {does.label}
        </button>
      </Form>
    );
  const to =
    does.act === 'test'
      ? `/shelf/bottles/${does.bottle}/test`
      : does.act === 'mix'
        ? `/shelf/batches/new?kit=${batch.kitId}`
        : `/shelf/batches/${batch.id}#empty`;
  return (
    <Link to={to} className={look}>
      {does.label}
    </Link>
  );
}
