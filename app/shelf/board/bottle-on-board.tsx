import { Link } from 'react-router';
import type { BathKind } from '../../../core/kit/kind.ts';
import { longDay, shortDay } from '../../../core/units/day.ts';
import { figureOfVolume, showVolume } from '../../../core/units/volume.ts';
import { useUnits } from '../../ui/forms/units.ts';
import { BottleDrawing } from './bottle-drawing.tsx';

export interface BottleView {
  readonly id: string;
  readonly number: number;
  readonly code: string;
  readonly name: string;
  readonly kind: BathKind;
  readonly mlLeft: number;
  readonly volumeMl: number;
  readonly goodUntil: string | null;
  readonly standing: 'good' | 'doubtful' | 'spent';
  readonly emptied: boolean;
}

/** How a bottle stands, in two or three words, and whether that is to be looked at. */
function stateOf({ emptied, standing, goodUntil }: BottleView, today: string): { readonly words: string; readonly bad: boolean } {
  if (emptied) return { words: 'empty', bad: false };
  if (standing !== 'good') return { words: standing, bad: true };
  if (goodUntil === null) return { words: 'no date given', bad: false };
  const past = goodUntil < today;
  return { words: `${past ? 'past' : 'until'} ${shortDay(goodUntil)}`, bad: past };
}

/** A bottle as it is drawn, on the stretch of the board that it stands on. */
export function StandingBottle({ bottle, place, today }: { readonly bottle: BottleView; readonly place: number; readonly today: string }) {
  const { volume } = useUnits();
  const { words, bad } = stateOf(bottle, today);
  const state = bottle.goodUntil !== null && !bad && !bottle.emptied ? `good until ${longDay(bottle.goodUntil)}` : words;
  return (
    <>
      <span className="block px-1 group-hover:opacity-80">
        <BottleDrawing
          kind={bottle.kind}
          level={bottle.mlLeft / bottle.volumeMl}
          label={figureOfVolume(bottle.mlLeft, volume)}
          place={place}
          standing={bottle.standing}
          says={`${bottle.name}, ${showVolume(bottle.mlLeft, volume)} of ${showVolume(bottle.volumeMl, volume)}, ${state}`}
        />
      </span>
      <span aria-hidden className="block h-2 border-b-[3px] border-[#a39b88] bg-[#c3b9a2]" />
    </>
  );
}

/** A batch's bottles side by side, in the order of pouring; a press on one opens its ledger. */
export function Bottles({
  bottles,
  today,
  label,
}: {
  readonly bottles: readonly BottleView[];
  readonly today: string;
  readonly label: string;
}) {
  return (
    <ul className="-mx-1 flex flex-wrap" aria-label={label}>
      {bottles.map((bottle, i) => {
        const { words, bad } = stateOf(bottle, today);
        return (
          <li key={bottle.id} className="min-w-[4.9rem] flex-1 basis-0">
            <Link
              to={`/shelf/bottles/${bottle.number}`}
              className="group block rounded-t-md text-center no-underline"
              data-bottle={bottle.code}
            >
              <StandingBottle bottle={bottle} place={i + 1} today={today} />
              <span className="mt-1 block px-0.5 text-[0.92rem] leading-tight font-semibold break-words">{bottle.name}</span>
              <span aria-hidden className={`block text-[0.82rem] leading-snug ${bad ? 'font-semibold text-hot' : 'text-quiet'}`}>
                {words}
              </span>
              <span className="figure block text-[0.8rem] text-quiet">{bottle.code}</span>
            </Link>
          </li>
        );
      })}
    </ul>
  );
}
