import { Fragment, useEffect, useRef, useState, type ReactNode } from 'react';
import { isDeveloper, type StepKind } from '../../../core/kit/kind.ts';
import { showDuration } from '../../../core/units/duration.ts';
import { bathTexture } from './bath-texture.ts';
import { layoutStrip, leaderPx } from './strip-layout.ts';

export interface StripStep {
  readonly id: string;
  readonly kind: StepKind;
  readonly name: string;
  readonly seconds: number;
}

interface StripProps {
  readonly steps: readonly StripStep[];
  readonly chosen?: number | null;
  /** How far the run has got: the block, and the share of it that is behind. */
  readonly level?: { readonly index: number; readonly share: number } | null;
  /** Wraps a block's label, to make it a link or button. */
  readonly wrap?: (index: number, className: string, style: React.CSSProperties, children: ReactNode) => ReactNode;
}

const BLOCK_PX = 60;
const ROW_PX = 26;
/** Server and first paint agree on a width; the real one follows with the scripts, and without them nothing stands over the edge. */
const FIRST_WIDTH_PX = 520;
const CHARACTER_PX = 7.6;

const belowPx = (step: StripStep) => (step.name.length + 1) * CHARACTER_PX + showDuration(step.seconds).length * 9;

const WAYS: Readonly<Record<string, number>> = { ArrowRight: 1, ArrowLeft: -1, Home: -Infinity, End: Infinity };

function toTheNextBlock(event: React.KeyboardEvent<HTMLElement>): void {
  const way = WAYS[event.key];
  const blocks = [...event.currentTarget.querySelectorAll<HTMLElement>('a[href], button')];
  const at = blocks.indexOf(document.activeElement as HTMLElement);
  if (way === undefined || at === -1) return;
  event.preventDefault();
  blocks[Math.min(blocks.length - 1, Math.max(0, at + way))]?.focus();
}

/** A run lying on its side: the same blocks as the Bench's column (interface.md). */
export function Strip({ steps, chosen = null, level = null, wrap }: StripProps) {
  const box = useRef<HTMLDivElement>(null);
  const [measuredPx, setMeasuredPx] = useState<number | null>(null);
  const widthPx = measuredPx ?? FIRST_WIDTH_PX;
  useEffect(() => {
    const element = box.current;
    if (!element) return;
    const observer = new ResizeObserver(([entry]) => entry && setMeasuredPx(entry.contentRect.width));
    observer.observe(element);
    return () => observer.disconnect();
  }, []);
  const { blocks, rows } = layoutStrip(
    steps.map((step) => ({
      seconds: step.seconds,
      // A name of two words may stand on two lines inside its block.
      insidePx: Math.max(...step.name.split(' ').map((word) => word.length * CHARACTER_PX), showDuration(step.seconds).length * 10.5),
      belowPx: belowPx(step),
    })),
    widthPx,
  );
  const now = level && blocks[level.index];
  return (
    // Arrow keys go from block to block, as along a film; Enter opens the one that has the focus.
    <div
      ref={box}
      className={`relative ${measuredPx === null ? 'overflow-x-clip' : ''}`}
      style={{ height: BLOCK_PX + (rows > 0 ? 8 + rows * ROW_PX : 0) }}
      onKeyDown={(event) => toTheNextBlock(event)}
    >
      {now && (
        <span
          aria-hidden
          className="absolute -top-1.5 z-20 w-[3px] rounded bg-straw-deep outline-1 outline-ink"
          style={{ left: now.fromPx + now.lengthPx * Math.min(1, Math.max(0, level.share)) - 1, height: BLOCK_PX + 12 }}
        />
      )}
      {steps.map((step, i) => {
        const block = blocks[i];
        if (!block) return null;
        const dark = isDeveloper(step.kind);
        const look = `${bathTexture(step.kind)} absolute top-0 block overflow-hidden rounded border text-left no-underline ${chosen === i ? 'z-10 border-ink outline-2 outline-offset-1 outline-petrol' : 'border-[#a9bfb7]'}`;
        const style = { left: block.fromPx, width: block.lengthPx, height: BLOCK_PX };
        const plainWrap: NonNullable<StripProps['wrap']> = (_, className, where, children) => (
          <span className={className} style={where}>
            {children}
          </span>
        );
        // Where the label stands below, the label is what is pressed: a sliver of a block is no target for a finger.
        const press = wrap ?? plainWrap;
        if (block.label.inside) {
          return (
            <Fragment key={step.id + String(i)}>
              {press(
                i,
                look,
                style,
                // Own lines with their own heights: two lines of a name and a time are what the block is tall.
                <span className={`block px-1.5 ${step.name.includes(' ') ? 'py-1' : 'py-2'}`}>
                  <span
                    className={`${dark ? '' : 'bath-label'} block w-fit ${step.name.includes(' ') ? 'text-[0.85rem] leading-[1.05]' : 'text-[0.9rem] leading-tight'}`}
                  >
                    {step.name}
                  </span>
                  <span className={`figure block w-fit text-[1.05rem] leading-tight font-semibold ${dark ? '' : 'bath-label'}`}>
                    {showDuration(step.seconds)}
                  </span>
                </span>,
              )}
            </Fragment>
          );
        }
        const { row, fromPx } = block.label;
        return (
          <Fragment key={step.id + String(i)}>
            {plainWrap(i, look, style, null)}
            <span
              aria-hidden
              className="absolute border-l border-[#6d8985]"
              style={{ left: leaderPx(block), top: BLOCK_PX, height: 8 + row * ROW_PX }}
            />
            {press(
              i,
              'absolute flex items-center bg-(--strip-ground,var(--color-card)) text-[0.88rem] leading-none whitespace-nowrap no-underline',
              // A label that reaches left ends where its leader comes down, whatever its letters turn out to take.
              leaderPx(block) - fromPx > 5
                ? { right: widthPx - fromPx - belowPx(step), top: BLOCK_PX + 4 + row * ROW_PX, height: 24 }
                : { left: fromPx, top: BLOCK_PX + 4 + row * ROW_PX, height: 24 },
              <>
                {step.name}&nbsp;<span className="figure font-semibold">{showDuration(step.seconds)}</span>
              </>,
            )}
          </Fragment>
        );
      })}
    </div>
  );
}
