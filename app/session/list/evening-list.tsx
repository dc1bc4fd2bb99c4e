import type { ReactNode } from 'react';
import { Link, useSearchParams } from 'react-router';
import { CAPS_WHILE_WARMING } from '../../../core/chemistry/safety/safety-words.ts';
import { placeOfNow, type DoingKind } from '../../../core/evening/list/doing.ts';
import { isoDay, shortDay } from '../../../core/units/day.ts';
import { Card } from '../../ui/card.tsx';
import { Notice } from '../../ui/notice.tsx';
import { useAlone } from '../../ui/screen/reach.ts';
import { useKeptPage } from '../../ui/screen/use-kept-page.ts';
import { Line, NowLine, type ShownDoing } from './line.tsx';
import { useOpened, type Openable } from './opened.ts';
import { TopUps } from './top-ups.tsx';
import { TickContext, useTicks } from './use-ticks.ts';

interface EveningListProps {
  readonly doings: readonly ShownDoing[];
  readonly nowMs: number;
  readonly now: string;
  /** When the page was read. */
  readonly readMs: number;
  /** The run whose every line stands here, counted from 1; those after it are one line each, unless the whole list is asked for. */
  readonly front: number | null;
  /** A run in its place: drawn whole, or folded into a line with what belongs to it. */
  readonly run: (n: number, doings: readonly ShownDoing[], folded: boolean) => ReactNode;
  /** What is opened beneath a line. */
  readonly opened: Partial<Readonly<Record<Openable, ReactNode>>>;
  readonly head: ReactNode;
  /** Of an evening that is not for now nothing is done yet. */
  readonly ticked: boolean;
}

const OPENS: Partial<Readonly<Record<DoingKind, { readonly what: Openable; readonly says: string }>>> = {
  fill: { what: 'bath', says: 'The bath' },
  'stand-out': { what: 'bath', says: 'The bath' },
  water: { what: 'water', says: 'All water' },
};

const CAUTIONS: Partial<Readonly<Record<DoingKind, string>>> = {
  heater: 'Only through a residual-current device, and never with wet hands.',
  stand: CAPS_WHILE_WARMING,
};

/** The evening in order: one line a doing, *now* the level across them (interface.md). */
export function EveningList({ doings: asRead, nowMs, now, readMs, front, run, opened, head, ticked }: EveningListProps) {
  const [search] = useSearchParams();
  const { open, toggled } = useOpened();
  const { doings, toSave, tick } = useTicks(asRead);
  const alone = useAlone();
  useKeptPage(asRead);
  const whole = search.get('list') === 'whole';
  const hasBath = doings.some(({ kind }) => OPENS[kind]?.what === 'bath');
  const isFolded = (n: number | null) => n !== null && n !== front && !whole;
  const level = placeOfNow(doings, nowMs);
  // Before anything is done the level would only say what the first line says.
  const showsNow = doings.some(({ done }) => done !== null) && level < doings.length;
  // What is left to do of a run that is behind stands here until it is done.
  const isLeft = ({ run: n, done }: ShownDoing) => done === null && n !== null && (front === null || n < front);
  const next = doings.find((doing) => doing.done === null && (!isFolded(doing.run) || isLeft(doing)));
  const shown: ReactNode[] = [];
  const places = placesOf(doings);
  doings.forEach((doing, i) => {
    const place = places[i];
    if (showsNow && i === level) shown.push(<NowLine key="now" at={now} />);
    const { run: n, kind } = doing;
    if (n !== null && kind === 'run')
      shown.push(
        run(
          n,
          doings.filter((each) => each.run === n),
          isFolded(n),
        ),
      );
    else if (isFolded(n) && !isLeft(doing)) return;
    else if (kind === 'top-up') {
      // Those that follow one another are one line until it is opened.
      if (doings[i - 1]?.kind === 'top-up') return;
      const after = doings.slice(i).findIndex((each) => each.kind !== 'top-up');
      shown.push(<TopUps key={place} doings={doings.slice(i, after === -1 ? undefined : i + after)} nowMs={nowMs} ticked={ticked} />);
    } else {
      const opens = OPENS[kind];
      shown.push(
        <Line
          key={place}
          doing={doing}
          inS={doing === next ? (doing.atMs - nowMs) / 1000 : null}
          opens={opens && opens.what in opened ? opens : undefined}
          caution={CAUTIONS[kind]}
          ticked={ticked}
        >
          {opens && opened[opens.what]}
        </Line>,
      );
    }
  });
  const folds = doings.some(({ run: n }) => n !== null && n !== front);
  return (
    <Card aria-labelledby="in-order" className="px-3 py-3 sm:px-4">
      <div className="mb-1 flex flex-wrap items-center justify-between gap-x-4 gap-y-1">
        <h2 id="in-order" className="font-bold">
          In order
        </h2>
        <div className="flex flex-wrap items-center gap-x-4 text-[0.95rem]">
          {!hasBath && 'bath' in opened && (
            <Link preventScrollReset to={toggled('bath')} aria-expanded={open === 'bath'} className="underline">
              The bath
            </Link>
          )}
          {folds && (
            <Link preventScrollReset to={whole ? '?' : '?list=whole'} className="underline">
              {whole ? 'Fold the later runs' : 'Every line'}
            </Link>
          )}
          {head}
        </div>
      </div>
      {(opened.when ?? opened.batch ?? opened.lasts ?? (!hasBath && opened.bath)) && (
        <div className="mb-3">
          {opened.when}
          {opened.batch}
          {opened.lasts}
          {!hasBath && opened.bath}
        </div>
      )}
      {alone && (
        <div role="status" className="mb-2">
          <Notice tone="cold">
            The laptop does not answer: the list as it stood on {shortDay(isoDay(new Date(readMs)))} at{' '}
            <span className="figure">{now}</span>. What is ticked here is kept
            {toSave > 0 && `, ${toSave} to save`}.
          </Notice>
        </div>
      )}
      <TickContext value={tick}>
        <ol>{shown}</ol>
      </TickContext>
    </Card>
  );
}

/** A line keeps its place while what it says changes: what is opened beneath it stays open under the hand that changes it. */
function placesOf(doings: readonly ShownDoing[]): string[] {
  const met = new Map<string, number>();
  return doings.map(({ kind, run }) => {
    const of = `${kind} ${run ?? ''}`;
    met.set(of, (met.get(of) ?? 0) + 1);
    return `${of} ${met.get(of)}`;
  });
}
