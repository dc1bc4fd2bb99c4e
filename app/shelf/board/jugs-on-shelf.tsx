import { Link } from 'react-router';
import { JUG_WORDS } from '../../../core/chemistry/safety/spent.ts';
import { shortDay } from '../../../core/units/day.ts';
import { showVolume } from '../../../core/units/volume.ts';
import { Card } from '../../ui/card.tsx';
import { useUnits } from '../../ui/forms/units.ts';
import type { ShelfPage } from './shelf-page.server.ts';

/** Spent solution in its jugs, until it is taken away. */
export function JugsOnShelf({ jugs }: Pick<ShelfPage, 'jugs'>) {
  const { volume } = useUnits();
  const last = jugs
    .flatMap((jug) => jug.lastOn ?? [])
    .sort()
    .at(-1);
  return (
    <Card aria-labelledby="spent">
      <div className="flex items-baseline justify-between gap-3">
        <h2 id="spent" className="font-bold">
          Spent, to be taken away
        </h2>
        <Link className="font-semibold underline" to="/shelf/spent">
          Hand over
        </Link>
      </div>
      <ul className="mt-1 divide-y divide-line">
        {jugs.map(({ jug, ml }) => (
          <li key={jug} className="flex min-h-11 items-center justify-between gap-3">
            <span>{JUG_WORDS[jug].name}</span>
            <span className={`figure ${ml === 0 ? 'text-quiet' : ''}`}>{showVolume(ml, volume)}</span>
          </li>
        ))}
      </ul>
      <p className="mt-2 text-sm text-quiet">
        {last ? `Last handed over ${shortDay(last)}. ` : ''}Your local rules decide what goes where.
      </p>
    </Card>
  );
}
