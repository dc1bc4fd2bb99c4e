import { format, parseISO } from 'date-fns';
import { Form, Link, redirect } from 'react-router';
import { costByMonth, costTogether, realCostPerRollCents } from '../../../core/chemistry/cost/cost-over-time.ts';
import { capacityOfVolume } from '../../../core/kit/capacity.ts';
import { counted } from '../../../core/units/counted.ts';
import { eveningDocument, readEvening } from '../../run/evening/evening-settings.ts';
import { today } from '../../server/database/clock.server.ts';
import { whileUnchanged } from '../../server/database/unchanged.server.ts';
import { personsMoney } from '../../server/money.server.ts';
import { livesOf } from '../../server/runs/lives.server.ts';
import { personsCurrency, storedSetting, writeSetting } from '../../server/settings.server.ts';
import { listBatches } from '../../server/shelf/batches.server.ts';
import { rollsByDay } from '../../server/shelf/bottle-entries.server.ts';
import { Button, LinkButton } from '../../ui/button.tsx';
import { Card } from '../../ui/card.tsx';
import { INPUT_SHAPE } from '../../ui/forms/input-shape.ts';
import { textOf } from '../../ui/forms/read-form.ts';
import { postedForm } from '../../ui/forms/posted-form.ts';
import { Empty, PageHead } from '../../ui/page-head.tsx';
import type { Route } from './+types/cost.ts';
import { CostChart } from './cost-chart.tsx';

export const meta: Route.MetaFunction = () => [{ title: 'Cost · Steady Reel' }];

export function loader() {
  return whileUnchanged('cost', readCost);
}

function readCost() {
  const on = today();
  const money = personsMoney();
  const inUse = listBatches();
  const { lives } = livesOf(inUse);
  const costed = [...inUse, ...listBatches('retired')].map((batch) => {
    const ends = lives.get(batch.id)?.ends;
    const rollsToCome = batch.retiredAtMs === null ? Math.max(0, (ends?.rollsLeft ?? 0) - (ends?.rollsLost ?? 0)) : 0;
    return { ...batch, rollsToCome, capacity: capacityOfVolume(batch.kit, batch.volumeMl) };
  });
  const months = costByMonth(costed, rollsByDay('0000-01-01'), on);
  const { labPrice } = readEvening(storedSetting('evening'));
  const together = costTogether(months, labPrice === null ? null : Math.round(labPrice * 100));
  return {
    labPrice,
    currency: personsCurrency(),
    months: months.map((month) => ({
      label: format(parseISO(`${month.month}-01`), 'MMM yy'),
      rolls: Math.round(month.rolls * 100) / 100,
      perRoll: month.pricedRolls > 0 ? Math.round(month.cents / month.pricedRolls) / 100 : null,
      perRollShown: month.pricedRolls > 0 ? money(month.cents / month.pricedRolls) : '',
      shown: month.pricedRolls > 0 || month.rolls === 0 ? money(month.cents) : 'not known',
    })),
    together: {
      priced: counted(together.pricedRolls, 'roll'),
      unpriced: together.rolls - together.pricedRolls > 0.005 ? counted(together.rolls - together.pricedRolls, 'roll') : null,
      spent: money(together.cents),
      perRoll: together.perRollCents === null ? null : money(together.perRollCents),
      saved: together.savedCents === null ? null : { shown: money(Math.abs(together.savedCents)), less: together.savedCents >= 0 },
    },
    batches: costed
      .filter((batch) => batch.priceCents !== null)
      .map((batch) => {
        const each = realCostPerRollCents(batch);
        const planned = batch.capacity ? (batch.priceCents ?? 0) / batch.capacity : null;
        return {
          id: batch.id,
          name: batch.name,
          away: batch.retiredAtMs !== null,
          rolls: Math.round(batch.rollsDone * 100) / 100,
          lost:
            batch.capacity === null || batch.retiredAtMs === null
              ? null
              : Math.max(0, Math.round((batch.capacity - batch.rollsDone) * 100) / 100),
          price: money(batch.priceCents ?? 0),
          each: each === null ? null : money(each),
          planned: planned === null ? null : money(planned),
        };
      }),
  };
}

export async function action({ request }: Route.ActionArgs) {
  const typed = textOf(await postedForm(request), 'labPrice')
    .trim()
    .replace(',', '.');
  const price = typed === '' ? null : Number(typed);
  if (price !== null && !(price >= 0 && price <= 10_000))
    return { typed, says: 'A laboratory’s price is a number from 0 to 10000, such as 7.50, or nothing.' };
  writeSetting('evening', eveningDocument({ ...readEvening(storedSetting('evening')), labPrice: price }));
  throw redirect('/shelf/cost');
}

export default function Cost({ loaderData, actionData }: Route.ComponentProps) {
  const { months, batches, together, labPrice, currency } = loaderData;
  if (months.length === 0 && batches.length === 0)
    return (
      <>
        <PageHead title="Cost" />
        <Empty title="Nothing has cost anything yet" action={<LinkButton to="/shelf/boxes/new">Enter a box you bought</LinkButton>}>
          Give a box or a batch its price, and run a roll through it: what a roll really costs follows, lost rolls included.
        </Empty>
      </>
    );
  return (
    <>
      <PageHead title="Cost">
        {together.perRoll === null
          ? together.unpriced
            ? 'What a roll costs is not known yet.'
            : 'No roll has gone through a batch yet.'
          : `${together.priced} for ${together.spent}: ${together.perRoll} a roll, as it really was.`}
        {together.unpriced && ` Of ${together.unpriced} more it is not known: their batches have no price.`}
        {together.saved && ` ${together.saved.shown} ${together.saved.less ? 'less' : 'more'} than at the laboratory.`}
      </PageHead>
      <div className="grid gap-4 lg:grid-cols-[minmax(0,1.5fr)_minmax(0,1fr)]">
        <Card>
          <h2 className="mb-2 font-bold">By month</h2>
          {months.length > 0 && (
            <CostChart
              months={months}
              says={`Rolls and cost of a roll: ${months.map((month) => `${month.label} ${counted(month.rolls, 'roll')}${month.perRollShown && `, ${month.perRollShown} each`}`).join('; ')}.`}
            />
          )}
          <table className="mt-3 w-full">
            <thead>
              <tr className="border-b border-line text-left text-sm text-quiet">
                <th className="py-1 font-semibold">Month</th>
                <th className="py-1 text-right font-semibold">Rolls</th>
                <th className="py-1 text-right font-semibold">Chemistry</th>
                <th className="py-1 text-right font-semibold">A roll</th>
              </tr>
            </thead>
            <tbody>
              {months.map((month) => (
                <tr key={month.label} className="border-b border-line">
                  <th scope="row" className="py-1.5 text-left font-normal">
                    {month.label}
                  </th>
                  <td className="figure py-1.5 text-right">{month.rolls}</td>
                  <td className="figure py-1.5 text-right">{month.shown}</td>
                  <td className="figure py-1.5 text-right">{month.perRollShown}</td>
                </tr>
              ))}
            </tbody>
          </table>
        </Card>
        <div className="space-y-4">
          <Card>
            <h2 className="font-bold">By batch</h2>
            <ul className="mt-1 divide-y divide-line">
              {batches.map((batch) => (
                <li key={batch.id} className="py-2">
                  <div className="flex justify-between gap-3">
                    <Link className="font-semibold underline" to={`/shelf/batches/${batch.id}`}>
                      {batch.name}
                    </Link>
                    <span className="figure">{batch.each === null ? '' : `${batch.each} a roll`}</span>
                  </div>
                  <p className="text-sm text-quiet">
                    <span className="figure">{batch.price}</span> for {counted(batch.rolls, 'roll')}
                    {batch.away ? '' : ' so far'}
                    {batch.lost ? `, ${batch.lost} lost` : ''}
                    {batch.planned && `; ${batch.planned} if all are used`}.
                  </p>
                </li>
              ))}
            </ul>
            {batches.length === 0 && <p className="mt-2 text-quiet">No batch has a price. Give it one on its page, or mix from a box.</p>}
          </Card>
          <Card>
            <h2 className="font-bold">Against a laboratory</h2>
            <Form method="post" className="mt-2 flex flex-wrap items-end gap-3">
              <label className="font-semibold">
                What yours asks for a roll{currency ? `, in ${currency}` : ''}
                <input
                  name="labPrice"
                  defaultValue={actionData?.typed ?? labPrice ?? ''}
                  inputMode="decimal"
                  aria-invalid={actionData ? true : undefined}
                  className={`${INPUT_SHAPE} mt-1 block w-32`}
                />
              </label>
              <Button>Keep</Button>
            </Form>
            {actionData && (
              <p role="alert" className="mt-1 text-sm font-semibold text-hot">
                {actionData.says}
              </p>
            )}
            <p className="mt-2 text-sm text-quiet">
              {currency === null && 'Your currency is chosen once, in the bar above, beside the units. '}
              Chemistry only: your time, water and heat are not in it.
            </p>
          </Card>
        </div>
      </div>
    </>
  );
}
