import fc from 'fast-check';
import { eveningClock } from '../evening/session-clock.ts';
import type { TankHeatSetting } from '../heat/tank/tank-through-the-run.ts';
import type { HeatSchool } from '../heat/tank/school-and-place.ts';
import { DEFAULT_TANK } from '../heat/tank/tank.ts';
import { houseKit } from '../kit/a-kit.fixture.ts';
import type { Kit } from '../kit/kit.ts';
import { shippedKit, SHIPPED_KITS } from '../kit/shipped-kits.ts';
import { leafletSeconds } from '../timing/leaflet-curve.ts';
import { textIn } from '../units/sentence.ts';
import type { Habits } from './habits.ts';
import { planRun, type Plan, type PlannedStep, type PlanQuestion } from './plan.ts';

const kitCalled = (id: string) => shippedKit(id) as Kit;
function question(change: Partial<PlanQuestion> = {}): PlanQuestion {
  return {
    kit: houseKit(),
    batch: { volumeMl: 1000, rollsDone: 6, mixedOn: '2026-11-09' },
    on: '2026-11-25',
    tank: { ...DEFAULT_TANK, volumeMl: 520 },
    rolls: [{ format: '135-36', count: 2 }],
    pushStops: 0,
    treatment: 'normal',
    temperaturesC: {},
    habits: {},
    ...change,
  };
}
function planned(change: Partial<PlanQuestion> = {}): Plan {
  const plan = planRun(question(change));
  if (!plan.ok) throw new Error(plan.errors.map((error) => error.message).join(' '));
  return plan.value;
}
const steps = (plan: Plan) => plan.steps.map((step) => `${step.bath} ${step.seconds}`).join(', ');
const beats = (plan: Plan, bath: string, kind: string) =>
  plan.steps
    .find((step) => step.bath === bath)
    ?.cues.filter((cue) => cue.kind === kind)
    .map((cue) => cue.atS);

test('the evening of the brief: six rolls done, two more, 37.2 °C', () => {
  const plan = planned({ temperaturesC: { developer: 37.2 } });
  // developer 225.2 × 218.325/200 = 245.8; bleach-fix 400 × (1 + 0.06 × 7) = 568.
  expect(steps(plan)).toBe('prewash 60, developer 246, rinse 30, bleach-fix 568, wash 180, stabiliser 60');
  expect(plan.rollNumber).toBe(8);
  expect(plan.batchAfter.rollsDone).toBe(8);
  // Six steps and five changeovers of 5 s.
  expect(plan.totalS).toBe(60 + 246 + 30 + 568 + 180 + 60 + 25);
  expect(plan.steps.map((step) => step.startS)).toEqual([0, 65, 316, 351, 924, 1109]);
  expect(plan.steps.map((step) => step.lightSafeAtEnd)).toEqual([false, false, false, true, true, true]);
});

test('cues of a 246 s developer: pour out at 234, the last beat 10 s before, bottles named', () => {
  const plan = planned({ temperaturesC: { developer: 37.2 } });
  expect(beats(plan, 'developer', 'agitate')).toEqual([30, 60, 90, 120, 150, 180, 210]);
  expect(beats(plan, 'developer', 'prepare')).toEqual([189]);
  expect(beats(plan, 'developer', 'pour-out')).toEqual([234]);
  expect(plan.steps[1]?.cues.find((cue) => cue.kind === 'prepare')?.label).toBe('Rinse water at 37.2 °C; funnel into the Developer bottle');
  const late = planned({ temperaturesC: { developer: 37.2 }, habits: { pourOut: 'at-zero', clock: 'tank-full' } });
  expect(beats(late, 'developer', 'pour-out')).toEqual([246]);
  expect(late.changeoverS).toBe(5 + 8 + 12);
  const rollers = planned({ tank: { ...DEFAULT_TANK, method: 'rotary' } });
  expect([beats(rollers, 'developer', 'agitate'), beats(rollers, 'developer', 'rotate')]).toEqual([[], [15]]);
  const washes = planned({ habits: { washing: { kind: 'counted', counts: [5, 10, 20] } } });
  expect(beats(washes, 'wash', 'change')).toEqual([0, 30, 70]);
  expect(washes.steps.find(({ id }) => id === 'wash')?.seconds).toBe(3 * (8 + 12) + 2 * (5 + 10 + 20));
  const slow = planned({ kit: kitCalled('house-c41-room'), habits: { washing: { kind: 'changes', n: 4 } } });
  expect(beats(slow, 'developer', 'agitate')?.slice(0, 3)).toEqual([120, 240, 360]);
  expect(beats(slow, 'wash', 'change')).toEqual([0, 45, 90, 135]);
});

test.each<[string, Partial<PlanQuestion>, string]>([
  [
    'the kit’s own wash keeps its time',
    { kit: kitCalled('reference-c41') },
    'developer 195, bleach 390, wash 195, fixer 390, wash 195, stabiliser 90',
  ],
  [
    'until the habit is named',
    {
      kit: kitCalled('reference-c41'),
      habits: { washing: { kind: 'running' }, afterDeveloper: 'stop', prewash: { kind: 'timed', s: 300 } },
    },
    'prewash 300, developer 195, stop 30, bleach 390, wash 180, fixer 390, wash 180, stabiliser 90',
  ],
  [
    'straight on, tank warmed dry',
    { habits: { afterDeveloper: 'none', prewash: { kind: 'none' }, wettingAgent: 'drop' } },
    'developer 225, bleach-fix 568, wash 180, stabiliser 60, wetting-agent 30',
  ],
  [
    'a stop bath of the kit’s own stays',
    {
      kit: kitCalled('house-ecn2-home'),
      batch: { volumeMl: 1000, rollsDone: 0 },
      rolls: [{ format: '120', count: 1 }],
      habits: { afterDeveloper: 'none' },
    },
    'prebath 60, remjet-rinse 90, developer 180, stop 30, bleach 180, wash 180, fixer 120, wash 180, final-rinse 30',
  ],
  [
    'E-6 keeps its water between developers',
    { kit: kitCalled('reference-e6'), habits: { afterDeveloper: 'rinse' } },
    'first-developer 360, first-wash 120, reversal 120, colour-developer 360, rinse 30, pre-bleach 120, bleach 360, fixer 240, final-wash 240, final-rinse 60',
  ],
  [
    'bleach bypass: a rinse, then a separate fixer for the bleach-fix’s time',
    { treatment: 'bleach-bypass', habits: { afterDeveloper: 'none' } },
    'prewash 60, developer 225, rinse 30, rinse 30, rinse 30, fixer 400, wash 180, stabiliser 60',
  ],
  [
    'cine film in C-41: remjet off first',
    { treatment: 'cine-in-c41' },
    'prebath 60, remjet-rinse 60, developer 225, rinse 30, bleach-fix 568, wash 180, stabiliser 60',
  ],
])('schools and treatments: %s', (_, change, sequence) => {
  expect(steps(planned(change))).toBe(sequence);
});

test('a fixer never follows a developer bare, remjet marks the batch, and the film waits in the dark', () => {
  expect(steps(planned({ treatment: 'bleach-bypass', kit: kitCalled('reference-c41') }))).toBe(
    'developer 195, wash 195, fixer 390, wash 195, stabiliser 90',
  );
  const cine = planned({ treatment: 'cine-in-c41' });
  expect(cine.batchAfter.seenRemjet).toBe(true);
  expect(cine.steps.find((step) => step.kind === 'wash')?.cues.some((cue) => cue.kind === 'wipe')).toBe(true);
  const opened = planned().steps.flatMap((step) => step.cues.filter((cue) => cue.kind === 'light-safe').map(() => step.bath));
  expect(opened).toEqual(['bleach-fix']);
});

test('cine film in C-41: the kitchen’s alkaline bath is weighed and shaken, and the wiping has four minutes a roll', () => {
  for (const count of [1, 2, 3]) {
    const { steps: all, changeoverS, totalS } = planned({ treatment: 'cine-in-c41', rolls: [{ format: '135-36', count }] });
    const [prebath] = all;
    expect([prebath?.bottle, prebath?.madeUp, prebath?.after]).toEqual([null, '7.8 g sodium bicarbonate', 'discard']);
    expect(prebath?.cues[0]?.label).toBe('Shake it, without a pause');
    all.forEach((step, i) => {
      const next = all[i + 1]?.startS ?? totalS + changeoverS;
      expect([step.id, next - step.startS - step.seconds]).toEqual([step.id, changeoverS + (step.wipeAfter ? 240 * count : 0)]);
    });
    expect(all.filter(({ wipeAfter }) => wipeAfter).map(({ kind }) => kind)).toEqual(['wash']);
    // A run that ends with its wash is over when its backing is off.
    const plain = planned({ treatment: 'cine-in-c41', rolls: [{ format: '135-36', count }], way: [{ id: 'stabiliser', leaveOut: true }] });
    const last = plain.steps.at(-1);
    expect([last?.kind, plain.totalS - (last?.startS ?? 0) - (last?.seconds ?? 0)]).toEqual(['wash', 240 * count]);
  }
});

test('warnings go along, errors stop and name the field', () => {
  const codes = (change: Partial<PlanQuestion>) => planned(change).warnings.map((warning) => warning.code);
  expect(codes({ batch: { volumeMl: 500, rollsDone: 5, mixedOn: '2026-10-01' }, pushStops: 2 })).toEqual([
    'past-capacity',
    'past-shelf-life',
    'volume-short',
    'push-colour',
  ]);
  expect(codes({ batch: { volumeMl: 1000, rollsDone: 10 } })).toEqual([]);
  const paths = (change: Partial<PlanQuestion>) => {
    const plan = planRun(question(change));
    return plan.ok ? [] : plan.errors.map((error) => `${error.code} ${error.path}`);
  };
  expect(paths({ temperaturesC: { developer: 29, fixer: 20 } })).toEqual([
    'unknown-bath $.temperaturesC.fixer',
    'temperature-outside-leaflet $.temperaturesC.developer',
  ]);
  expect(paths({ batch: { volumeMl: 1000, rollsDone: 11 }, habits: { pastCapacity: 'refuse' } })).toEqual(['past-capacity $.rolls']);
  expect(paths({ kit: kitCalled('house-e6-three-bath'), treatment: 'cross-process' })).toEqual(['treatment-not-for-kit $.treatment']);
});

const habits: fc.Arbitrary<Habits> = fc.record(
  {
    clock: fc.constantFrom('first-drop', 'tank-full'),
    pourOut: fc.constantFrom('inside', 'at-zero'),
    wear: fc.constantFrom('last', 'first'),
    changeoverS: fc.integer({ min: 0, max: 60 }),
    prewash: fc.constantFrom({ kind: 'none' }, { kind: 'timed', s: 300 }, { kind: 'until-clear' }),
    afterDeveloper: fc.constantFrom('none', 'rinse', 'stop'),
    washing: fc.constantFrom({ kind: 'running' }, { kind: 'changes', n: 7 }, { kind: 'counted' }),
    stabiliser: fc.constantFrom('in-tank', 'open-tray'),
    wettingAgent: fc.constantFrom('none', 'drop'),
  },
  { requiredKeys: [] },
);

test('whatever the habits: the order holds, steps never overlap, every cue lies inside its step', () => {
  fc.assert(
    fc.property(
      fc.constantFrom(...SHIPPED_KITS),
      habits,
      fc.constantFrom('inversion', 'stick', 'rotary'),
      fc.integer({ min: 0, max: 700 }),
      fc.constantFrom('normal', 'bleach-bypass'),
      (kit, chosen, method, drainS, treatment) => {
        const plan = planned({
          kit,
          habits: chosen,
          tank: { method, fillS: 8, drainS },
          treatment: treatment as 'normal',
        });
        plan.steps.forEach((step, i) => {
          for (const cue of step.cues) expect(cue.atS >= 0 && cue.atS <= step.seconds).toBe(true);
          expect(step.cues.filter((cue) => cue.kind === 'end')).toHaveLength(1);
          const next = plan.steps[i + 1];
          if (next) expect(next.startS).toBe(step.startS + step.seconds + plan.changeoverS);
        });
        expect(plan.totalS).toBe((plan.steps.at(-1)?.startS ?? 0) + (plan.steps.at(-1)?.seconds ?? 0));
      },
    ),
    { numRuns: 300 },
  );
});

test('an evening forwards, or back from a wanted pour or finish, is the same evening', () => {
  const runs = [
    { totalS: 1200, loadS: 600, warmS: 2400, tankId: 'steel', reelSets: 1 },
    { totalS: 1100, loadS: 600, warmS: 900, tankId: 'steel', reelSets: 1 },
  ];
  const habit = { dryReelsS: 1800, hangS: 300 };
  const forward = eveningClock(runs, habit, { kind: 'start', atMs: 0 });
  // The second pour waits for dry reels and loading (1800 + 600), not for warming, which overlaps them.
  expect(forward.map((run) => [run.firstPourMs / 1000, run.hungMs / 1000])).toEqual([
    [2400, 3900],
    [6300, 7700],
  ]);
  const shift = (clock: ReturnType<typeof eveningClock>, byMs: number) => clock.map((run) => run.hungMs - byMs);
  const wanted = eveningClock(runs, habit, { kind: 'first-pour', atMs: 5_000_000 });
  expect(shift(wanted, 5_000_000 - 2_400_000)).toEqual(forward.map((run) => run.hungMs));
  expect(eveningClock(runs, habit, { kind: 'finish', atMs: 9_000_000 }).at(-1)?.hungMs).toBe(9_000_000);
});

test('one printed temperature is held at another, which is said as what it does to the film', () => {
  const oneTime = houseKit({ time: { points: [{ c: 38, s: 195 }] } });
  const cold = planned({
    kit: oneTime,
    batch: { volumeMl: 1000, rollsDone: 0 },
    rolls: [{ format: '120', count: 1 }],
    temperaturesC: { developer: 36.3 },
  });
  expect(cold.steps[1]?.seconds).toBe(195);
  // e^(−0.11 × 1.7) = 0.829 of the dose; by the kit's own table a pull of one stop is 0.8.
  expect(cold.warnings).toMatchObject([{ code: 'off-leaflet-temperature', bath: 'developer' }]);
  expect(cold.warnings[0]?.message).toBe(
    'Developer: 36.3 °C for the time that is printed for 38.0 °C works as a pull of 0.8 stop, by rule of thumb.',
  );
  const bleachFix = planned({ temperaturesC: { 'bleach-fix': 33 } }).warnings.find((each) => each.bath === 'bleach-fix');
  expect(bleachFix?.message).toContain('Longer does no harm; how much longer makes up for it is not known');
});

test('bleach bypass: whose time it is, no jump back, nothing goes back, and a kit’s own fixer is its own', () => {
  const plan = planned({ treatment: 'bleach-bypass' });
  const fixer = plan.steps.find((step) => step.kind === 'fixer');
  expect(fixer?.working.map((line) => line.label)).toEqual([
    'As long as the bleach-fix would take',
    'as a fresh bleach-fix would',
    'No push in this bath',
    'Same time at any temperature',
  ]);
  expect(fixer?.cues.find((cue) => cue.kind === 'pour-out')?.label).toContain('into the silver-bearing jug');
  expect(plan.steps.map((step) => step.temperatureC)).toEqual([38, 38, 33.5, 29, 24.5, 20, 20, 20]);
  expect(plan.advice.map((advice) => advice.message).join(' ')).toContain('takes the place of the bleach-fix');
  const own = planned({ kit: kitCalled('reference-c41'), batch: { volumeMl: 1000, rollsDone: 0 }, treatment: 'bleach-bypass' });
  expect(own.advice.map((advice) => advice.message).join(' ')).toContain('the kit’s own');
  expect(own.advice.map((advice) => advice.message).join(' ')).not.toContain('place of the bleach-fix');
});

test('every word of a plan that has a figure says it in the reader’s units', () => {
  const plan = planned({ temperaturesC: { developer: 37.2 }, batch: { volumeMl: 400, rollsDone: 0 }, heat: coldRoom('wait-longer') });
  const FAHRENHEIT = { temperature: 'F', volume: 'US fl oz' } as const;
  const spoken = [...plan.warnings, ...plan.advice, ...plan.steps.flatMap((step) => [...step.working, ...step.cues])];
  const said = spoken.map((each) => textIn(each, FAHRENHEIT)).join(' ');
  expect(said).toMatch(/99\.0 °F/);
  expect(said).not.toMatch(/°C|\bml\b/);
});

const coldRoom = (school: HeatSchool, change: Partial<TankHeatSetting> = {}): TankHeatSetting => ({
  startC: 20,
  heatJK: 380,
  roomC: 20,
  stands: 'air',
  bathC: null,
  coolingPerMin: 0.012,
  school,
  ...change,
});

describe('the tank through a run', () => {
  const developer = (plan: Plan) => plan.steps.find((step) => step.critical) as PlannedStep;
  /** Dose by small steps, written for the comparison: nothing of the core's own integration in it. */
  const doseByHand = (step: PlannedStep, startsC: number, surroundC: number, perMin: number, seconds: number) => {
    let dose = 0;
    for (let t = 0.05; t < seconds; t += 0.1) {
      const c = surroundC + (startsC - surroundC) * Math.exp((-perMin * t) / 60);
      dose += (0.1 * leafletSeconds(step.points, step.nominalC)) / leafletSeconds(step.points, c);
    }
    return dose;
  };

  test('by hand: a cold tank takes 2.7 °C of the prewash, and the developer gets a warm one', () => {
    const plan = planned({ heat: coldRoom('wait-longer') });
    const water = 4.18 * 520;
    const prewashC = (water * 38 + 380 * 20) / (water + 380);
    const warmedC = 20 + (prewashC - 20) * Math.exp(-0.012);
    expect(plan.steps[0]?.inTankC).toMatchObject({
      startsC: expect.closeTo(prewashC, 3) as number,
      endsC: expect.closeTo(warmedC, 3) as number,
    });
    expect(developer(plan).inTankC?.startsC).toBeCloseTo((water * 38 + 380 * warmedC) / (water + 380), 3);
    const line = developer(plan).working.at(-1);
    expect([line?.what, (line?.seconds ?? 0) > 0]).toEqual(['tank', true]);
    expect(developer(plan).working.reduce((sum, each) => sum + each.seconds, 0)).toBe(developer(plan).seconds);
  });

  const setting = fc.record({
    startC: fc.double({ min: 5, max: 38, noNaN: true }),
    heatJK: fc.double({ min: 0, max: 900, noNaN: true }),
    roomC: fc.double({ min: 5, max: 35, noNaN: true }),
    stands: fc.constantFrom('air' as const, 'bath' as const),
    bathC: fc.constant(null),
    coolingPerMin: fc.double({ min: 0, max: 0.2, noNaN: true }),
  });

  test('both schools give the dose that is wanted: waiting within its rounding, pouring warmer at the planned second', () => {
    fc.assert(
      fc.property(setting, fc.double({ min: 34, max: 40, noNaN: true }), (heat, tempC) => {
        const change = { temperaturesC: { developer: tempC } };
        const plain = developer(planned(change));
        for (const school of ['wait-longer', 'pour-warmer'] as const) {
          const plan = planRun(question({ ...change, heat: { ...heat, school } }));
          if (!plan.ok) continue;
          const step = developer(plan.value);
          const surroundC = plan.value.heat?.surroundings.surroundC ?? NaN;
          const dose = doseByHand(step, step.inTankC?.startsC ?? NaN, surroundC, heat.coolingPerMin, step.seconds);
          expect(Math.abs(dose - step.nominalS)).toBeLessThan(1.2);
          // Past the warmest pour that anyone should make, the time follows instead, and is said.
          const far = step.pourC !== null && step.pourC > tempC + 10 - 1e-3;
          if (school === 'pour-warmer') expect(step.seconds >= plain.seconds && (far || step.seconds === plain.seconds)).toBe(true);
          else expect(step.pourC).toBeCloseTo(tempC, 3);
        }
      }),
      { numRuns: 60 },
    );
  });

  test('with no heat taken and no cooling both schools are today’s plan to the second', () => {
    for (const school of ['wait-longer', 'pour-warmer'] as const) {
      const plan = planned({ temperaturesC: { developer: 37.2 }, heat: coldRoom(school, { heatJK: 0, coolingPerMin: 0 }) });
      const plain = planned({ temperaturesC: { developer: 37.2 } });
      expect(steps(plan)).toBe(steps(plain));
      // The planned second is rounded, and so the pour that fits it is off by a hair.
      expect(developer(plan).pourC).toBeCloseTo(37.2, 1);
    }
  });

  test('a hotter room, a warmer prewash or a tank warmed first never needs a warmer pour', () => {
    const pourC = (heat: Partial<TankHeatSetting>, prewashC = 38) =>
      developer(planned({ temperaturesC: { prewash: prewashC }, heat: coldRoom('pour-warmer', heat) })).pourC ?? NaN;
    const rise = fc.double({ min: 0, max: 10, noNaN: true });
    fc.assert(
      fc.property(fc.integer({ min: 8, max: 28 }), rise, fc.constantFrom('air' as const, 'bath' as const), (roomC, by, stands) => {
        const cold = { roomC, startC: roomC, stands };
        expect(pourC({ ...cold, roomC: roomC + by, startC: roomC + by })).toBeLessThanOrEqual(pourC(cold) + 1e-3);
        expect(pourC(cold, 30 + by)).toBeLessThanOrEqual(pourC(cold, 30) + 1e-3);
        expect(pourC({ ...cold, startC: 'bath' })).toBeLessThanOrEqual(pourC(cold) + 1e-3);
      }),
      { numRuns: 60 },
    );
  });

  test('the tank goes on from step to step: each pour is the balance of what was poured and what was left', () => {
    fc.assert(
      fc.property(setting, (heat) => {
        const plan = planRun(question({ heat: { ...heat, school: 'wait-longer' } }));
        if (!plan.ok) return;
        const water = 4.18 * 520;
        let tankC = heat.startC;
        for (const step of plan.value.steps) {
          expect(step.inTankC?.startsC).toBeCloseTo((water * (step.pourC ?? NaN) + heat.heatJK * tankC) / (water + heat.heatJK), 2);
          tankC = step.inTankC?.endsC ?? NaN;
        }
      }),
      { numRuns: 60 },
    );
  });

  test('a bath that the tank stands in is held at the warmest pour it is asked for, solved together', () => {
    const plan = planned({ heat: coldRoom('pour-warmer', { stands: 'bath', coolingPerMin: 0.15 }) });
    expect(plan.heat?.surroundings.surroundC).toBeCloseTo(developer(plan).pourC ?? NaN, 2);
    expect(plan.heat?.bathC).toBeCloseTo(developer(plan).pourC ?? NaN, 2);
  });

  test('a person’s own margin is a line of its own, is no part of the dose, and leaves some time', () => {
    const own = (amount: number) => ({ by: 'seconds' as const, amount, reason: 'thin with this kit' });
    const plan = planned({ heat: coldRoom('pour-warmer'), own: { developer: own(15) } });
    const without = planned({ heat: coldRoom('pour-warmer') });
    expect(developer(plan).seconds - developer(without).seconds).toBe(15);
    expect(developer(plan).pourC).toBe(developer(without).pourC);
    expect(developer(plan).working.at(-1)).toMatchObject({ what: 'own', seconds: 15 });
    const none = planRun(question({ own: { developer: own(-900) } }));
    expect(none.ok ? [] : none.errors.map((error) => [error.code, error.path])).toEqual([['own-margin', '$.ownS.developer']]);
    expect(planRun(question({ own: { bleech: own(5) } })).ok).toBe(false);
  });

  test('a room hotter than the developer is said, with what it does; a cold one, or a bath around the tank, is not', () => {
    const said = (heat: PlanQuestion['heat']) => planned({ heat }).advice.map((advice) => advice.message);
    expect(said({ ...coldRoom('pour-warmer'), roomC: 41 })).toEqual([
      expect.stringMatching(/^Where the tank stands it is 41\.0 °C, warmer than the developer: in the tank it rises from 3\d\.\d °C to/),
    ]);
    expect(said(coldRoom('wait-longer'))).toEqual([]);
    expect(said({ ...coldRoom('pour-warmer'), stands: 'bath', bathC: 40 })).toEqual([]);
  });

  test('a jump from bath to bath is said, with the water that steps it down', () => {
    const said = (change: Partial<PlanQuestion>) =>
      planned(change)
        .advice.map((advice) => advice.message)
        .join(' ');
    expect(said({ temperaturesC: { rinse: 25 } })).toMatch(/Developer to rinse: 13\.0 °C at once.*Begin the rinse at 31\.5 °C/);
    expect(said({})).toBe('');
  });
});

test('a step that neither leaflet nor person timed is nobody’s habit; one that was named is yours, and a bath is its leaflet’s', () => {
  const says = (habits: Habits) =>
    Object.fromEntries(planned({ habits }).steps.map((step) => [step.bath, step.working.find((line) => line.what === 'leaflet')?.label]));
  const usual = 'As usual: no leaflet times it';
  expect(says({})).toMatchObject({ prewash: usual, rinse: usual, wash: usual });
  expect(says({ washing: { kind: 'running', s: 300 }, afterDeveloper: 'rinse' })).toMatchObject({
    prewash: usual,
    rinse: 'Your habit',
    wash: 'Your habit',
  });
  expect([says({})['developer'], says({})['bleach-fix']]).not.toContain(usual);
});

test('a pushed roll whose kit is silent about pushing is offered the rule of thumb, with the time it gives', () => {
  const silent = houseKit({}, {});
  const kit = { ...silent, baths: silent.baths.map(({ push: _, ...bath }) => bath) };
  const plan = planned({ kit, pushStops: 2, batch: { volumeMl: 1000, rollsDone: 0 } });
  const offered = plan.advice.find(({ offers }) => offers === 'rule-of-thumb');
  // The second roll's wear: 200 s × 1.018 × 1.3² = 344 s.
  expect(offered?.message).toContain('By rule of thumb the developer would take 5:44.');
  expect(planned({ kit, pushStops: 0 }).advice.some(({ offers }) => offers)).toBe(false);
  expect(planned({ pushStops: 1 }).advice.some(({ offers }) => offers)).toBe(false);
});
