import type { ReactNode } from 'react';
import { Link } from 'react-router';
import type { NamedBottle, ShelfToDo } from '../../../core/chemistry/life/shelf-to-do.ts';
import { shortDay } from '../../../core/units/day.ts';

/** Use, test, pour away, buy: what somebody who comes back to the shelf wants to know first. */
export function ToDo({ toDo }: { readonly toDo: ShelfToDo }) {
  return (
    <dl className="mb-5 grid overflow-hidden rounded-card border border-line bg-card sm:grid-cols-2 xl:grid-cols-4 [&>div]:border-line [&>div]:px-4 [&>div]:py-2.5 max-sm:[&>div+div]:border-t sm:[&>div:nth-child(even)]:border-l sm:max-xl:[&>div:nth-child(n+3)]:border-t xl:[&>div+div]:border-l">
      <Matter what="Use">
        {toDo.use.length === 0
          ? null
          : toDo.use.map(({ process, id, name }) => (
              <Line key={process}>
                <Link className="font-semibold underline" to={`/shelf/batches/${id}`}>
                  {name}
                </Link>{' '}
                <span className="text-quiet">for {process}</span>
              </Line>
            ))}
      </Matter>
      <Matter what="Test first">
        {toDo.test.length === 0 ? null : toDo.test.map((bottle) => <Bottle key={bottle.id} bottle={bottle} page="/test" />)}
      </Matter>
      <Matter what="Pour into the jug">
        {toDo.pour.length === 0 ? null : toDo.pour.map((bottle) => <Bottle key={bottle.id} bottle={bottle} page="" />)}
      </Matter>
      <Matter what="Buy">
        {toDo.buy.length === 0
          ? null
          : toDo.buy.map(({ process, by }) => (
              <Line key={process}>
                {process} <span className="text-quiet">{by === null ? 'now: none is left' : `by ${shortDay(by)}, at your pace`}</span>
              </Line>
            ))}
      </Matter>
    </dl>
  );
}

function Matter({ what, children }: { readonly what: string; readonly children: ReactNode }) {
  return (
    <div>
      <dt className="text-sm font-semibold text-quiet">{what}</dt>
      <dd>{children ?? <span className="text-quiet">nothing</span>}</dd>
    </div>
  );
}

function Line({ children }: { readonly children: ReactNode }) {
  return <span className="block">{children}</span>;
}

function Bottle({ bottle, page }: { readonly bottle: NamedBottle; readonly page: '' | '/test' }) {
  return (
    <Line>
      <Link className="font-semibold underline" to={`/shelf/bottles/${bottle.id}${page}`}>
        {bottle.name} <span className="figure">{bottle.code}</span>
      </Link>{' '}
      <span className="text-quiet">{bottle.batch}</span>
    </Line>
  );
}
