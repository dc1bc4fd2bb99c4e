import { useDraggable } from '@dnd-kit/core';
import { GripVertical, Star } from 'lucide-react';
import { use } from 'react';
import { MoveContext } from './runs-board.tsx';

/** A roll that can be taken into another run: dragged with a finger or mouse, or picked up and moved with the keys. */
export function RollChip({ roll }: { readonly roll: { readonly id: string; readonly name: string; readonly keeper: boolean } }) {
  const { attributes, listeners, setNodeRef, transform, isDragging } = useDraggable({ id: roll.id });
  const move = use(MoveContext);
  return (
    <li>
      <button
        type="button"
        ref={setNodeRef}
        {...attributes}
        {...listeners}
        onKeyDown={(event) => {
          if (/^[1-9]$/.test(event.key) && !event.ctrlKey && !event.metaKey && !event.altKey) move(roll.id, Number(event.key));
          else (listeners?.['onKeyDown'] as React.KeyboardEventHandler | undefined)?.(event);
        }}
        aria-roledescription="roll that can be moved"
        className={`flex min-h-9 touch-none items-center gap-1 rounded border bg-white py-0.5 pr-2.5 pl-1 ${isDragging ? 'relative z-20 border-petrol shadow-lg' : 'border-[#b9c9c3]'}`}
        style={transform ? { transform: `translate(${transform.x}px, ${transform.y}px)` } : undefined}
      >
        <GripVertical aria-hidden size={15} className="text-[#8aa39e]" />
        {roll.name}
        {roll.keeper && <Star aria-label="keeper" size={15} className="ml-0.5 fill-straw-deep text-[#7a6a10]" />}
      </button>
    </li>
  );
}
