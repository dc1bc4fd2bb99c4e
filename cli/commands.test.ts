import fc from 'fast-check';
import { readFileSync } from 'node:fs';
import { kitJsonSchema } from '../core/kit/kit-schema.ts';
import { SHIPPED_KITS } from '../core/kit/shipped-kits.ts';
import { COMMANDS } from './commands.ts';
import { EXAMPLES } from './help.ts';

const today = { today: '2026-11-25' };
const ask = (command: string, request: unknown) => COMMANDS[command]?.(request, today) ?? null;

test('every command’s help example runs', () => {
  for (const name of Object.keys(COMMANDS)) expect([name, ask(name, EXAMPLES[name])?.ok]).toEqual([name, true]);
});

test('answers have the shapes and figures of scripting.md', () => {
  const plan = ask('plan', EXAMPLES['plan']);
  expect(plan?.ok && Object.keys(plan.value as object)).toEqual(['rollNumber', 'steps', 'totalS', 'batchAfter', 'warnings']);
  expect(ask('pour', EXAMPLES['pour'])).toEqual({ ok: true, value: { settlesC: 36.5 } });
  expect(ask('mix', EXAMPLES['mix'])).toEqual({ ok: true, value: { hotMl: 9158, coldMl: 2842 } });
  const pour = ask('pour', {
    kit: 'house-c41-three-bath',
    bath: 'developer',
    nominalS: 200,
    plannedS: 200,
    solutionMl: 520,
    tank: { heatJK: 380, startC: 22, coolingPerMin: 0.02, surroundC: 22 },
  });
  expect(pour?.ok && Object.keys(pour.value as object)).toEqual(['pourC', 'settlesC']);
  expect(
    ask('warmup', {
      bath: { litres: 12, startC: 30, ambientC: 20 },
      bottles: [{ id: 'd', ml: 1000, material: 'glass', startC: 20, lowC: 37, highC: 38 }],
    }),
  ).toEqual({ ok: true, value: { bottles: [{ id: 'd', windows: [] }] } });
});

test('all faults of a request at once, its kit’s included, unknown fields by name', () => {
  const kit = { ...SHIPPED_KITS[0], makesMl: -1 };
  const answer = ask('plan', {
    kit,
    rolls: [{ format: '136' }],
    tank: { method: 'shaker' },
    on: '2026-02-30',
    colour: 'red',
    temperaturesC: { developer: 'hot' },
  });
  expect(answer && !answer.ok && answer.errors.map((error) => error.path).sort()).toEqual([
    '$.colour',
    '$.kit.makesMl',
    '$.on',
    '$.rolls[0].format',
    '$.tank.method',
    '$.temperaturesC.developer',
  ]);
  expect(ask('drift', { kit: 'house-c41-three-bath', bath: 'stop', nominalS: 9, readings: [{ atS: 0, c: 38 }] })?.ok).toBe(false);
});

test.each<[string, object, object, string]>([
  ['a tank that says nothing of its volume', {}, {}, '$.tank.volumeMl'],
  ['a room nobody can stand in', { roomC: 400 }, { volumeMl: 520 }, '$.heat.roomC'],
  ['a tank of less than nothing', { heatJK: -1 }, { volumeMl: 520 }, '$.heat.heatJK'],
  ['a tank that cools faster than anything', { coolingPerMin: 11 }, { volumeMl: 520 }, '$.heat.coolingPerMin'],
  ['a school there is none of', { school: 'guess' }, { volumeMl: 520 }, '$.heat.school'],
  ['a tank of ice around a thimble', { heatJK: 900_000, startC: -40, roomC: -40, school: 'pour-warmer' }, { volumeMl: 5 }, '$.heat'],
  ['a machine that holds nobody knows what', { stands: 'machine' }, { volumeMl: 520 }, '$.heat.machineC'],
])('heat with %s is refused where it stands', (_, heat, tank, path) => {
  const answer = ask('plan', { ...(EXAMPLES['plan'] as object), tank, heat: { roomC: 20, ...heat } });
  expect(answer && !answer.ok && answer.errors.map((error) => error.path)).toContain(path);
});

test('docs/kit.schema.json is the schema that validates', () => {
  expect(JSON.parse(readFileSync('docs/kit.schema.json', 'utf8'))).toEqual(kitJsonSchema());
});

/** A copy of something sensible with one or more of its values replaced by anything. */
function mutated(value: unknown, at: readonly number[], by: unknown): unknown {
  const [first, ...rest] = at;
  if (first === undefined || typeof value !== 'object' || value === null) return by;
  const keys = Object.keys(value);
  if (keys.length === 0) return by;
  const key = keys[first % keys.length] as string;
  const copy = Array.isArray(value) ? [...(value as unknown[])] : { ...value };
  (copy as Record<string, unknown>)[key] = mutated((value as Record<string, unknown>)[key], rest, by);
  return copy;
}

test('mutated kits and requests get answers or errors, never an exception', () => {
  const anything = fc.oneof(
    fc.jsonValue(),
    fc.constantFrom<unknown[]>(NaN, Infinity, -0, 1e308, 5e-324, '__proto__', { __proto__: null }, '', [], -1, 0, 1e9),
  );
  const path = fc.array(fc.nat(30), { minLength: 1, maxLength: 7 });
  const requests = Object.entries(EXAMPLES)
    .filter(([name]) => Object.hasOwn(COMMANDS, name))
    .flatMap(([name, example]) =>
      'kit' in (example as object)
        ? SHIPPED_KITS.map((kit) => [name, { ...(example as object), kit }] as const)
        : [[name, example] as const],
    );
  fc.assert(
    fc.property(fc.constantFrom(...requests), path, anything, path, anything, ([name, request], at, by, at2, by2) => {
      const answer = ask(name, mutated(mutated(request, at, by), at2, by2));
      expect(
        answer &&
          (answer.ok
            ? answer.value !== undefined
            : answer.errors.length > 0 && answer.errors.every((error) => error.path.startsWith('$') && error.message.length > 8)),
      ).toBe(true);
    }),
    { numRuns: Number(process.env['FUZZ_RUNS'] ?? 4000) },
  );
});

describe('effect: what a run does to bottles', () => {
  const kit = 'house-c41-three-bath';
  const run = { kit, rolls: [{ format: '135-36', count: 2 }], tank: { volumeMl: 520 } };
  const bottle = (id: string, bath: string, mlLeft = 940) => ({ id, bath, mlLeft });
  const all = [bottle('B1', 'developer'), bottle('B2', 'bleach-fix'), bottle('B3', 'stabiliser')];
  const entries = (request: object) => {
    const answer = ask('effect', { plan: run, bottles: all, ...request });
    return answer?.ok ? answer.value : answer;
  };

  test('returned, repeated, one-shot, and a bath that a treatment leaves out', () => {
    expect(entries({ bottles: [all[0]] })).toEqual({
      entries: [{ bottle: 'B1', drawnMl: 520, returnedMl: 499, rolls: 2, wears: 2 }],
      jugsMl: { developers: 0, silver: 0, others: 0 },
    });
    expect(entries({ bottles: [all[1]], repeats: { 'bleach-fix': 1 } })).toMatchObject({
      entries: [{ bottle: 'B2', drawnMl: 1040, returnedMl: 998, rolls: 2, wears: 2 }],
    });
    expect(entries({ oneShot: true })).toMatchObject({
      entries: all.map(({ id }) => ({ bottle: id, drawnMl: 520, returnedMl: 0, wears: 0 })),
      jugsMl: { developers: 520, silver: 520, others: 520 },
    });
    const bypass = entries({ plan: { ...run, treatment: 'bleach-bypass' } }) as { entries: { bottle: string }[] };
    expect(bypass.entries.map((entry) => entry.bottle)).toEqual(['B1', 'B3']);
    // One-shot by habit is one-shot, and what is said beside the plan overrules it.
    const shot = { ...run, habits: { solution: 'one-shot' } };
    expect(entries({ plan: shot })).toMatchObject({ jugsMl: { developers: 520 } });
    expect(entries({ plan: shot, oneShot: false })).toMatchObject({ jugsMl: { developers: 0 } });
  });

  test.each<[string, object, string]>([
    ['no plan', { plan: undefined }, '$.plan'],
    ['a fault in the plan', { plan: { ...run, pushStops: 50 } }, '$.plan.pushStops'],
    ['a plan that cannot be', { plan: { ...run, pushStops: 5 } }, '$.plan.pushStops'],
    ['a tank of no volume', { plan: { ...run, tank: {} } }, '$.plan.tank.volumeMl'],
    ['a bottle of no bath', { bottles: [bottle('B1', 'vinegar')] }, '$.bottles[0].bath'],
    ['a repeat of nothing', { repeats: { vinegar: 1 } }, '$.repeats.vinegar'],
    ['two of one name', { bottles: [all[0], all[0]] }, '$.bottles[1].id'],
    ['a bottle below nothing', { bottles: [bottle('B1', 'developer', -1)] }, '$.bottles[0].mlLeft'],
    ['no bottles', { bottles: undefined }, '$.bottles'],
  ])('%s is refused by its path', (_, request, path) => {
    const answer = ask('effect', JSON.parse(JSON.stringify({ plan: run, bottles: all, ...request })));
    expect(answer && !answer.ok && answer.errors.map((error) => error.path)).toEqual([path]);
  });
});
