import { Printer } from 'lucide-react';
import { format, parseISO } from 'date-fns';
import { encode } from 'uqr';
import { Form } from 'react-router';
import { capacityOfVolume } from '../../core/chemistry/capacity.ts';
import { hazardSentence } from '../../core/chemistry/safety-words.ts';
import { findBatch, listBatches } from '../server/batches.server.ts';
import { bathTexture } from '../ui/bath-texture.ts';
import { INPUT_SHAPE } from '../ui/fields.tsx';
import { Button, Card, Empty, LinkButton, PageHead } from '../ui/parts.tsx';
import type { Route } from './+types/labels.ts';
import { FIRST_SHEET, LABEL_SHEETS, onPages, PAPER_MM, type LabelSheet } from './labels/label-sheets.ts';

export const meta: Route.MetaFunction = () => [{ title: 'Labels · Steady Reel' }];

/** Whose labels are wanted: a bottle's, a batch's, those that are ticked, or all that stand on the shelf. */
export function loader({ request }: Route.LoaderArgs) {
  const url = new URL(request.url);
  const asked = url.searchParams;
  const inUse = listBatches();
  const other = asked.get('batch') === null ? null : findBatch(asked.get('batch') ?? '');
  const batches = other && !inUse.some((batch) => batch.id === other.id) ? [...inUse, other] : inUse;
  const ticked = new Set(asked.getAll('bottle').map(Number));
  const all = batches.flatMap((batch) =>
    batch.bottles
      .map((bottle, i) => ({ bottle, place: i + 1 }))
      .filter(({ bottle }) => !bottle.emptied)
      .map(({ bottle, place }) => ({
        number: bottle.number,
        code: bottle.code,
        name: bottle.name,
        kind: bottle.kind,
        place,
        batchId: batch.id,
        batch: batch.name,
        process: batch.kit.process,
        mixedOn: bottle.mixedOn,
        goodUntil: bottle.goodUntil,
        rollsDone: bottle.rollsDone,
        capacity: capacityOfVolume(batch.kit, bottle.volumeMl),
        hazard: hazardSentence(bottle.kind),
        qr: encode(`${url.origin}/b/${bottle.code}`, { border: 0 }).data,
      })),
  );
  const chosen = all.filter((label) =>
    ticked.size > 0 ? ticked.has(label.number) : asked.get('batch') === null || label.batchId === asked.get('batch'),
  );
  const sheet = LABEL_SHEETS.find((each) => each.id === asked.get('sheet')) ?? FIRST_SHEET;
  const first = Math.max(1, Math.min(sheet.columns * sheet.rows, Math.floor(Number(asked.get('first') ?? 1)) || 1));
  return { all: all.map(({ qr: _, ...label }) => label), labels: chosen, sheet, first, origin: url.origin };
}

type LabelView = Route.ComponentProps['loaderData']['labels'][number];

export default function Labels({ loaderData }: Route.ComponentProps) {
  const { all, labels, sheet, first, origin } = loaderData;
  const paper = PAPER_MM[sheet.paper];
  if (all.length === 0)
    return (
      <>
        <PageHead title="Labels" />
        <Empty title="A label for nothing" action={<LinkButton to="/shelf/batches/new">Mix a batch</LinkButton>}>
          Labels are printed for bottles that stand on the shelf, and none does. Mix a batch, or enter the bottles you have.
        </Empty>
      </>
    );
  const chosen = new Set(labels.map((label) => label.number));
  return (
    <>
      {/* The paper decides the page; nothing but the labels is printed. */}
      <style>{`@page { size: ${sheet.paper === 'A4' ? 'A4' : 'letter'}; margin: 0 } @media print { main { padding: 0 !important; max-width: none !important } }`}</style>
      <div className="no-print">
        <PageHead
          title="Labels"
          action={
            <Button filled onClick={() => print()}>
              <Printer aria-hidden size={18} /> Print
            </Button>
          }
        >
          One for each bottle, with boxes to tick where there is no screen. Print at full size, without fitting to the page.
        </PageHead>
        <Card className="mb-5">
          <Form method="get" className="flex flex-wrap items-end gap-x-5 gap-y-3">
            <fieldset className="w-full">
              <legend className="font-semibold">Bottles</legend>
              <div className="flex flex-wrap gap-x-5">
                {all.map((label) => (
                  <label key={label.number} className="flex min-h-10 items-center gap-2">
                    <input
                      type="checkbox"
                      name="bottle"
                      value={label.number}
                      defaultChecked={chosen.has(label.number)}
                      className="size-5 accent-petrol"
                    />
                    {label.name} <span className="figure text-quiet">{label.code}</span>
                  </label>
                ))}
              </div>
            </fieldset>
            <label className="font-semibold">
              Sheet
              <select name="sheet" defaultValue={sheet.id} className={`${INPUT_SHAPE} mt-1 block`}>
                {LABEL_SHEETS.map((each) => (
                  <option key={each.id} value={each.id}>
                    {each.says}
                  </option>
                ))}
              </select>
            </label>
            <label className="font-semibold">
              First free label
              <input name="first" defaultValue={first} inputMode="numeric" className={`${INPUT_SHAPE} mt-1 block w-24 font-mono`} />
            </label>
            <Button>Show them</Button>
            <LinkButton to="/shelf">Back to the shelf</LinkButton>
          </Form>
          <p className="mt-3 text-sm text-quiet">
            The square opens the bottle’s page at <span className="figure">{origin}</span>, on a phone that reaches this address. Its code,
            typed on the Shelf, opens it anywhere.
          </p>
        </Card>
      </div>
      <div className="overflow-x-auto print:overflow-visible" tabIndex={0} role="region" aria-label="The sheet as it is printed">
        {onPages(labels, sheet, first).map((page, n) => (
          <div
            key={n}
            className="relative mb-6 overflow-hidden bg-white shadow print:mb-0 print:break-after-page print:shadow-none"
            style={{ width: `${paper.width}mm`, height: `${paper.height - 0.5}mm`, maxWidth: 'none' }}
          >
            {page.map((label, i) =>
              label === null ? null : (
                <Label
                  key={label.number}
                  label={label}
                  sheet={sheet}
                  leftMm={sheet.leftMm + (i % sheet.columns) * (sheet.widthMm + sheet.gapMm)}
                  topMm={sheet.topMm + Math.floor(i / sheet.columns) * sheet.heightMm}
                />
              ),
            )}
          </div>
        ))}
      </div>
    </>
  );
}

/** Most boxes that fit a label. */
const MOST_TICKS = 24;

function Label({
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
          Mixed {format(parseISO(label.mixedOn), 'd MMM yyyy')}
          {label.goodUntil && (
            <>
              , good until <strong>{format(parseISO(label.goodUntil), 'd MMM yyyy')}</strong>
            </>
          )}
        </p>
        {ticks > 0 && (
          <p className="mt-[0.8mm] flex flex-wrap items-center gap-[0.7mm]">
            <span className="mr-[0.6mm]">Rolls</span>
            {Array.from({ length: ticks }, (_, i) => (
              <span
                key={i}
                className={`inline-block border border-black ${i < Math.floor(label.rollsDone + 1e-9) ? 'bg-black' : ''}`}
                style={{ width: '1.05em', height: '1.05em' }}
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
