import type { PlannedStep } from '../../schedule/plan.ts';
import { heatTo } from '../../schedule/pour-words.ts';
import { sentence, type Sentence } from '../../units/sentence.ts';
import { showLitres } from '../../units/volume.ts';
import type { PourMissed } from '../bath-through-the-evening.ts';
import { standsInBath, type TubSetting } from '../evening-bath.ts';
import { waterOfEvening } from '../water-of-evening.ts';
import type { DoingKind } from './doing.ts';
import type { ToBeDone } from './doings-of-evening.ts';
import type { ListedRun } from './listed-run.ts';
import { putBackInWords } from './put-back.ts';

/** What is done for one run, from loading it to putting back what it was poured from. */
export function doingsOfRun(
  run: ListedRun,
  place: number,
  runs: readonly ListedRun[],
  tub: TubSetting,
  missed: readonly PourMissed[],
): ToBeDone[] {
  const { clock, rollNames, tankName, steps } = run;
  const of = (kind: DoingKind, is: string, atMs: number, untilMs: number | null = null) => ({
    id: `${kind} ${run.rollIds.join('+')}${is && ` ${is}`}`,
    kind,
    run: run.n,
    atMs,
    untilMs,
    trouble: [],
  });
  const names = rollNames.join(', ');
  const water = waterOf(run, tub);
  return [
    {
      ...of('load', run.tankId, clock.loadFromMs, clock.loadUntilMs),
      title: 'Load in the dark',
      says: [[`${names} into the ${tankName}.`]],
      rolls: rollNames,
    },
    ...(run.warmsFirstIn !== null && clock.loadUntilMs < clock.firstPourMs
      ? [
          {
            ...of('warm-tank', '', clock.loadUntilMs, clock.firstPourMs),
            title: 'Warm the tank',
            says: [
              [
                run.warmsFirstIn === 'machine'
                  ? 'Closed onto the machine, for five minutes.'
                  : 'Closed and dry into the bath, for five minutes, weighed down.',
              ],
            ],
          },
        ]
      : []),
    ...(water.says.length > 0
      ? [
          {
            ...of('water', water.figures, clock.firstPourMs),
            title: 'Water ready',
            says: water.says,
            trouble: water.trouble,
          },
        ]
      : []),
    {
      ...of('run', '', clock.firstPourMs, clock.endMs),
      title: `Run ${run.n}`,
      says: steps.filter((step) => step.critical).map((step) => heatTo(step)),
      trouble: notThere(missed.filter((pour) => pour.run === place)),
    },
    { ...of('hang', '', clock.endMs, clock.hungMs), title: 'Hang up', says: [[`${names}.`]] },
    { ...of('put-back', '', clock.hungMs), title: 'Put back', says: putBack(run, place, runs, tub) },
  ];
}

/** Pours that the bath, topped up as it may be, is not right for. */
function notThere(missed: readonly PourMissed[]): Sentence[] {
  return missed.length === 0
    ? []
    : [
        ...missed.map(
          ({ name, c, lowC, highC }) => sentence`${name}: ${{ tempC: c }} by then, and ${{ fromC: lowC, toC: highC }} is wanted.`,
        ),
        ['A lid, more water, a hotter tap or a heater would do.'],
      ];
}

/** The run’s water by temperature, with its shares of the two taps (domain.md 8.2): what is poured from jugs, and what runs. */
function waterOf({ steps, tankMl }: ListedRun, { hotTapC: hotC, coldTapC: coldC }: TubSetting) {
  const taps = { hotC, coldC };
  const isRunning = ({ manner }: PlannedStep) => manner?.manner === 'running';
  const jugs = waterOfEvening([{ steps: steps.filter((step) => !isRunning(step)), tankMl }], taps).at;
  const running = waterOfEvening([{ steps: steps.filter(isRunning), tankMl }], taps).at;
  const at = [...jugs, ...running];
  return {
    says: [
      ...jugs.map(({ tempC, ml, mix }): Sentence =>
        mix && mix.hotMl > 0 && mix.coldMl > 0
          ? sentence`${showLitres(ml)} at ${{ tempC }}: ${(mix.hotMl / 1000).toFixed(1)} hot, ${(mix.coldMl / 1000).toFixed(1)} cold.`
          : sentence`${showLitres(ml)} at ${{ tempC }}.`,
      ),
      ...running.map(({ tempC, ml }) => sentence`From the tap at ${{ tempC }} for what runs, ${showLitres(ml)}.`),
    ],
    figures: at.map(({ tempC, ml }) => `${tempC}:${Math.round(ml)}`).join(),
    trouble: at
      .filter(({ mix }) => mix === null)
      .map(
        ({ tempC }) =>
          sentence`Your taps give ${{ fromC: Math.min(hotC, coldC), toC: Math.max(hotC, coldC) }}: bring the water of ${{ tempC }} there in the bath, or with a kettle.`,
      ),
  };
}

/** What goes back and where, what does not, and when the reels are wanted again. */
function putBack(run: ListedRun, place: number, runs: readonly ListedRun[], tub: TubSetting): Sentence[] {
  const later = runs.slice(place + 1);
  const next = later[0];
  const warm = next?.batchId === run.batchId && !next.noHeater ? standsInBath({ ...next, tub }).bottles.map(({ id }) => id) : [];
  const again = later.find(({ tankId }) => tankId === run.tankId);
  return putBackInWords(run.steps, { warm, next: next?.n ?? null, reelsFor: again && run.reelSets < 2 ? again.n : null }).map((said) => [
    said,
  ]);
}
