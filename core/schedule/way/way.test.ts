import fc from 'fast-check';
import { bleachesOrFixes, isDeveloper, isFinal, isWater } from '../../kit/kind.ts';
import { SHIPPED_KITS } from '../../kit/shipped-kits.ts';
import { usualQuestion } from '../a-question.fixture.ts';
import { planRun, type Plan, type PlanQuestion } from '../plan.ts';
import { followed, freshStepId, putBack, withPlace, withSaid, type WayStep } from './way.ts';

const TANK = { method: 'inversion', fillS: 8, drainS: 12, volumeMl: 520 } as const;
const asked = (way: readonly WayStep[], more: Partial<PlanQuestion> = {}) => planRun({ ...usualQuestion(), tank: TANK, way, ...more });
function planned(way: readonly WayStep[], more: Partial<PlanQuestion> = {}): Plan {
  const plan = asked(way, more);
  if (!plan.ok) throw new Error(plan.errors.map(({ path, message }) => `${path} ${message}`).join('; '));
  return plan.value;
}
const faults = (way: readonly WayStep[]) => {
  const plan = asked(way);
  return plan.ok ? [] : plan.errors.map(({ code, path }) => `${code} ${path}`);
};
const steps = (plan: Plan) => plan.steps.map(({ id, seconds }) => `${id} ${seconds}`).join(', ');

test('three changes between baths and five minutes at the end, each wash in its own manner', () => {
  const plan = planned([
    { id: 'rinse', manner: 'changes', changes: 3, s: 90 },
    { id: 'wash', manner: 'running', s: 300 },
  ]);
  expect(steps(plan)).toBe('prewash 60, developer 200, rinse 90, bleach-fix 400, wash 300, stabiliser 60');
  const rinse = plan.steps[2];
  expect(rinse?.cues.filter(({ kind }) => kind === 'change').map(({ atS, label }) => `${atS} ${label}`)).toEqual([
    '0 Fill, shake, empty: change 1 of 3',
    '30 Fill, shake, empty: change 2 of 3',
    '60 Fill, shake, empty: change 3 of 3',
  ]);
  expect([rinse?.ownWay, rinse?.working[0]?.label, plan.steps[0]?.ownWay]).toEqual([true, 'Your way', undefined]);
});

test('inversions counted a fill, 5, 10, 20, 20, 20, make their own time', () => {
  const wash = planned([{ id: 'wash', manner: 'counted', fills: [5, 10, 20, 20, 20] }]).steps.find(({ id }) => id === 'wash');
  expect(wash?.seconds).toBe(5 * (8 + 12) + 2 * 75);
  expect(wash?.cues.filter(({ kind }) => kind === 'change').at(2)?.label).toBe('Fresh water, 20 inversions: fill 3 of 5');
});

test('what is set in stands where it was put, at what was said; leaving a step out renumbers none', () => {
  const plan = planned(
    [
      { after: 'bleach-fix', id: 'extra', water: 'wash', s: 120, c: 30 },
      { id: 'wash-2', leaveOut: true },
    ],
    { kit: SHIPPED_KITS.find(({ id }) => id === 'house-e6-three-bath') as PlanQuestion['kit'] },
  );
  expect(plan.steps.map(({ id, bath }) => `${id} ${bath}`)).toEqual([
    'prewash prewash',
    'first-developer first-developer',
    'wash wash',
    'colour-developer colour-developer',
    'bleach-fix bleach-fix',
    'extra wash',
    'wash-3 wash',
    'stabiliser stabiliser',
  ]);
  expect(plan.steps[5]).toMatchObject({ seconds: 120, temperatureC: 30 });
});

test('a developer that is planned otherwise keeps its dose: the rest is conviction, in a line of its own', () => {
  const developer = planned([{ id: 'developer', s: 215 }]).steps[1];
  expect([developer?.seconds, Math.round(developer?.nominalS ?? NaN)]).toEqual([215, 200]);
  expect(developer?.working.at(-1)).toMatchObject({ what: 'own', seconds: 15 });
});

test.each(['wait-longer', 'pour-warmer', 'warm-tank'] as const)('a developer lasts what its way says in a cold tank too (%s)', (school) => {
  const heat = { startC: 12, heatJK: 420, roomC: 12, stands: 'air', bathC: null, coolingPerMin: 0.03, school } as const;
  const plan = planned([{ id: 'developer', s: 260 }], { heat });
  const developer = plan.steps[1];
  expect(developer?.seconds).toBe(260);
  const sums = (more: (what: string) => boolean) =>
    developer?.working.filter(({ what }) => more(what)).reduce((sum, { seconds }) => sum + seconds, 0);
  expect(sums(() => true)).toBe(260);
  // What the tank takes is still told, and the film is in it for as long as it really is.
  expect(sums((what) => what === 'own')).toBe(260 - (sums((what) => what !== 'own') ?? 0));
  const longer = planned([{ id: 'developer', s: 900 }], { heat }).steps[1];
  expect(longer?.inTankC?.endsC).toBeLessThan(developer?.inTankC?.endsC ?? NaN);
});

test('a single bath comes from a bottle of its own, and knows nothing of this batch’s rolls', () => {
  const bottle = {
    id: 'last',
    kind: 'final-rinse',
    name: 'Last bath by drops',
    nominalC: 20,
    time: { points: [{ c: 20, s: 45 }] },
    exhaustion: { rule: 'percent', perRoll: 50 },
  } as const;
  const way: WayStep[] = [
    { id: 'stabiliser', leaveOut: true },
    { after: 'wash', id: 'drops', bottle },
  ];
  const plan = planned(way, { batch: { volumeMl: 1000, rollsDone: 6 } });
  expect(plan.steps.at(-1)).toMatchObject({ id: 'drops', bath: 'last', seconds: 45, temperatureC: 20, bottle: 'Last bath by drops' });
});

test('movement stands in the cues: none, gently, shaken, or as the developer is', () => {
  const first = (way: WayStep) => planned([way]).steps.find(({ id }) => id === way.id)?.cues[0]?.label;
  expect(first({ id: 'bleach-fix', movement: 'none' })).toMatch(/bottle|water/i);
  expect(first({ id: 'prewash', movement: 'shaken' })).toBe('Shake it, without a pause');
  expect(first({ id: 'rinse', movement: 'gentle' })).toBe('Move it gently, without a pause');
  expect(first({ id: 'stabiliser', movement: 'as-developer' })).toBe('Invert without a pause for 15 s');
});

test('merely unusual is allowed with what it costs; a broken order is refused at the change that broke it', () => {
  const after = planned([{ after: 'stabiliser', id: 'more', water: 'rinse' }]);
  expect(after.warnings).toMatchObject([{ code: 'after-final', bath: 'rinse' }]);
  const quick = planned([{ id: 'wash', manner: 'changes', changes: 30, s: 60 }]);
  expect(quick.warnings[0]?.message).toBe('Wash: 30 changes take 10:00 at least, filling and emptying alone, and it has 1:00.');
  const fixer = { id: 'own-fixer', kind: 'fixer', name: 'My fixer', nominalC: 20, time: { points: [{ c: 20, s: 300 }] } } as const;
  expect(
    faults([
      { id: 'wash', s: 60 },
      { before: 'developer', id: 'early', bottle: fixer },
    ]),
  ).toEqual(['order $.steps[1]']);
  expect(faults([{ id: 'developer', leaveOut: true }])).toEqual(['order $.steps']);
});

test('what cannot be done is said where it was said, all at once', () => {
  expect(
    faults([
      { id: 'fixer', s: 10 },
      { after: 'wash', id: 'wash', water: 'wash' },
      { after: 'nowhere', id: 'a', water: 'wash' },
      { after: 'wash', id: 'b' },
      { after: 'wash', before: 'wash', id: 'c', water: 'wash' },
      { id: 'developer', manner: 'changes' },
    ]),
  ).toEqual([
    'unknown-step $.steps[0].id',
    'repeated-id $.steps[1].id',
    'unknown-step $.steps[2].after',
    'water-or-bottle $.steps[3]',
    'place $.steps[4]',
    'not-water $.steps[5].manner',
  ]);
});

test('a kept way follows a kit that has changed, and names what it lost', () => {
  const way: WayStep[] = [
    { id: 'fixer', s: 10 },
    { after: 'wash', id: 'a', water: 'rinse' },
    { id: 'a', s: 5 },
    { before: 'bleach', id: 'b', water: 'rinse' },
  ];
  expect(followed(way, ['wash'])).toEqual({ way: way.slice(1, 3), lost: ['fixer', 'bleach'] });
  const plan = planned(way, { wayFollows: true });
  expect(plan.steps.find(({ id }) => id === 'a')?.seconds).toBe(5);
  expect(plan.advice.filter(({ message }) => message.startsWith('Your way names'))).toHaveLength(2);
});

test('said again of one step it is one change; put back it is the kit’s, and what was set in beside it goes along', () => {
  let way: readonly WayStep[] = withSaid([], { id: 'wash', s: 300, manner: 'changes', changes: 4 });
  way = withSaid(way, { id: 'wash', c: 30 });
  expect(way).toEqual([{ id: 'wash', s: 300, manner: 'changes', changes: 4, c: 30 }]);
  expect(withSaid(way, { id: 'wash', manner: 'running' })).toEqual([{ id: 'wash', s: 300, c: 30, manner: 'running' }]);
  const id = freshStepId('wash', ['wash', 'own-wash-1']);
  expect(id).toBe('own-wash-2');
  way = [...way, { after: 'wash', id, water: 'wash' }, { after: id, id: 'own-rinse-1', water: 'rinse' }];
  expect(putBack(way, id)).toEqual(way.slice(0, 1));
  expect(putBack(way, 'wash')).toHaveLength(2);
});

const anyChange = (ids: readonly string[]): fc.Arbitrary<WayStep> =>
  fc.oneof(
    fc.record({ id: fc.constantFrom(...ids), s: fc.integer({ min: 5, max: 900 }) }),
    fc.record({ id: fc.constantFrom(...ids), leaveOut: fc.constant(true) }),
    fc.record({ id: fc.constantFrom(...ids), movement: fc.constantFrom('none' as const, 'gentle' as const, 'shaken' as const) }),
    fc.record({
      after: fc.constantFrom(...ids),
      id: fc.stringMatching(/^x[0-9]{3}$/),
      water: fc.constantFrom('rinse' as const, 'wash' as const, 'prewash' as const),
      changes: fc.integer({ min: 1, max: 12 }),
    }),
    fc
      .record({ id: fc.constantFrom(...ids), beside: fc.constantFrom(...ids), where: fc.constantFrom('after', 'before') })
      .filter(({ id, beside }) => id !== beside)
      .map(({ id, beside, where }): WayStep => ({ id, [where]: beside })),
  );

test('whatever is changed: the order holds, the lines sum, every change is a cue; and nothing changed is the kit’s own plan', () => {
  fc.assert(
    fc.property(fc.constantFrom(...SHIPPED_KITS), fc.infiniteStream(fc.nat()), (kit, seeds) => {
      const plain = planned([], { kit });
      expect(planned([], { kit })).toEqual(planRunOf(kit));
      const ids = plain.steps.map(({ id }) => id);
      const way = fc.sample(fc.array(anyChange(ids), { maxLength: 5 }), { numRuns: 1, seed: seeds.next().value })[0] ?? [];
      const plan = asked(way, { kit });
      if (!plan.ok) return expect(plan.errors.every(({ path }) => path.startsWith('$.steps'))).toBe(true);
      const kinds = plan.value.steps.map(({ kind }) => kind);
      expect(kinds.slice(0, kinds.findLastIndex(isDeveloper)).some(bleachesOrFixes)).toBe(false);
      const final = kinds.findIndex(isFinal);
      expect(final === -1 || kinds.slice(final + 1).every((kind) => isWater(kind) || isFinal(kind))).toBe(true);
      for (const step of plan.value.steps) {
        expect(step.working.reduce((sum, { seconds }) => sum + seconds, 0)).toBe(step.seconds);
        if (step.manner?.manner === 'changes') expect(step.cues.filter(({ kind }) => kind === 'change')).toHaveLength(step.manner.changes);
      }
    }),
    { numRuns: 150 },
  );
});

function planRunOf(kit: PlanQuestion['kit']): Plan {
  const plan = planRun({ ...usualQuestion(), tank: TANK, kit });
  if (!plan.ok) throw new Error(kit.id);
  return plan.value;
}

test('a step is set before or after another; said again it stands where it was said last, and put back it stands as the kit has it', () => {
  const order = (way: readonly WayStep[]) => planned(way).steps.map(({ id }) => id);
  expect(order([{ id: 'wash', after: 'stabiliser' }])).toEqual(['prewash', 'developer', 'rinse', 'bleach-fix', 'stabiliser', 'wash']);
  let way = withPlace([{ id: 'wash', s: 300 }], { id: 'wash', before: 'rinse' });
  expect(order(way)).toEqual(['prewash', 'developer', 'wash', 'rinse', 'bleach-fix', 'stabiliser']);
  way = withPlace(withSaid(way, { id: 'wash', c: 30 }), { id: 'wash', after: 'rinse' });
  expect(way).toEqual([
    { id: 'wash', s: 300, c: 30 },
    { id: 'wash', after: 'rinse' },
  ]);
  expect(planned(way).steps[3]).toMatchObject({ id: 'wash', seconds: 300, temperatureC: 30, ownWay: true });
  expect(putBack(way, 'wash')).toEqual([]);
  expect(faults([{ id: 'bleach-fix', before: 'developer' }])).toEqual(['order $.steps[0]']);
  expect(faults([{ id: 'wash', after: 'wash' }])).toEqual(['unknown-step $.steps[0].after']);
  // What was set beside a step that goes, stands again where it stood.
  const beside: WayStep[] = [
    { id: 'own-rinse-1', after: 'bleach-fix', water: 'rinse' },
    { id: 'wash', after: 'own-rinse-1' },
    { id: 'wash', s: 240 },
  ];
  expect(putBack(beside, 'own-rinse-1')).toEqual([{ id: 'wash', s: 240 }]);
  expect(followed(beside, ['wash'])).toEqual({ way: beside.slice(2), lost: ['bleach-fix', 'own-rinse-1'] });
});

const fixer = (more: object = {}) =>
  ({
    kit: 'own-fixer',
    name: 'House fixer',
    makesMl: 1000,
    bath: {
      id: 'fixer',
      kind: 'fixer',
      name: 'House fixer',
      nominalC: 20,
      time: { points: [{ c: 20, s: 300 }] },
      exhaustion: { rule: 'percent', perRoll: 10 },
      agitation: { initialS: 30, everyS: 60, inversions: 3 },
      after: 'return',
    },
    bottle: {
      id: '7',
      bath: 'fixer',
      name: 'House fixer',
      volumeMl: 1000,
      mlLeft: 1000,
      wornRolls: 0,
      goodUntil: null,
      standing: 'good',
      why: [],
      emptied: false,
      clearS: null,
      ...more,
    },
  }) as const;

test('no bleach: the fixer comes out of its own bottle for twice what it took to clear a snip, else as long as a fresh bleach-fix', () => {
  const bypass = (clearS: number | null, habits = {}) =>
    planned([], { treatment: 'bleach-bypass', singles: [fixer({ clearS })], batch: { volumeMl: 1000, rollsDone: 6 }, habits });
  const cleared = bypass(130);
  const step = cleared.steps.find(({ kind }) => kind === 'fixer');
  expect(step).toMatchObject({ id: 'fixer', name: 'House fixer', seconds: 260, temperatureC: 20, from: '7', after: 'return' });
  expect(step?.working[0]?.label).toBe('Twice the 2:10 that it took to clear a snip');
  expect(step?.agitation).toMatchObject({ initialS: 30, everyS: 60, inversions: 3 });
  expect(bypass(null).steps.find(({ kind }) => kind === 'fixer')?.seconds).toBe(400);
  // The kit of the evening is used once; the fixer goes back all the same.
  const oneShot = planned([], {
    treatment: 'bleach-bypass',
    singles: [fixer()],
    habits: { solution: 'one-shot' },
    batch: { volumeMl: 1000, rollsDone: 0 },
  });
  expect(oneShot.steps.filter(({ after }) => after === 'return').map(({ kind }) => kind)).toEqual(['fixer']);
  // From a warm developer down to the room in even steps.
  const around = cleared.steps.map(({ temperatureC }) => temperatureC);
  const [from, to] = [cleared.steps.findIndex(({ kind }) => kind === 'developer'), cleared.steps.indexOf(step as NonNullable<typeof step>)];
  for (let i = from + 1; i <= to; i++) expect((around[i - 1] ?? 0) - (around[i] ?? 0)).toBeLessThanOrEqual(5 + 1e-9);
});

test('a single bath of a way is poured from its bottle where one stands ready, and is as worn as that', () => {
  const way: WayStep[] = [{ after: 'wash', id: 'again', bottle: fixer().bath, single: 'own-fixer' }];
  const seen = (singles: PlanQuestion['singles']) =>
    planned(way, { singles, batch: { volumeMl: 1000, rollsDone: 9 } }).steps.find(({ id }) => id === 'again');
  expect(seen([fixer({ wornRolls: 3 })])).toMatchObject({ from: '7', seconds: 390 });
  expect(seen([])).toMatchObject({ seconds: 300, bottle: 'House fixer' });
  expect(seen([])?.from).toBeUndefined();
});

test('a stop bath of one’s own is poured wherever one is called for: by habit, or set in by a way', () => {
  const stop = { ...fixer(), kit: 'own-stop', bath: { ...fixer().bath, id: 'stop', kind: 'stop', name: 'House stop' } } as const;
  const stops = (more: Partial<PlanQuestion>, way: WayStep[] = []) =>
    planned(way, { singles: [stop], ...more })
      .steps.filter(({ kind }) => kind === 'stop')
      .map(({ name, from, seconds }) => [name, from, seconds]);
  expect(stops({ habits: { afterDeveloper: 'stop' } })).toEqual([['House stop', '7', 30]]);
  expect(stops({}, [{ id: 'own-stop-1', after: 'developer', water: 'stop' }])).toEqual([['House stop', '7', 30]]);
  expect(stops({ singles: [], habits: { afterDeveloper: 'stop' } })).toEqual([['Stop bath', undefined, 30]]);
});
