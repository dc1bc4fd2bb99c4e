import { Select } from '@headlessui/react';
import { processOfKit } from '../../../core/kit/kit.ts';
import Printer from 'lucide-react/icons/printer';
import { encode } from 'uqr';
import { Form } from 'react-router';
import { hazardSentence } from '../../../core/chemistry/safety/safety-words.ts';
import { capacityOfVolume } from '../../../core/kit/capacity.ts';
import type { HouseLook } from '../../server/house.ts';
import { findBatch, listBatches } from '../../server/shelf/batches.server.ts';
import { Button, LinkButton } from '../../ui/button.tsx';
import { Card } from '../../ui/card.tsx';
import { INPUT_SHAPE } from '../../ui/forms/input-shape.ts';
import { Empty, PageHead } from '../../ui/page-head.tsx';
import type { Route } from './+types/labels.ts';
import { FIRST_SHEET, LABEL_SHEETS, onPages, PAPER_MM } from './label-sheets.ts';
import { Label } from './label.tsx';
import { TickBox } from '../../ui/forms/tick-box.tsx';

export const meta: Route.MetaFunction = () => [{ title: 'Labels · Steady Reel' }];

/** Whose labels are wanted: a bottle's, a batch's, those that are ticked, or all that stand on the shelf. */
export function loader({ request, context }: Route.LoaderArgs) {
  const url = new URL(request.url);
  const origin = addressForPhones(context.house?.look()) ?? url.origin;
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
        process: processOfKit(batch.kit),
        mixedOn: bottle.mixedOn,
        goodUntil: bottle.goodUntil,
        rollsDone: bottle.rollsDone,
        capacity: capacityOfVolume(batch.kit, bottle.volumeMl),
        hazard: hazardSentence(bottle.kind),
        qr: encode(`${origin}/b/${bottle.code}`, { border: 0 }).data,
      })),
  );
  const chosen = all.filter((label) =>
    ticked.size > 0 ? ticked.has(label.number) : asked.get('batch') === null || label.batchId === asked.get('batch'),
  );
  const sheet = LABEL_SHEETS.find((each) => each.id === asked.get('sheet')) ?? FIRST_SHEET;
  const first = Math.max(1, Math.min(sheet.columns * sheet.rows, Math.floor(Number(asked.get('first') ?? 1)) || 1));
  return { all: all.map(({ qr: _, ...label }) => label), labels: chosen, sheet, first, origin };
}

/** A code on a bottle is read by a phone: it leads to where phones come in, by the way they come. */
function addressForPhones(look: HouseLook | undefined): string | null {
  if (!look?.open) return null;
  const [address] = look.screens.some(({ secure }) => secure) ? look.secure : look.plain;
  return address ? new URL(address).origin : null;
}

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
                  <TickBox key={label.number} name="bottle" value={label.number} defaultChecked={chosen.has(label.number)}>
                    {label.name} <span className="figure text-quiet">{label.code}</span>
                  </TickBox>
                ))}
              </div>
            </fieldset>
            <label className="font-semibold">
              Sheet
              <Select name="sheet" defaultValue={sheet.id} className={`${INPUT_SHAPE} mt-1 block`}>
                {LABEL_SHEETS.map((each) => (
                  <option key={each.id} value={each.id}>
                    {each.says}
                  </option>
                ))}
              </Select>
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
