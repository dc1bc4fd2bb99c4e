import GripVertical from 'lucide-react/icons/grip-vertical';
import Star from 'lucide-react/icons/star';
import { use } from 'react';
import { useRollOnBoard } from './board.ts';
import { MoveContext } from './runs-board.tsx';

/** A roll that can be taken into another run: dragged with a finger or mouse, or picked up and moved with the keys. */
export function RollChip({ roll }: { readonly roll: { readonly id: string; readonly name: string; readonly keeper: boolean } }) {
  const { board, drag, ref } = useRollOnBoard(roll.id);
  const move = use(MoveContext);
  return (
    <li>
      <button
        type="button"
        ref={ref}
        {...drag?.attributes}
        onPointerEnter={board.reachedFor}
        onFocus={board.reachedFor}
        onPointerDown={(event) => board.did(roll.id, 'onPointerDown', event)}
        onKeyDown={(event) => {
          if (/^[1-9]$/.test(event.key) && !event.ctrlKey && !event.metaKey && !event.altKey) move(roll.id, Number(event.key));
          else board.did(roll.id, 'onKeyDown', event);
        }}
        aria-roledescription="roll that can be moved"
        className={`flex min-h-9 touch-none items-center gap-1 rounded border bg-white py-0.5 pr-2.5 pl-1 ${drag?.isDragging ? 'relative z-20 border-petrol shadow-lg' : 'border-[#b9c9c3]'}`}
        style={drag?.movedPx ? { transform: `translate(${drag.movedPx.x}px, ${drag.movedPx.y}px)` } : undefined}
      >
        <GripVertical aria-hidden size={15} className="text-[#8aa39e]" />
        {roll.name}
        {roll.keeper && <Star aria-label="keeper" size={15} className="ml-0.5 fill-straw-deep text-[#7a6a10]" />}
      </button>
    </li>
  );
}
