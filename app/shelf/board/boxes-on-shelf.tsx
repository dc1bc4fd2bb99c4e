import { Link } from 'react-router';
import { dayAndYear, shortDay } from '../../../core/units/day.ts';
import { Card } from '../../ui/card.tsx';
import type { ShelfPage } from './shelf-page.server.ts';

/** Kits as they were bought, sealed or opened. */
export function BoxesOnShelf({ boxes, today }: Pick<ShelfPage, 'boxes' | 'today'>) {
  return (
    <Card aria-labelledby="boxes">
      <div className="flex items-baseline justify-between gap-3">
        <h2 id="boxes" className="font-bold">
          Boxes not mixed yet
        </h2>
        <Link className="font-semibold underline" to="/shelf/boxes/new">
          Enter a box
        </Link>
      </div>
      {boxes.length === 0 ? (
        <p className="mt-2 text-quiet">
          None. A box has its price and its date; a batch mixed from it takes its share, and what is left of each part is known.
        </p>
      ) : (
        <ul className="mt-1 divide-y divide-line">
          {boxes.map((box) => (
            <li key={box.id}>
              <Link
                to={`/shelf/boxes/${box.id}`}
                className="flex min-h-11 flex-wrap items-center justify-between gap-x-4 py-1.5 no-underline hover:underline"
              >
                <span>
                  {box.name}, {boxState(box)}
                </span>
                <span className={box.useBy !== null && box.useBy < today ? 'font-semibold text-hot' : 'text-[#7a4a00]'}>
                  {box.useBy === null
                    ? ''
                    : `${box.useBy < today ? 'was to be used by' : 'use by'} ${(box.useBy.slice(0, 4) === today.slice(0, 4) ? shortDay : dayAndYear)(box.useBy)}`}
                </span>
              </Link>
            </li>
          ))}
        </ul>
      )}
    </Card>
  );
}

function boxState({ openedOn, share }: ShelfPage['boxes'][number]): string {
  if (openedOn === null) return 'sealed';
  return `opened ${shortDay(openedOn)}, ${shareInWords(share)} left`;
}

export function shareInWords(share: number): string {
  return Math.abs(share - 0.5) < 0.01 ? 'half' : `${Math.round(share * 100)} %`;
}
