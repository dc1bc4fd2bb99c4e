import { COMMANDS } from './commands.ts';

const ask = (command: string, request: unknown) => {
  const answer = COMMANDS[command]?.(request, { today: '2026-11-25' });
  if (!answer) throw new Error(command);
  return answer;
};
// Answers are JSON for people's scripts; a test looks at what it knows is there.
// oxlint-disable-next-line typescript/no-explicit-any
const told = (command: string, request: unknown): any => {
  const answer = ask(command, request);
  if (!answer.ok) throw new Error(JSON.stringify(answer.errors));
  return answer.value;
};
const faults = (command: string, request: unknown) => {
  const answer = ask(command, request);
  return answer.ok ? [] : answer.errors.map(({ code, path }) => `${code} ${path}`);
};
const PLAN = { kit: 'house-c41-three-bath', rolls: [{ format: '135-36' }], tank: { volumeMl: 500 } };
const LAST = {
  format: 'steady-reel/kit@2',
  id: 'drops',
  name: 'Last bath by drops',
  process: 'any',
  makesMl: 1000,
  baths: [{ id: 'last', kind: 'final-rinse', name: 'Last bath', nominalC: 20, after: 'discard', time: { points: [{ c: 20, s: 75 }] } }],
};

test('every step says its id, every water its manner and how much it takes', () => {
  const { steps } = told('plan', {
    ...PLAN,
    tapLitresPerMin: 6,
    steps: [
      { id: 'rinse', manner: 'changes', changes: 3, s: 90 },
      { after: 'rinse', id: 'extra', water: 'wash', manner: 'counted', fills: [5, 10] },
    ],
  });
  const water = (steps as { id: string; manner?: string; waterMl?: number; seconds: number }[]).map(({ id, manner, waterMl }) => [
    id,
    manner,
    waterMl,
  ]);
  expect(water).toEqual([
    ['prewash', 'standing', 500],
    ['developer', undefined, undefined],
    ['rinse', 'changes', 1500],
    ['extra', 'counted', 1000],
    ['bleach-fix', undefined, undefined],
    ['wash', 'running', 18_000],
    ['stabiliser', undefined, undefined],
  ]);
});

test('the load decides what a tank takes: of its bottles, and of film known by its area not at all', () => {
  const tank = {
    volumeByLoad: [
      { upTo: 1, ml: 520 },
      { upTo: 0.5, ml: 290 },
    ],
    holds: { '135': 2 },
  };
  const waterOf = (rolls: unknown) => told('plan', { ...PLAN, tank, rolls }).steps[0].waterMl as number;
  expect([waterOf([{ format: '126-20' }]), waterOf([{ format: '135-36', count: 2 }])]).toEqual([290, 520]);
  expect(faults('plan', { ...PLAN, tank, rolls: [{ format: { areaCm2: 400 } }] })).toEqual(['load-too-large $.tank.volumeByLoad']);
  expect(faults('plan', { ...PLAN, tank: { volumeByLoad: tank.volumeByLoad } })).toEqual(['missing $.tank.holds']);
  expect(faults('plan', { ...PLAN, tank: { ...tank, volumeMl: 500 } })).toEqual(['one-of $.tank.volumeByLoad']);
  expect(told('plan', { ...PLAN, rolls: [{ format: { areaCm2: 258 } }] }).batchAfter.rollsDone).toBe(0.5);
  expect(faults('plan', { ...PLAN, rolls: [{ format: { areaCm2: -1 } }, { format: '127-8' }] })).toEqual([
    'not-one-of $.rolls[0].format',
    'not-one-of $.rolls[1].format',
  ]);
});

test('a single bath is poured from a bottle of its own, which the effect of the run finds by its step', () => {
  const plan = {
    ...PLAN,
    steps: [
      { id: 'stabiliser', leaveOut: true },
      { after: 'wash', id: 'drops', bottle: LAST },
    ],
  };
  const { entries, jugsMl } = told('effect', {
    plan,
    bottles: [
      { id: 'D', bath: 'drops', mlLeft: 900 },
      { id: 'S', bath: 'stabiliser', mlLeft: 900 },
    ],
  });
  expect(entries).toEqual([{ bottle: 'D', drawnMl: 500, returnedMl: 0, rolls: 1, wears: 0 }]);
  expect(jugsMl.others).toBe(500);
  expect(faults('plan', { ...PLAN, steps: [{ after: 'wash', id: 'drops', bottle: 'drops' }] })).toEqual(['unknown-kit $.steps[0].bottle']);
  expect(
    faults('plan', {
      ...PLAN,
      steps: [
        { after: 'wash', id: 'x', water: 'soup' },
        { id: 'wash', s: 0, whim: 1 },
      ],
    }),
  ).toEqual(expect.arrayContaining(['not-one-of $.steps[0].water', 'unknown-field $.steps[1].whim']));
});

test('one printed temperature, machines and the tank warmed first are asked for by name', () => {
  const kit = 'reference-c41';
  const heat = { roomC: 17, material: 'steel' };
  const held = told('plan', { ...PLAN, kit, heat });
  expect(held.steps[0]).toMatchObject({ seconds: 195, temperatureC: 37.8 });
  expect(held.steps[0].pourC).toBeGreaterThan(39);
  expect(held.steps[0].inTankC.mean).toBeCloseTo(37.8, 1);
  const followed = told('plan', { ...PLAN, kit, heat, habits: { oneTemperature: 'follow' } });
  expect(followed.steps[0].seconds).toBeGreaterThan(195);
  expect(followed.warnings.map(({ code }: { code: string }) => code)).toEqual(['tank-outside-range']);
  const warmed = told('plan', { ...PLAN, kit, heat: { ...heat, school: 'warm-tank' }, habits: { prewash: { kind: 'timed', s: 60 } } });
  expect(warmed.steps[0].inTankC.ends).toBeCloseTo(37.8, 2);
  expect(faults('plan', { ...PLAN, kit, temperaturesC: { developer: 34 } })).toEqual([
    'temperature-outside-leaflet $.temperaturesC.developer',
  ]);
  // The same developer, asked of drift: 0.11 a degree.
  const drift = told('drift', { kit, bath: 'developer', nominalS: 195, readings: [{ atS: 0, c: 36.8 }] });
  expect(drift.finishS).toBeCloseTo(195 * Math.exp(0.11), 1);
});

test('a bath is topped up, strips answer, and a roll of any format is packed where it has a place', () => {
  expect(told('refresh', { litres: 12, c: 36.2, goalC: 38.5, hotC: 55 })).toEqual({ swapMl: 1468 });
  expect(faults('refresh', { litres: 12, c: 36.2, goalC: 60, hotC: 55 })).toEqual(['target-outside-taps $.goalC']);
  expect(told('answer', { strips: [{ dose: 1, range: 1.7 }], range: 1.6, seconds: 200 })).toEqual({ missing: 7 });
  const packed = told('pack', {
    rolls: [
      { id: 'a', format: '126-12', process: 'C-41' },
      { id: 'b', format: { areaCm2: 400 }, process: 'C-41' },
      { id: 'c', format: '127', process: 'C-41' },
    ],
    tanks: [{ id: 't', holds: { '135': 2, '127': 1 } }],
  });
  expect([packed.runs.length, packed.unplaceable.map(({ id }: { id: string }) => id)]).toEqual([2, ['b']]);
});
