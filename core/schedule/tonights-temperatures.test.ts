import fc from 'fast-check';
import { TREATMENTS, treatmentRefusal } from '../film/treatment.ts';
import { houseKit } from '../kit/a-kit.fixture.ts';
import { isDeveloper } from '../kit/kind.ts';
import { SHIPPED_KITS } from '../kit/shipped-kits.ts';
import { usualQuestion } from './a-question.fixture.ts';
import { planRun, type Plan, type PlanQuestion } from './plan.ts';
import { isRoomRight } from './tonights-temperatures.ts';

function planned(kit: string, more: Partial<PlanQuestion> = {}): Plan {
  const plan = planRun({ ...usualQuestion(kit), ...more });
  if (!plan.ok) throw new Error(plan.errors.map(({ message }) => message).join(' '));
  return plan.value;
}
const temperatures = (plan: Plan) => Object.fromEntries(plan.steps.map(({ id, temperatureC }) => [id, temperatureC]));

test('the developer is set, and the rest follows inside its ranges; the last bath is its own', () => {
  expect(temperatures(planned('house-c41-three-bath', { temperaturesC: { developer: 33 } }))).toEqual({
    prewash: 33,
    developer: 33,
    rinse: 33,
    // 35 to 40 °C is printed: the nearest to 33.
    'bleach-fix': 35,
    wash: 33,
    stabiliser: 20,
  });
});

test('each can be set for tonight: a bath’s name sets all its steps, a step’s own name that one', () => {
  const house = { temperaturesC: { wash: 36, 'wash-2': 34 } };
  expect(temperatures(planned('house-e6-three-bath', house))).toMatchObject({ wash: 36, 'wash-2': 34, 'wash-3': 36 });
});

test('the first developer never moves the colour developer, and the water between goes by the next', () => {
  const slides = temperatures(planned('house-e6-three-bath', { temperaturesC: { 'first-developer': 36 } }));
  expect(slides).toMatchObject({ prewash: 36, 'first-developer': 36, wash: 38, 'colour-developer': 38, 'bleach-fix': 38 });
});

test('water after the last developer is no warmer than the process allows; a range of the kit’s own goes first', () => {
  expect(temperatures(planned('house-ecn2-home'))).toMatchObject({ 'remjet-rinse': 38, developer: 41, bleach: 38, wash: 38, fixer: 39 });
  // Prebath 28 and developer 41.1 are more than eight apart: the rinse between stands half-way.
  expect(temperatures(planned('reference-ecn2')).prebath).toBe(28);
  expect(temperatures(planned('reference-ecn2'))['remjet-rinse']).toBeCloseTo(34.55, 9);
});

test('cine film in C-41 meets its alkaline bath and its rinse at the developer’s temperature', () => {
  const cine = temperatures(planned('house-c41-three-bath', { treatment: 'cine-in-c41' }));
  expect([cine['prebath'], cine['remjet-rinse']]).toEqual([38, 38]);
});

test('a kit at room temperature needs no heater in a room that is right, and its last bath takes the room', () => {
  const heat = { startC: 22.2, heatJK: 380, roomC: 22.2, stands: 'air', bathC: null, coolingPerMin: 0.012, school: 'wait-longer' } as const;
  const tank = { ...usualQuestion().tank, volumeMl: 520 };
  const warm = planned('house-c41-room', { heat, tank });
  expect([warm.noHeater, temperatures(warm)['stabiliser'], temperatures(warm)['bleach-fix']]).toEqual([true, 22.2, 22]);
  expect(planned('house-c41-room', { tank, heat: { ...heat, roomC: 22.4 } }).noHeater).toBe(false);
  expect(planned('house-c41-room', { tank }).noHeater).toBe(false);
  // A run that was stored says the same of the room by its steps alone.
  expect([22.2, 22.4, null].map((roomC) => isRoomRight(warm.steps, roomC))).toEqual([true, false, false]);
});

test('bleach bypass steps down by itself: as many waters as the gap needs, evenly', () => {
  const bypass = planned('house-c41-three-bath', { treatment: 'bleach-bypass' });
  expect(bypass.steps.map(({ id, seconds, temperatureC }) => `${id} ${seconds} ${temperatureC}`)).toEqual([
    'prewash 60 38',
    'developer 200 38',
    'rinse 30 33.5',
    'rinse-2 30 29',
    'rinse-3 30 24.5',
    'fixer 400 20',
    'wash 180 20',
    'stabiliser 60 20',
  ]);
});

test('no plan warns of a temperature that it chose itself, whatever kit, treatment, developer and room', () => {
  const ofTemperature = ['extrapolated', 'outside-range', 'off-nominal', 'off-leaflet-temperature'];
  fc.assert(
    fc.property(
      fc.constantFrom(...SHIPPED_KITS, houseKit({}, { id: 'cold', process: 'C-41' })),
      fc.constantFrom(...TREATMENTS),
      fc.double({ min: 0, max: 1, noNaN: true }),
      fc.option(fc.double({ min: 8, max: 34, noNaN: true })),
      (kit, treatment, share, roomC) => {
        const hasBleach = kit.baths.some(({ kind }) => kind === 'bleach' || kind === 'bleach-fix');
        fc.pre(treatmentRefusal(treatment, kit.process, hasBleach) === null);
        const main = kit.baths.find(({ kind }) => isDeveloper(kind));
        const printed = main?.time.points.map(({ c }) => c) ?? [];
        const [lowC, highC] =
          printed.length > 1 ? [Math.min(...printed), Math.max(...printed)] : [printed[0] as number, printed[0] as number];
        const heat = {
          startC: 20,
          heatJK: 300,
          roomC: roomC ?? 20,
          stands: 'air',
          bathC: null,
          coolingPerMin: 0,
          school: 'pour-warmer',
        } as const;
        const plan = planRun({
          ...usualQuestion(),
          kit,
          treatment,
          tank: { ...usualQuestion().tank, volumeMl: 520 },
          temperaturesC: main ? { [main.id]: lowC + share * (highC - lowC) } : {},
          heat: roomC === null ? null : heat,
        });
        expect(plan.ok).toBe(true);
        if (!plan.ok) return;
        const chosen = plan.value.warnings.filter(({ code, bath }) => ofTemperature.includes(code) && bath !== main?.id);
        expect(chosen).toEqual([]);
      },
    ),
    { numRuns: 150 },
  );
});
