import fc from 'fast-check';
import { answered } from '../../answer.ts';
import { houseKit } from '../../kit/a-kit.fixture.ts';
import { planEvening, type EveningQuestion, type EveningTank } from '../evening.ts';
import { clockOfTheEvening } from '../evening-clock.ts';
import type { TubSetting } from '../evening-bath.ts';
import { sayIn } from '../../units/sentence.ts';
import { METRIC } from '../../units/units.ts';
import { waterOfEvening } from '../water-of-evening.ts';
import { placeOfNow, ticksThatHold, type Doing, type DoingKind } from './doing.ts';
import { doingsOfEvening, doneAlready } from './doings-of-evening.ts';
import type { ListedRun } from './listed-run.ts';

const TANK: EveningTank = { id: 'steel', method: 'inversion', volumeMl: 520, fillS: 8, drainS: 12, holds: { '135': 2, '120': 1 } };
const TUB: TubSetting = {
  litres: 12,
  startC: 40,
  heaterW: 800,
  lidded: false,
  roomC: 18,
  bottleStartC: 18,
  material: 'glass',
  hotTapC: 52,
  coldTapC: 14,
};
const AT = Date.UTC(2026, 10, 28, 19);

/** An evening of so many rolls, planned, packed and on the clock as the pages have it. */
function evening(
  rolls: number,
  { change = {}, tub = {}, now = AT }: { change?: Partial<EveningQuestion>; tub?: Partial<TubSetting>; now?: number } = {},
) {
  const question: EveningQuestion = {
    rolls: Array.from({ length: rolls }, (_, i) => ({
      id: `roll-${i}`,
      name: `Ferry ${i + 1}`,
      format: '135-36',
      process: 'C-41',
      pushStops: i % 3 === 2 ? 1 : 0,
      treatment: 'normal',
      keeper: false,
      count: 1,
    })),
    batches: [{ id: 'kiln', kit: houseKit(), volumeMl: 1000, rollsDone: 0, mixedOn: '2026-11-20' }],
    tanks: [TANK],
    on: '2026-11-28',
    habits: {},
    temperaturesC: {},
    heat: { roomC: 18, start: 'room', stands: 'air', school: 'pour-warmer' },
    arrangement: null,
    ...change,
  };
  const { runs } = planEvening(question);
  const { clock } = clockOfTheEvening(runs, question.tanks, { loadMin: 10, dryMin: 20 }, 2400, { kind: 'start', atMs: now }, now, {
    house: question.heat ?? null,
  });
  const listed = runs.flatMap((run, i): ListedRun[] => {
    const [times, batch] = [clock[i], question.batches.find(({ id }) => id === run.batchId)];
    if (!run.plan.ok || !times || !batch) return [];
    const { steps, heat, noHeater } = run.plan.value;
    return [
      {
        n: i + 1,
        is: 'to-come',
        batchId: run.batchId,
        batchName: run.batchId,
        rollIds: run.rollIds,
        rollNames: run.rollIds.map((id) => question.rolls.find((roll) => roll.id === id)?.name ?? ''),
        tankId: run.tankId,
        tankName: 'steel tank',
        tankMl: 520,
        reelSets: 1,
        warmsFirstIn: question.heat?.start === 'bath' && !noHeater ? 'bath' : null,
        steps,
        bottleMl: batch.volumeMl,
        portionMl: null,
        bathC: heat?.bathC ?? null,
        noHeater,
        firstPourMs: times.firstPourMs,
        endMs: times.endMs,
        clock: times,
      },
    ];
  });
  return { runs: listed, tub: { ...TUB, ...tub }, ticks: {}, nowMs: now };
}

const words = (doing: Doing | undefined) => (doing ? doing.says.map((said) => sayIn(said, METRIC)).join(' ') : '');
const trouble = (doing: Doing | undefined) => (doing ? doing.trouble.map((said) => sayIn(said, METRIC)).join(' ') : '');
const kinds = (doings: readonly Doing[]) => doings.map(({ kind }) => kind);
const of = (doings: readonly Doing[], kind: DoingKind, run: number | null = null) =>
  doings.find((doing) => doing.kind === kind && (run === null || doing.run === run));

/** The list says what plan and clock say, of every run, whatever the evening. */
function expectAsPlanned(doings: readonly Doing[], { runs }: { readonly runs: readonly ListedRun[] }): void {
  expect(new Set(doings.map(({ id }) => id)).size).toBe(doings.length);
  expect(doings.map(({ atMs }) => atMs)).toEqual([...doings.map(({ atMs }) => atMs)].sort((a, b) => a - b));
  for (const run of runs) {
    const { clock, n } = run;
    expect(of(doings, 'load', n)).toMatchObject({ atMs: clock.loadFromMs, untilMs: clock.loadUntilMs });
    expect(of(doings, 'run', n)).toMatchObject({ atMs: clock.firstPourMs, untilMs: clock.endMs });
    expect(of(doings, 'hang', n)).toMatchObject({ atMs: clock.endMs, untilMs: clock.hungMs });
    for (const name of run.rollNames) for (const kind of ['load', 'hang'] as const) expect(words(of(doings, kind, n))).toContain(name);
    for (const step of run.steps.filter(({ critical }) => critical))
      expect(words(of(doings, 'run', n))).toContain(`${(step.pourC ?? step.temperatureC).toFixed(1)} °C`);
    // What is loaded is loaded before it is poured, and its water stands before its pour in the list.
    const place = (kind: DoingKind) => doings.findIndex((doing) => doing.kind === kind && doing.run === n);
    expect([place('load') < place('run'), place('water') < place('run'), place('run') < place('hang')]).toEqual([true, true, true]);
    // Its litres are those of the water of the evening.
    const litres = [...words(of(doings, 'water', n)).matchAll(/(\d+\.\d) l(?= at|\.)/g)].reduce((sum, [, l]) => sum + Number(l), 0);
    expect(Math.abs(litres - waterOfEvening([run], { hotC: 52, coldC: 14 }).ml / 1000)).toBeLessThan(0.11);
  }
}

test('an evening in order: the tub, the heater, the bottles, then each run from loading to putting back', () => {
  const asked = evening(2);
  const doings = doingsOfEvening(asked);
  expect(kinds(doings)).toEqual(['fill', 'heater', 'stand', 'load', 'water', 'run', 'hang', 'put-back']);
  expectAsPlanned(doings, asked);
  expect(words(of(doings, 'fill'))).toBe('12 l at 40.0 °C: 8.2 hot and 3.8 cold.');
  expect(words(of(doings, 'stand'))).toBe('developer, bleach-fix, 1000 ml each.');
  // The bath is set by what is poured out of it.
  expect(words(of(doings, 'heater'))).toBe(
    `Set to ${Math.max(...(asked.runs[0]?.steps ?? []).map(({ pourC }) => pourC ?? 0)).toFixed(1)} °C.`,
  );
  expect(words(of(doings, 'put-back'))).toContain('On the shelf');
});

test('whatever the evening, the list agrees with plan and clock; what was ticked stands where it was done and moves nothing else', () => {
  fc.assert(
    fc.property(
      fc.integer({ min: 1, max: 7 }),
      fc.record({
        heaterW: fc.constantFrom(0, 300, 800),
        litres: fc.integer({ min: 6, max: 20 }),
        roomC: fc.integer({ min: 12, max: 24 }),
      }),
      fc.constantFrom<'room' | 'bath'>('room', 'bath'),
      fc.nat(),
      (rolls, tub, start, pick) => {
        const asked = evening(rolls, { tub, change: { heat: { roomC: tub.roomC, start, stands: 'air', school: 'pour-warmer' } } });
        const doings = doingsOfEvening(asked);
        expectAsPlanned(doings, asked);
        expect(doings.every(({ done }) => done === null)).toBe(true);
        expect(kinds(doings).includes('heater')).toBe(tub.heaterW > 0);
        expect(kinds(doings).filter((kind) => kind === 'warm-tank').length).toBe(start === 'bath' ? asked.runs.length : 0);
        const ticked = doings.filter(({ kind }) => kind !== 'run')[pick % (doings.length - asked.runs.length)];
        if (!ticked) return;
        const atMs = AT + 60_000;
        const after = doingsOfEvening({ ...asked, ticks: { [ticked.id]: atMs }, nowMs: AT + 120_000 });
        expect(after.find(({ id }) => id === ticked.id)).toMatchObject({ done: 'ticked', atMs });
        expect(after.filter(({ id }) => id !== ticked.id)).toEqual(doings.filter(({ id }) => id !== ticked.id));
      },
    ),
    { numRuns: 60 },
  );
});

test('a tick is about what it said: another temperature, other rolls, or the next day, and it is still to be done', () => {
  const asked = evening(2);
  const [fill, heater, load] = (['fill', 'heater', 'load'] as const).map((kind) => of(doingsOfEvening(asked), kind)?.id ?? '');
  const ticks = { [fill as string]: AT, [heater as string]: AT, [load as string]: AT };
  const done = (doings: readonly Doing[]) => doings.filter((doing) => doing.done === 'ticked').map(({ kind }) => kind);
  expect(done(doingsOfEvening({ ...asked, ticks }))).toEqual(['fill', 'heater', 'load']);
  const warmer = evening(2, { change: { temperaturesC: { kiln: { developer: 39 } } } });
  expect(done(doingsOfEvening({ ...warmer, ticks }))).toEqual(['fill', 'load']);
  expect(done(doingsOfEvening({ ...evening(1), ticks }))).toEqual(['fill', 'heater']);
  expect(done(doingsOfEvening({ ...asked, ticks, nowMs: AT + 13 * 3_600_000 }))).toEqual([]);
  // A clock that was set back by a day makes no tick of the future.
  expect(ticksThatHold({ a: AT + 86_400_000 }, AT)).toEqual({});
});

test('an evening that counts from now counts on from the heater’s tick, and a film that is loaded is not loaded again', () => {
  const asked = evening(1);
  const ids = Object.fromEntries(doingsOfEvening(asked).map(({ kind, id }) => [kind, id]));
  const halfAnHour = AT + 1_800_000;
  const done = doneAlready(
    doingsOfEvening({ ...asked, ticks: { [ids['heater'] ?? '']: AT, [ids['load'] ?? '']: halfAnHour }, nowMs: halfAnHour }),
  );
  expect(done).toEqual({ bathMs: AT, loaded: true });
  const planned = [{ tankId: 'steel', plan: answered({ totalS: 1200, noHeater: false }) }] as unknown as Parameters<
    typeof clockOfTheEvening
  >[0];
  const pour = (of: typeof done) =>
    clockOfTheEvening(planned, [TANK], { loadMin: 10, dryMin: 20 }, 2400, { kind: 'start', atMs: halfAnHour }, halfAnHour, { done: of })
      .clock[0]?.firstPourMs;
  // Forty minutes of warming, thirty of them behind.
  expect(pour(done)).toBe(halfAnHour + 600_000);
  expect(pour({ bathMs: AT, loaded: false })).toBe(halfAnHour + 600_000);
  expect(pour({ bathMs: AT - 3_600_000, loaded: true })).toBe(halfAnHour);
  expect(pour({ bathMs: null, loaded: true })).toBe(halfAnHour + 2_400_000);
});

test('under way: what went before a pour is behind, the live run is not, and now lies before what comes next', () => {
  const asked = evening(4);
  const [first, second] = asked.runs;
  if (!first || !second) throw new Error('two runs');
  const nowMs = first.clock.firstPourMs + 120_000;
  const live = { ...asked, nowMs, runs: asked.runs.map((run, i) => (i === 0 ? { ...run, is: 'live' as const } : run)) };
  const doings = doingsOfEvening(live);
  const done = doings.filter((doing) => doing.done !== null);
  expect(done.map(({ kind }) => kind)).toEqual(['fill', 'heater', 'stand', 'load', 'water']);
  expect(doings[placeOfNow(doings, nowMs)]).toMatchObject({ kind: 'hang', run: 1 });
  const after = doingsOfEvening({ ...live, runs: live.runs.map((run, i) => (i === 0 ? { ...run, is: 'finished' as const } : run)) });
  // It hangs; what it was poured from still stands about, until somebody says so or the next run is poured.
  expect(after.filter(({ run, done: is }) => run === 1 && is === null).map(({ kind }) => kind)).toEqual(['put-back']);
  expect(of(after, 'load', 2)?.done).toBeNull();
  const begun = doingsOfEvening({
    ...live,
    runs: live.runs.map((run, i) => (i < 2 ? { ...run, is: i === 0 ? ('finished' as const) : ('live' as const) } : run)),
  });
  expect(begun.filter(({ run, done: is }) => run === 1 && is === null)).toEqual([]);
});

test('two processes: the bath is changed between them, and the other bottles stand in it only then', () => {
  const asked = evening(2);
  const [run] = asked.runs;
  if (!run) throw new Error('a run');
  const hotter: ListedRun = {
    ...run,
    n: 2,
    batchId: 'other',
    batchName: 'other',
    rollIds: ['cine'],
    steps: run.steps.map((step) => (step.critical ? { ...step, temperatureC: 41, pourC: 41.4 } : step)),
    bathC: 41.4,
    firstPourMs: run.firstPourMs + 5_400_000,
    endMs: run.endMs + 5_400_000,
    clock: { ...run.clock, warmFromMs: run.clock.warmFromMs + 5_400_000, firstPourMs: run.clock.firstPourMs + 5_400_000 },
  };
  const doings = doingsOfEvening({ ...asked, runs: [run, hotter] });
  expect(words(of(doings, 'stand'))).toMatch(/^kiln: developer/);
  expect(words(of(doings, 'stand'))).not.toContain('other');
  expect(words(of(doings, 'change-bath'))).toMatch(
    /^For run 2, from 3[89]\.\d °C to 41\.4 °C\. The heater takes \d+ min\. Then stand in it: other: developer/,
  );
  // Nothing of the first run goes back into a bath that the second does not pour it from.
  expect(words(of(doings, 'put-back', 1))).not.toContain('Into the bath');
});

test('a heater that is too weak, and a tap that is: said where the heater and the change stand, with what would do', () => {
  const weak = { litres: 20, heaterW: 60, lidded: false, roomC: 17 };
  expect(trouble(of(doingsOfEvening(evening(1, { tub: weak })), 'heater'))).toMatch(
    /^This heater holds \d\d\.\d °C at most in this room\. Less water, a lid, or a stronger heater would do; hotter water/,
  );
  expect(trouble(of(doingsOfEvening(evening(1)), 'heater'))).toBe('');
  const changed = (tub: Partial<TubSetting>) => {
    const asked = evening(1, { tub });
    const [run] = asked.runs;
    if (!run) throw new Error('a run');
    const steps = run.steps.map((step) => (step.critical ? { ...step, temperatureC: 41, pourC: 41.4 } : step));
    const later = { ...run, n: 2, batchId: 'other', rollIds: ['cine'], bathC: 41.4, steps };
    const at = { firstPourMs: run.firstPourMs + 5_400_000, endMs: run.endMs + 5_400_000 };
    return of(doingsOfEvening({ ...asked, runs: [run, { ...later, ...at, clock: { ...run.clock, ...at } }] }), 'change-bath');
  };
  const byTap = changed({ ...weak, hotTapC: 54 });
  expect(words(byTap)).toMatch(/Take out \d\.\d l and pour in as much hot at 54\.0 °C\./);
  expect(trouble(byTap)).toContain('hot water brings it there, and it falls from then on.');
  expect(trouble(changed({ ...weak, hotTapC: 40 }))).toMatch(
    /^The hot tap at 40\.0 °C does not bring it there\. A kettle would, or another evening/,
  );
  expect(trouble(changed({}))).toBe('');
});

test('a bucket without a heater has its top-ups in the list; one that falls into the loading says to do it before', () => {
  const asked = evening(4, { tub: { heaterW: 0, litres: 9, startC: 43, hotTapC: 54 } });
  const doings = doingsOfEvening(asked);
  const topUps = doings.filter(({ kind }) => kind === 'top-up');
  expect(topUps.length).toBeGreaterThan(2);
  for (const topUp of topUps) expect(words(topUp)).toMatch(/^Take out \d\.\d l, pour in as much hot at 54\.0 °C: \d\d\.\d °C\.$/);
  for (const topUp of topUps) {
    const dark = asked.runs.find(({ clock }) => topUp.atMs > clock.loadFromMs && topUp.atMs < clock.loadUntilMs);
    expect(trouble(topUp)).toBe(dark ? `You are loading run ${dark.n} in the dark then: do it before the light goes out.` : '');
  }
  expect(topUps.some((topUp) => topUp.trouble.length > 0)).toBe(true);
});

test('what is in the way is said where it stands, with what would do', () => {
  const cold = doingsOfEvening(evening(1, { tub: { hotTapC: 36 } }));
  expect(trouble(of(cold, 'fill'))).toBe(
    'The tap gives 36.0 °C at most: fill at that and let the heater do the rest, or help with a kettle.',
  );
  expect(trouble(of(cold, 'water'))).toMatch(
    /^Your taps give 14\.0 to 36\.0 °C: bring the water of 38\.\d °C there in the bath, or with a kettle\./,
  );
  expect(trouble(of(doingsOfEvening(evening(1, { tub: { litres: 1 } })), 'stand'))).toBe(
    '2.0 l of bottles are too much for 1 l of water. A larger tub would do, or warming only what is poured.',
  );
  const late = doingsOfEvening(evening(2, { tub: { heaterW: 0, startC: 30, hotTapC: 31 } }));
  expect(trouble(of(late, 'run'))).toMatch(
    /^Developer: \d\d\.\d °C by then, and .* is wanted\. .*A lid, more water, a hotter tap or a heater would do\.$/,
  );
});
