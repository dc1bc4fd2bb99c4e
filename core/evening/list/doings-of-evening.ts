import { heaterEnough } from '../../heat/bath/heater-enough.ts';
import { mixWater } from '../../heat/mixing.ts';
import { showMinutes } from '../../units/duration.ts';
import { sentence, type Sentence } from '../../units/sentence.ts';
import { showLitres } from '../../units/volume.ts';
import type { TubSetting } from '../evening-bath.ts';
import type { DoneAlready } from '../evening-clock.ts';
import { bathThroughTheEvening, type BathChange, type BathThroughTheEvening, type TopUpAt } from '../bath-through-the-evening.ts';
import { inTheBathFor } from './bottles-in-the-bath.ts';
import { ticksThatHold, type Doing, type DoingKind, type Ticks } from './doing.ts';
import { doingsOfRun } from './doings-of-run.ts';
import type { ListedRun } from './listed-run.ts';

export interface EveningInOrder {
  /** Those that can be done, in their order. */
  readonly runs: readonly ListedRun[];
  readonly tub: TubSetting;
  readonly ticks: Ticks;
  readonly nowMs: number;
}

/** A doing before it is known whether it is done. */
export type ToBeDone = Omit<Doing, 'done'>;

/**
 * The evening as a list of doings in the order of the clock (domain.md 1, 8.2): a pure function of runs, tub, ticks and now, the same
 * before the evening and while it goes on. Ticks say when: a doing that was ticked stands where it was done.
 */
export function doingsOfEvening({ runs, tub, ticks: kept, nowMs }: EveningInOrder): Doing[] {
  const ticks = ticksThatHold(kept, nowMs);
  const bath = bathThroughTheEvening(runs, tub, runs[0]?.clock.warmFromMs ?? 0);
  const all = [...doingsOfBath(runs, tub, bath), ...runs.flatMap((run, i) => doingsOfRun(run, i, runs, tub, bath.missed))];
  return all
    .map((doing): Doing => {
      const tickedMs = ticks[doing.id];
      // A run is done at the Bench, never by a tick here.
      if (tickedMs !== undefined && doing.kind !== 'run') return { ...doing, atMs: tickedMs, done: 'ticked' };
      return { ...doing, done: isBehind(doing, runs) ? 'by-itself' : null };
    })
    .map((doing, place) => ({ doing, place }))
    .sort((a, b) => a.doing.atMs - b.doing.atMs || ORDER.indexOf(a.doing.kind) - ORDER.indexOf(b.doing.kind) || a.place - b.place)
    .map(({ doing }) => doing);
}

/** What of the first run is done by its ticks: an evening that counts from now counts on from there. */
export function doneAlready(doings: readonly Doing[]): DoneAlready {
  const ticked = (kinds: readonly DoingKind[]) => doings.find(({ kind, done }) => done === 'ticked' && kinds.includes(kind)) ?? null;
  const firstRun = doings.find(({ kind }) => kind === 'run')?.run;
  const bath = doings.some(({ kind }) => kind === 'heater') ? ticked(['heater']) : ticked(['stand', 'stand-out']);
  return { bathMs: bath?.atMs ?? null, loaded: doings.some(({ kind, run, done }) => kind === 'load' && run === firstRun && done !== null) };
}

/** Of one minute: first what makes the other possible. */
const ORDER: readonly DoingKind[] = [
  'hang',
  'put-back',
  'change-bath',
  'fill',
  'heater',
  'stand',
  'stand-out',
  'top-up',
  'load',
  'warm-tank',
  'water',
  'run',
];

/** What is there before the first run is at the Bench. */
const SET_UP: readonly DoingKind[] = ['fill', 'heater', 'stand', 'stand-out'];

/** What went before a pour that was made is plain from the pour. */
function isBehind(doing: ToBeDone, runs: readonly ListedRun[]): boolean {
  const begun = runs.filter(({ is }) => is !== 'to-come');
  if (doing.run === null) return SET_UP.includes(doing.kind) ? begun.length > 0 : begun.some(({ clock }) => doing.atMs < clock.firstPourMs);
  const run = runs.find(({ n }) => n === doing.run);
  if (!run || run.is === 'to-come') return false;
  const isFollowed = begun.some((later) => later.n > run.n);
  // That a run hangs says nothing of its bottles: they are put back by a person, and were where the next one is poured.
  if (doing.kind === 'put-back') return isFollowed;
  if (doing.kind === 'hang' || doing.kind === 'run') return run.is !== 'live' || isFollowed;
  return true;
}

/** The tub, from filling it to its last top-up. */
function doingsOfBath(runs: readonly ListedRun[], tub: TubSetting, { topUps, changes }: BathThroughTheEvening): ToBeDone[] {
  const first = runs[0];
  if (!first) return [];
  const fromMs = first.clock.warmFromMs;
  const groups = inTheBathFor(runs, tub);
  const [begin] = groups;
  // Water and bottles of a room that is right stand out in it (domain.md 8.2).
  if (!begin) return first.noHeater ? [standsOut(first, fromMs)] : [];
  return [
    filled(tub, fromMs),
    ...(tub.heaterW > 0 ? [heaterOn(begin.setC, tub, fromMs)] : []),
    stands(begin.says, begin.bottlesMl, tub, fromMs),
    ...changes.map((change) => changed(change, runs, tub, groups.find(({ run }) => run === change.run)?.says ?? [])),
    ...topUps.map((topUp, i) => toppedUp(topUp, i, tub, runs)),
  ];
}

const ofBath = (kind: DoingKind, is: string, atMs: number): Pick<ToBeDone, 'id' | 'kind' | 'run' | 'atMs' | 'untilMs'> => ({
  id: `${kind} ${is}`,
  kind,
  run: null,
  atMs,
  untilMs: null,
});

function standsOut({ steps }: ListedRun, atMs: number): ToBeDone {
  const names = steps.flatMap(({ bottle }) => bottle ?? []);
  return {
    ...ofBath('stand-out', names.join(), atMs),
    title: 'Stand it in the room',
    says: [[`${names.join(', ')} and the water. No heater tonight: the room is right for every bath.`]],
    trouble: [],
  };
}

function filled({ litres, startC, hotTapC, coldTapC }: TubSetting, atMs: number): ToBeDone {
  const mix = mixWater({ totalMl: litres * 1000, hotC: hotTapC, coldC: coldTapC, targetC: startC });
  return {
    ...ofBath('fill', `${litres} ${startC}`, atMs),
    title: 'Fill the tub',
    says: [
      mix.ok
        ? sentence`${litres} l at ${{ tempC: startC }}: ${litresOnly(mix.value.hotMl)} hot and ${litresOnly(mix.value.coldMl)} cold.`
        : sentence`${litres} l at ${{ tempC: startC }}.`,
    ],
    trouble: mix.ok
      ? []
      : [
          startC > hotTapC
            ? sentence`The tap gives ${{ tempC: hotTapC }} at most: fill at that and let the heater do the rest, or help with a kettle.`
            : sentence`The cold tap gives ${{ tempC: coldTapC }}: begin with that.`,
        ],
  };
}

const litresOnly = (ml: number) => (ml / 1000).toFixed(1);

function heaterOn(setC: number, tub: TubSetting, atMs: number): ToBeDone {
  const trouble = tooWeak(setC, tub, sentence`hotter water in the tub holds for a while only.`);
  return { ...ofBath('heater', setC.toFixed(1), atMs), title: 'Heater on', says: [sentence`Set to ${{ tempC: setC }}.`], trouble };
}

/** What this heater cannot hold, and what would do (domain.md 8). */
function tooWeak(setC: number, tub: TubSetting, otherwise: Sentence): Sentence[] {
  const { holds, mostC } = heaterEnough({ ...tub, setC });
  if (holds || tub.heaterW <= 0) return [];
  const lid = tub.lidded ? '' : 'a lid, ';
  return [
    sentence`This heater holds ${{ tempC: mostC }} at most in this room. Less water, ${lid}or a stronger heater would do; ${otherwise}`,
  ];
}

function stands(says: readonly Sentence[], bottlesMl: number, { litres }: TubSetting, atMs: number): ToBeDone {
  return {
    ...ofBath('stand', JSON.stringify(says), atMs),
    title: 'Stand in it',
    says,
    // What stands in water pushes as much of it aside.
    trouble:
      bottlesMl <= litres * 1000
        ? []
        : [
            sentence`${showLitres(bottlesMl)} of bottles are too much for ${litres} l of water. A larger tub would do, or warming only what is poured.`,
          ],
  };
}

function changed(
  { atMs, run, fromC, toC, seconds, swapMl }: BathChange,
  runs: readonly ListedRun[],
  tub: TubSetting,
  says: readonly Sentence[],
): ToBeDone {
  const into = runs[run];
  const [water, tapC] = toC < fromC ? (['cold', tub.coldTapC] as const) : (['hot', tub.hotTapC] as const);
  const byTap = swapMl === null ? sentence`` : sentence`Take out ${showLitres(swapMl)} and pour in as much ${water} at ${{ tempC: tapC }}.`;
  const noTap = sentence`The ${water} tap at ${{ tempC: tapC }} does not bring it there. ${water === 'hot' ? 'A kettle' : 'Ice'} would, or another evening for run ${into?.n ?? run + 1}.`;
  const how = seconds === null ? byTap : sentence`The heater takes ${showMinutes(seconds)}.`;
  return {
    ...ofBath('change-bath', `${toC.toFixed(1)} ${into?.rollIds.join('+')}`, atMs),
    untilMs: seconds === null ? null : atMs + seconds * 1000,
    title: 'Change the bath',
    says: [
      sentence`For run ${into?.n ?? run + 1}, from ${{ tempC: fromC }} to ${{ tempC: toC }}. ${how}`,
      ...says.map((each) => sentence`Then stand in it: ${each}`),
    ],
    trouble: [
      ...(seconds === null && swapMl === null ? [noTap] : []),
      ...(toC > fromC && swapMl !== null ? tooWeak(toC, tub, sentence`hot water brings it there, and it falls from then on.`) : []),
    ],
  };
}

function toppedUp({ atMs, ml, with: water, toC }: TopUpAt, place: number, tub: TubSetting, runs: readonly ListedRun[]): ToBeDone {
  const inTheDark = runs.find(({ clock }) => atMs > clock.loadFromMs && atMs < clock.loadUntilMs);
  return {
    ...ofBath('top-up', String(place + 1), atMs),
    title: 'Top the bath up',
    says: [
      sentence`Take out ${showLitres(ml)}, pour in as much ${water}${water === 'hot' ? sentence` at ${{ tempC: tub.hotTapC }}` : ''}: ${{ tempC: toC }}.`,
    ],
    trouble: inTheDark ? [sentence`You are loading run ${inTheDark.n} in the dark then: do it before the light goes out.`] : [],
  };
}
