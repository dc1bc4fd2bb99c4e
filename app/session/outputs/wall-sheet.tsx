import Printer from 'lucide-react/icons/printer';
import { jugInWords } from '../../../core/chemistry/safety/spent.ts';
import type { Doing } from '../../../core/evening/list/doing.ts';
import { clockTime } from '../../../core/evening/wanted-time.ts';
import type { TankMethod } from '../../../core/heat/tank/tank.ts';
import { isDeveloper, isWater } from '../../../core/kit/kind.ts';
import { beatInWords } from '../../../core/schedule/cues.ts';
import { pouredAtC } from '../../../core/schedule/poured-at.ts';
import type { PlannedStep } from '../../../core/schedule/plan.ts';
import { showDuration } from '../../../core/units/duration.ts';
import { sayIn } from '../../../core/units/sentence.ts';
import { showTemperature } from '../../../core/units/temperature.ts';
import { nowMs, shownInstant } from '../../server/database/clock.server.ts';
import { personsZone } from '../../server/settings.server.ts';
import { Button, LinkButton } from '../../ui/button.tsx';
import { useText, useUnits } from '../../ui/forms/units.ts';
import { Empty } from '../../ui/page-head.tsx';
import { rollRange } from '../../ui/roll-range.ts';
import { bathTexture } from '../../ui/strip/bath-texture.ts';
import type { Route } from './+types/wall-sheet.ts';
import { whatRemains } from './what-remains.server.ts';

export const meta: Route.MetaFunction = () => [{ title: 'Wall sheet · Steady Reel' }];

export function loader() {
  const zone = personsZone();
  const { runs, doings } = whatRemains();
  return {
    day: shownInstant(nowMs(), 'EEEE d MMMM yyyy'),
    sheets: runs.map((run) => ({ ...run, pour: clockTime(run.firstPourMs, zone) })),
    doings: doings.map((doing) => ({ ...doing, at: clockTime(doing.atMs, zone) })),
  };
}

/** A bleach-fix gives off gas; a run without one needs no word of it. */
function vents(steps: readonly PlannedStep[]): string {
  return steps.some((step) => step.kind === 'bleach-fix' && step.inTank) ? 'Vent the tank while it holds bleach-fix. ' : '';
}

/** Where each solution goes after use, as the cues say it. */
function whereTo(steps: readonly PlannedStep[]): string {
  const poured = steps.filter((step) => !isWater(step.kind));
  const names = (these: readonly PlannedStep[]) => these.map((step) => step.name.toLowerCase());
  const back = names(poured.filter((step) => step.after === 'return'));
  const away = poured.filter((step) => step.after === 'discard');
  const say = (these: readonly string[], what: string) => (these.length > 0 ? ` ${these.join(', ')} ${what}.` : '');
  const jugs = [...new Set(away.map((step) => jugInWords(step.kind)))];
  return (
    say(back, back.length === 1 ? 'back into its own bottle' : 'each back into its own bottle') +
    jugs.map((jug) => say(names(away.filter((step) => jugInWords(step.kind) === jug)), `into ${jug}, not back`)).join('')
  )
    .trim()
    .replace(/(^|\. )[a-z]/g, (letter) => letter.toUpperCase());
}

/** One A4 page a run, readable from a metre, to pin up where no screen should be. */
export default function WallSheet({ loaderData }: Route.ComponentProps) {
  const { temperature } = useUnits();
  const text = useText();
  const { sheets, doings, day } = loaderData;
  if (sheets.length === 0) {
    return (
      <Empty title="Nothing to print" action={<LinkButton to="/">Plan tonight’s session</LinkButton>}>
        A wall sheet shows a run that is planned: its baths, times, temperatures and beats.
      </Empty>
    );
  }
  return (
    <>
      <div className="no-print mb-4 flex gap-3">
        <Button filled onClick={() => print()}>
          <Printer aria-hidden size={18} /> Print
        </Button>
        <LinkButton to="/">Back to the session</LinkButton>
      </div>
      <style>
        {
          '@page { size: A4 portrait; margin: 12mm } @media print { main { padding: 0 !important; max-width: none !important } .sheet { border: 0 !important; padding: 0 !important; break-after: page } .sheet:last-child { break-after: auto } * { -webkit-print-color-adjust: exact; print-color-adjust: exact } }'
        }
      </style>
      <ListOnPaper doings={doings} day={day} />
      {sheets.map((sheet, i) => {
        const { steps, rollNumber, runRolls } = sheet;
        const total = steps.reduce((sum, step) => sum + step.seconds, 0);
        return (
          <article
            key={sheet.title + String(i)}
            className="sheet mx-auto mb-6 flex max-w-[190mm] flex-col rounded-card border border-line bg-white p-3 text-black sm:p-8"
          >
            <header className="flex items-baseline justify-between border-b-4 border-petrol pb-2">
              <h2 className="text-xl font-bold sm:text-3xl">
                Run {sheet.n} · {sheet.title}
              </h2>
              <p className="figure text-2xl">{sheet.pour}</p>
            </header>
            <p className="mt-2 text-lg">
              {sheet.rollNames.join(', ')}. {sheet.tankName}. {sheet.batchName}, {rollRange(rollNumber, runRolls)}. {day}.
            </p>
            <table className="mt-4 w-full border-collapse">
              <thead>
                <tr className="text-left text-sm">
                  <th className="w-6" />
                  <th className="font-normal">Bath</th>
                  <th className="text-right font-normal">for</th>
                  <th className="text-right font-normal">at</th>
                  <th className="pl-5 font-normal max-sm:hidden">Beat</th>
                  <th className="text-right font-normal max-sm:hidden">pour out</th>
                </tr>
              </thead>
              <tbody>
                {steps.map((step, s) => {
                  const pourOut = step.cues.find((cue) => cue.kind === 'pour-out');
                  return (
                    <tr
                      key={step.bath + String(s)}
                      className="border-b border-[#b9c9c3]"
                      style={{ height: `${Math.max(13, (step.seconds / total) * 130)}mm` }}
                    >
                      <td className="p-0 align-top">
                        <div
                          className={`${bathTexture(step.kind)} h-full w-4`}
                          style={{ minHeight: '13mm', height: `${Math.max(13, (step.seconds / total) * 130)}mm` }}
                        />
                      </td>
                      <th
                        scope="row"
                        className={`py-2 pr-3 text-left align-top text-lg sm:text-2xl ${isDeveloper(step.kind) ? 'font-bold' : 'font-semibold'}`}
                      >
                        {step.name}
                        {/* A phone has no room for two columns more: they stand beneath. */}
                        <span className="mt-0.5 block text-base leading-snug font-normal sm:hidden">
                          <Beat step={step} method={sheet.method} />
                          {pourOut && (
                            <span className="block">
                              pour out at <span className="figure">{showDuration(pourOut.atS)}</span>
                            </span>
                          )}
                        </span>
                      </th>
                      <td className="figure py-1 text-right align-top text-2xl leading-none font-semibold sm:text-[2.1rem]">
                        {showDuration(step.seconds)}
                      </td>
                      <td className="figure py-2 pl-3 text-right align-top whitespace-nowrap sm:text-xl">
                        {showTemperature(pouredAtC(step), temperature)}
                      </td>
                      <td className="py-2 pl-5 align-top max-sm:hidden">
                        <Beat step={step} method={sheet.method} />
                      </td>
                      <td className="figure py-2 text-right align-top text-xl max-sm:hidden">{pourOut ? showDuration(pourOut.atS) : ''}</td>
                    </tr>
                  );
                })}
              </tbody>
            </table>
            <footer className="mt-4 text-sm">
              {sheet.warnings.map((warning) => (
                <p key={warning.code + String(warning.bath)} className="font-semibold">
                  {text(warning)}
                </p>
              ))}
              <p>
                Gloves, eye protection, moving air. {whereTo(steps)} {vents(steps)}In the eyes or swallowed: rinse, and call local emergency
                or poison services with the safety data sheet at hand. The kit’s leaflet and safety sheet overrule this page.
              </p>
            </footer>
          </article>
        );
      })}
    </>
  );
}

/** The evening in order on paper, with a box for each doing. */
function ListOnPaper({ doings, day }: { readonly doings: readonly (Doing & { readonly at: string })[]; readonly day: string }) {
  const units = useUnits();
  return (
    <article className="sheet mx-auto mb-6 max-w-[190mm] rounded-card border border-line bg-white p-3 text-black sm:p-8">
      <header className="flex items-baseline justify-between border-b-4 border-petrol pb-2">
        <h1 className="text-xl font-bold sm:text-3xl">The evening in order</h1>
        <p>{day}</p>
      </header>
      <ol>
        {doings.map((doing) => (
          <li
            key={doing.id}
            className={`grid grid-cols-[1.6rem_3.6rem_minmax(0,1fr)] items-baseline gap-x-2 border-b border-[#b9c9c3] py-1 text-[0.95rem] leading-snug sm:grid-cols-[1.6rem_3.6rem_8.5rem_minmax(0,1fr)] print:py-0.5 print:text-[0.86rem] ${doing.kind === 'run' ? 'bg-[#e6f0ed] font-semibold' : ''}`}
          >
            <span aria-hidden className="grid size-5 place-items-center border-2 border-black text-sm leading-none font-bold">
              {doing.done === null ? '' : '✓'}
            </span>
            <span className="figure">{doing.at}</span>
            <span className="font-semibold">{doing.title}</span>
            <span className="max-sm:col-start-3">{[...doing.says, ...doing.trouble].map((said) => sayIn(said, units)).join(' ')}</span>
          </li>
        ))}
      </ol>
    </article>
  );
}

type SheetStep = Pick<PlannedStep, 'agitation' | 'cues' | 'manner' | 'opensTank' | 'wipeAfter'>;

/** How a bath is moved, and what may be done after it. */
function Beat({ step, method }: { readonly step: SheetStep; readonly method: TankMethod }) {
  const { opensTank, wipeAfter } = step;
  return (
    <>
      {beatInWords(step, { method })}
      {opensTank && <strong className="block">After it the tank may be opened.</strong>}
      {wipeAfter && <span className="block">Then wipe the backing off.</span>}
    </>
  );
}
