import type { MannerKind } from '../../../core/kit/manner.ts';

const TANK = 'M6 7h20v17a2 2 0 0 1-2 2H8a2 2 0 0 1-2-2z';

/** Five small drawings of how water is given: what tells them apart is their shape, not their colour. */
export function MannerDrawing({ manner }: { readonly manner: MannerKind }) {
  return (
    <svg
      aria-hidden
      viewBox="0 0 32 30"
      className="mb-0.5 h-7 w-8"
      fill="none"
      stroke="currentColor"
      strokeWidth={1.6}
      strokeLinecap="round"
    >
      <path d={TANK} />
      {manner === 'standing' && <path d="M8 13h16" />}
      {manner === 'running' && <path d="M16 1v9M12 4v6M20 4v6M9 15c3-2 4 2 7 0s4 2 7 0" />}
      {manner === 'changes' && <path d="M11 13h7m-2.5-2.5L18 13l-2.5 2.5M21 20h-7m2.5-2.5L14 20l2.5 2.5" />}
      {manner === 'counted' && <path d="M12 12v9M16 12v9M20 12v9M10 22l12-11" />}
      {manner === 'until-clear' && <path d="M9 12h14M9 16h14M11 20h3M18 20h3" strokeDasharray="1 2.4" />}
    </svg>
  );
}
