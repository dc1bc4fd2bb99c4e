import type { BathKind } from '../../../core/kit/kind.ts';
import { dayAndYear } from '../../../core/units/day.ts';
import { bathTexture } from '../../ui/strip/bath-texture.ts';
import type { LabelSheet } from './label-sheets.ts';

export interface LabelView {
  readonly number: number;
  readonly code: string;
  readonly name: string;
  readonly kind: BathKind;
  /** In the order of pouring. */
  readonly place: number;
  readonly batch: string;
  readonly process: string;
  readonly mixedOn: string;
  readonly goodUntil: string | null;
  readonly rollsDone: number;
  readonly capacity: number | null;
  readonly hazard: string;
  /** The code’s squares, row by row. */
  readonly qr: readonly (readonly boolean[])[];
}

/** Most boxes that fit a label. */
const MOST_TICKS = 24;

/** One label at its place on the sheet. */
export function Label({
  label,
  sheet,
  leftMm,
  topMm,
}: {
  readonly label: LabelView;
  readonly sheet: LabelSheet;
  readonly leftMm: number;
  readonly topMm: number;
}) {
  const low = sheet.heightMm < 30;
  const roomy = sheet.heightMm > 60;
  const size = roomy ? 4.7 : low ? 2.35 : sheet.widthMm < 70 ? 2.65 : 3.1;
  const qrMm = roomy ? 24 : low ? 13 : 17;
  const ticks = label.capacity === null ? 0 : Math.min(MOST_TICKS, Math.ceil(label.capacity - 1e-9));
  return (
    <article
      aria-label={`${label.name} ${label.code}`}
      className="absolute flex gap-[2mm] overflow-hidden p-[2mm] leading-[1.18] text-black outline outline-dotted outline-[#b9c8c1] print:outline-none"
      style={{ left: `${leftMm}mm`, top: `${topMm}mm`, width: `${sheet.widthMm}mm`, height: `${sheet.heightMm}mm`, fontSize: `${size}mm` }}
    >
      <div className="flex shrink-0 flex-col items-center gap-[1mm]">
        <Qr data={label.qr} sizeMm={qrMm} />
        <span className="figure font-bold" style={{ fontSize: '1.35em' }}>
          {label.code}
        </span>
        <span className={`${bathTexture(label.kind)} block grow rounded-[1mm] border border-black`} style={{ width: `${qrMm}mm` }} />
      </div>
      <div className="flex min-w-0 grow flex-col">
        <p className="font-bold" style={{ fontSize: '1.5em' }}>
          <span className="figure mr-[1.2mm] rounded-[0.8mm] bg-black px-[1.2mm] text-white">{label.place}</span>
          {label.name}
        </p>
        <p className="font-semibold">
          {label.batch} · {label.process}
        </p>
        <p>
          Mixed {dayAndYear(label.mixedOn)}
          {label.goodUntil && (
            <>
              , good until <strong className="whitespace-nowrap">{dayAndYear(label.goodUntil)}</strong>
            </>
          )}
        </p>
        {ticks > 0 && (
          <p className="mt-[0.8mm] flex flex-wrap items-center gap-[0.7mm]">
            <span className="mr-[0.6mm]">Rolls</span>
            {Array.from({ length: ticks }, (_, i) => (
              <span
                key={i}
                className="inline-block border border-black"
                style={{ width: '1.05em', height: '1.05em', background: filledBy(label.rollsDone - i) }}
              />
            ))}
          </p>
        )}
        <p className="mt-auto" style={{ fontSize: '0.86em' }}>
          {label.hazard}
        </p>
      </div>
    </article>
  );
}

/** A box is as full as the roll it stands for: a short roll fills a part of it. */
function filledBy(share: number): string {
  const percent = Math.round(Math.min(1, Math.max(0, share)) * 100);
  return `linear-gradient(to right, #000 ${percent}%, #fff ${percent}%)`;
}

function Qr({ data, sizeMm }: { readonly data: readonly (readonly boolean[])[]; readonly sizeMm: number }) {
  const path = data.flatMap((row, y) => row.flatMap((dark, x) => (dark ? `M${x} ${y}h1v1h-1z` : []))).join('');
  return (
    <svg
      aria-hidden
      viewBox={`0 0 ${data.length} ${data.length}`}
      shapeRendering="crispEdges"
      style={{ width: `${sizeMm}mm`, height: `${sizeMm}mm` }}
    >
      <path d={path} fill="#000" />
    </svg>
  );
}
