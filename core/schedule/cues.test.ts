import fc from 'fast-check';
import { beatInWords, pourOutAtS, stepCues, type CuedStep, type CueSetting } from './cues.ts';
import { pouredAtC } from './poured-at.ts';

const DEVELOPER: CuedStep = {
  kind: 'developer',
  name: 'Developer',
  seconds: 195,
  temperatureC: 37.8,
  agitation: { initialS: 30, everyS: 30, inversions: 4, tap: true },
  bottle: 'Developer',
  after: 'return',
  inTank: true,
  opensTank: false,
  wipeAfter: false,
};
const WASH: CuedStep = { ...DEVELOPER, kind: 'wash', name: 'Wash', seconds: 180, agitation: null, bottle: null, after: 'discard' };
const BY_HAND: CueSetting = { tank: { method: 'inversion', drainS: 10, fillS: 8 }, pourOut: 'inside', washing: undefined };
const cues = (step: Partial<CuedStep> = {}, setting: Partial<CueSetting> = {}, next: CuedStep | null = WASH) =>
  stepCues({ ...DEVELOPER, ...step }, next, { ...BY_HAND, ...setting });
const told = (list: ReturnType<typeof cues>) => list.map(({ atS, kind, label }) => `${atS} ${kind}: ${label}`);

test('a developer of 3:15 by hand, from the first inversion to the empty tank', () => {
  expect(told(cues())).toEqual([
    '0 agitate-first: Invert without a pause for 30 s',
    '30 agitate: Invert 4 times, then tap',
    '60 agitate: Invert 4 times, then tap',
    '90 agitate: Invert 4 times, then tap',
    '120 agitate: Invert 4 times, then tap',
    // Forty-five seconds before pouring out; the beat of 150 lies behind it, that of 180 would spill.
    '140 prepare: Wash water at 37.8 °C; funnel into the Developer bottle',
    '150 agitate: Invert 4 times, then tap',
    '185 pour-out: Pour out, back into Developer',
    '195 end: Developer ends',
  ]);
});

test.each<[string, Partial<CuedStep>, Partial<CueSetting>, string[]]>([
  [
    'a stick is twirled and never tapped',
    { agitation: { initialS: 10, everyS: 60, inversions: 1, tap: true } },
    { tank: { method: 'stick', drainS: 10, fillS: 8 } },
    ['0 agitate-first: Twirl without a pause for 10 s', '60 agitate: Twirl the stick once'],
  ],
  [
    'a rotary tank goes from the hand to the rollers',
    {},
    { tank: { method: 'rotary', drainS: 10, fillS: 8 } },
    ['0 agitate-first: Invert by hand for 30 s', '30 rotate: On the rollers: continuous, reversing'],
  ],
  [
    'a drum that turns in a machine is on its rollers from the first drop',
    {},
    { tank: { method: 'rotary', stands: 'machine', drainS: 10, fillS: 8 } },
    ['0 rotate: On the rollers: continuous, reversing'],
  ],
  [
    'without a pause, to the end',
    { agitation: { initialS: 0, continuous: true } },
    {},
    ['0 rotate: Invert gently, without a pause, to the end'],
  ],
  ['out of the tank nothing is inverted', { inTank: false, name: 'Stabiliser', kind: 'stabiliser' }, {}, []],
])('%s', (_, step, setting, wanted) => {
  const agitation = cues(step, setting).filter(({ kind }) => kind.startsWith('agitate') || kind === 'rotate');
  expect(told(agitation).slice(0, Math.max(2, wanted.length))).toEqual(wanted);
});

test('what is poured out goes where it belongs: back, away, or down the drain', () => {
  const out = (step: Partial<CuedStep>) => cues(step).find(({ kind }) => kind === 'pour-out')?.label;
  expect(out({})).toBe('Pour out, back into Developer');
  expect(out({ after: 'discard' })).toBe('Pour developer out, into the jug for developers');
  expect(out({ kind: 'rinse', name: 'Rinse', bottle: null, after: 'discard' })).toBe('Pour the rinse water out');
  expect(out({ kind: 'stabiliser', name: 'Stabiliser', inTank: false })).toBe('Lift the film out of the stabiliser');
  const ready = (step: Partial<CuedStep>, next: CuedStep | null) => cues(step, {}, next).find(({ kind }) => kind === 'prepare')?.label;
  expect(ready({ after: 'discard' }, { ...DEVELOPER, name: 'Bleach-fix', kind: 'bleach-fix', temperatureC: 38 })).toBe(
    'Bleach-fix bottle at 38.0 °C; funnel into the jug for developers',
  );
  expect(ready({ kind: 'rinse', name: 'Rinse', bottle: null }, null)).toBe('Get clips and a clean line ready; water to the drain');
});

test('the pour of the next bath is said at what it is poured at, not at what it is planned at', () => {
  const warmer = { ...DEVELOPER, name: 'Colour developer', temperatureC: 38, pourC: 39.4 };
  expect(cues({}, {}, warmer).find(({ kind }) => kind === 'prepare')?.label).toMatch(/^Colour developer bottle at 39\.4 °C/);
  expect([pouredAtC(warmer), pouredAtC({ ...warmer, pourC: null }), pouredAtC({ temperatureC: 20 })]).toEqual([39.4, 38, 20]);
});

test('fills of a wash are spread by their inversions, changes evenly, running water not at all', () => {
  const fills = (washing: CueSetting['washing']) =>
    told(stepCues(WASH, null, { ...BY_HAND, washing }).filter(({ kind }) => kind === 'change'));
  expect(fills({ kind: 'running' })).toEqual([]);
  expect(fills({ kind: 'changes', n: 3 }).map((line) => line.slice(0, line.indexOf(' ')))).toEqual(['0', '60', '120']);
  expect(fills({ kind: 'counted', counts: [5, 10, 15] })).toEqual([
    '0 change: Fresh water, 5 inversions: fill 1 of 3',
    // Each fill takes 8 + 2 × its inversions + 10 s: 28, 38 and 48 of 114.
    '44 change: Fresh water, 10 inversions: fill 2 of 3',
    '104 change: Fresh water, 15 inversions: fill 3 of 3',
  ]);
  expect(fills({ kind: 'changes' })).toHaveLength(7);
});

test('what must be known at the end is said at the end: light, the backing, the line', () => {
  const last = (step: Partial<CuedStep>, next: CuedStep | null) =>
    cues(step, { drying: 'untouched' }, next)
      .slice(-2)
      .map(({ label }) => label);
  expect(last({ opensTank: true }, WASH)).toEqual(['Light does no harm from here: the tank may be opened', 'Developer ends']);
  expect(last({ wipeAfter: true }, null)[0]).toBe('Wipe the backing off with a wet, soft cloth: about four minutes a roll');
});

test('whatever the bath: cues are in order, inside their step, no beat within ten seconds of pouring out, one end', () => {
  const method = fc.constantFrom('inversion' as const, 'stick' as const, 'rotary' as const);
  fc.assert(
    fc.property(
      fc.integer({ min: 0, max: 1500 }),
      fc.integer({ min: 0, max: 40 }),
      fc.integer({ min: 0, max: 90 }),
      fc.option(fc.integer({ min: 1, max: 120 }), { nil: undefined }),
      method,
      fc.constantFrom('inside' as const, 'at-zero' as const),
      (seconds, drainS, initialS, everyS, by, pourOut) => {
        const list = cues(
          { seconds, agitation: { initialS, ...(everyS ? { everyS } : {}), inversions: 4 } },
          { tank: { method: by, drainS, fillS: 8 }, pourOut },
        );
        const outAtS = pourOutAtS(seconds, drainS, pourOut);
        expect(list.map(({ atS }) => atS)).toEqual([...list].map(({ atS }) => atS).sort((a, b) => a - b));
        for (const cue of list) {
          expect(cue.atS).toBeGreaterThanOrEqual(0);
          expect(cue.atS).toBeLessThanOrEqual(seconds);
          if (cue.kind === 'agitate') expect(outAtS - cue.atS).toBeGreaterThanOrEqual(10);
        }
        for (const kind of ['prepare', 'pour-out', 'end'] as const) expect(list.filter((cue) => cue.kind === kind)).toHaveLength(1);
        expect(list.find(({ kind }) => kind === 'pour-out')?.atS).toBe(pourOut === 'inside' ? Math.max(0, seconds - drainS) : seconds);
      },
    ),
  );
});

test('the wall says of each step what its cues say: rollers, shaking, a stick, and each fill of water', () => {
  const wall = (step: Partial<CuedStep>, setting: Partial<CueSetting> = {}) => {
    const cued = { agitation: null, manner: null, ...step };
    return beatInWords({ ...cued, cues: cues(step, setting) }, setting.tank ?? { method: 'inversion' });
  };
  const tank = (method: 'stick' | 'rotary', more: object = {}) => ({ tank: { method, drainS: 10, fillS: 8, ...more } });
  const agitation = { initialS: 10, everyS: 60, forS: 10 };
  expect(wall({ agitation }, tank('stick'))).toBe('10 s without a pause, then twirl the stick for 10 s every 60 s');
  expect(wall({ agitation }, tank('rotary'))).toBe('Invert by hand for 10 s; on the rollers: continuous, reversing');
  expect(wall({ agitation }, tank('rotary', { stands: 'machine' }))).toBe('On the rollers: continuous, reversing');
  const water = { kind: 'wash', name: 'Wash', bottle: null, agitation: null } as const;
  expect(wall({ ...water, manner: { manner: 'changes', changes: 3 } })).toBe('Fill, shake, empty, 3 times');
  expect(wall({ ...water, movement: 'shaken', manner: { manner: 'until-clear' } })).toBe(
    'Shake it, without a pause; fresh water until it runs clear',
  );
  expect(wall({ ...water, manner: { manner: 'counted', fills: [5, 10, 20] } }, tank('rotary'))).toBe(
    'Fresh water each fill: 5, 10, 20 turns',
  );
});
