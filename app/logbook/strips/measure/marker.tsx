import { useEffect, useRef, useState, type PointerEvent } from 'react';
import type { Film } from '../../../../core/film/process.ts';
import {
  PART_WORDS,
  STRIP_PARTS,
  type Rectangle,
  type Rectangles,
  type StripPart,
} from '../../../../core/inspection/strips/strip-measure.ts';
import { moved, nudged, resized } from './rectangle-moves.ts';

interface MarkerProps {
  readonly film: Film;
  readonly src: string;
  readonly width: number;
  readonly height: number;
  readonly rectangles: Rectangles;
  readonly change: (part: StripPart, to: Rectangle) => void;
}

const COLOURS: Readonly<Record<StripPart, string>> = { light: '#12776d', base: '#b1285c', leader: '#2a5db0' };
const MAGNIFIED = 3;
const GLASS_PX = 220;

interface Drag {
  readonly part: StripPart;
  readonly sizes: boolean;
  readonly fromX: number;
  readonly fromY: number;
  readonly before: Rectangle;
}

/** Three rectangles on a scan: dragged, sized by their corner, nudged by the arrow keys; the one in hand under a glass. */
export function Marker({ film, src, width, height, rectangles, change }: MarkerProps) {
  const box = useRef<HTMLDivElement>(null);
  const [inHand, setInHand] = useState<StripPart>('light');
  const [boxPx, setBoxPx] = useState(800);
  useEffect(() => {
    const element = box.current;
    if (!element) return;
    const observer = new ResizeObserver(([entry]) => entry && setBoxPx(entry.contentRect.width));
    observer.observe(element);
    return () => observer.disconnect();
  }, []);
  const drag = useRef<Drag | null>(null);
  const size = { width, height };
  const scale = width / boxPx;

  const take = (part: StripPart, sizes: boolean) => (event: PointerEvent) => {
    event.stopPropagation();
    event.currentTarget.setPointerCapture(event.pointerId);
    setInHand(part);
    drag.current = { part, sizes, fromX: event.clientX, fromY: event.clientY, before: rectangles[part] };
  };
  const pull = (event: PointerEvent) => {
    const held = drag.current;
    if (!held) return;
    const [dx, dy] = [(event.clientX - held.fromX) * scale, (event.clientY - held.fromY) * scale];
    change(held.part, (held.sizes ? resized : moved)(held.before, dx, dy, size));
  };
  const letGo = () => (drag.current = null);
  const percent = (length: number, of: number) => `${(length / of) * 100}%`;
  const held = rectangles[inHand];
  return (
    <div className="grid gap-3 lg:grid-cols-[minmax(0,1fr)_14rem]">
      <div
        ref={box}
        className="relative w-full touch-none overflow-hidden rounded-sm border border-line select-none"
        onPointerMove={pull}
        onPointerUp={letGo}
        onPointerCancel={letGo}
      >
        <img src={src} alt="The scan that is measured" draggable={false} className="block w-full" />
        {STRIP_PARTS.map((part) => {
          const { x, y, w, h } = rectangles[part];
          return (
            <div
              key={part}
              role="application"
              tabIndex={0}
              aria-label={`${PART_WORDS[film][part]}, ${w} by ${h} pixels, at ${x} and ${y}. Arrows move it, with Alt they size it.`}
              onFocus={() => setInHand(part)}
              onPointerDown={take(part, false)}
              onKeyDown={(event) => {
                const to = nudged(rectangles[part], event.key, event.shiftKey, event.altKey, size);
                if (!to) return;
                event.preventDefault();
                change(part, to);
              }}
              className="absolute cursor-move border-[3px] outline-2 outline-white focus-visible:outline-4 focus-visible:outline-straw"
              style={{
                left: percent(x, width),
                top: percent(y, height),
                width: percent(w, width),
                height: percent(h, height),
                borderColor: COLOURS[part],
              }}
            >
              <span
                className="absolute -top-7 left-0 rounded-sm px-1.5 text-sm font-bold whitespace-nowrap text-white"
                style={{ background: COLOURS[part] }}
              >
                {PART_WORDS[film][part]}
              </span>
              <span
                aria-hidden
                onPointerDown={take(part, true)}
                className="absolute -right-3 -bottom-3 size-6 cursor-nwse-resize rounded-full border-2 border-white"
                style={{ background: COLOURS[part] }}
              />
            </div>
          );
        })}
      </div>
      <div aria-hidden className="max-lg:hidden">
        <p className="mb-1 text-sm text-quiet">{PART_WORDS[film][inHand]}, three times as large</p>
        <Glass src={src} width={width} height={height} of={held} boxPx={boxPx} colour={COLOURS[inHand]} />
      </div>
    </div>
  );
}

interface GlassProps {
  readonly src: string;
  readonly width: number;
  readonly height: number;
  readonly of: Rectangle;
  /** How wide the scan is shown. */
  readonly boxPx: number;
  readonly colour: string;
}

/** What lies under a rectangle and around it, larger than the scan is shown. */
function Glass({ src, width, height, of, boxPx, colour }: GlassProps) {
  const scale = (boxPx / width) * MAGNIFIED;
  const [centreX, centreY] = [(of.x + of.w / 2) * scale, (of.y + of.h / 2) * scale];
  return (
    <div
      className="relative overflow-hidden rounded-sm border border-line"
      style={{
        width: GLASS_PX,
        height: GLASS_PX,
        backgroundImage: `url(${src})`,
        backgroundSize: `${width * scale}px ${height * scale}px`,
        backgroundPosition: `${GLASS_PX / 2 - centreX}px ${GLASS_PX / 2 - centreY}px`,
        backgroundRepeat: 'no-repeat',
      }}
    >
      <div
        className="absolute border-2"
        style={{
          left: GLASS_PX / 2 - (of.w * scale) / 2,
          top: GLASS_PX / 2 - (of.h * scale) / 2,
          width: of.w * scale,
          height: of.h * scale,
          borderColor: colour,
        }}
      />
    </div>
  );
}
