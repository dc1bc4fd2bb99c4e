import fc from 'fast-check';
import { bathConstants, warmUp, type BottleInBath, type Tub } from './water-bath.ts';

const TUB: Tub = { litres: 12, startC: 45, setC: 38, heaterW: 0, ambientC: 20, lidded: false };
const BOTTLE: BottleInBath = { id: 'developer', ml: 1000, material: 'glass', startC: 20, lowC: 37.7, highC: 38.3 };

/**
 * Tub and one bottle without a heater, solved by hand: two linear equations, so two exponentials. The heater's watts
 * would only add a constant.
 */
function exactly(tub: Tub, bottle: BottleInBath, atS: number): { tubC: number; bottleC: number } {
  const { tubJK, tubLossWK, bottleJK, bottleWK } = bathConstants(tub, [bottle]);
  const [u, ci] = [bottleWK[0] ?? NaN, bottleJK[0] ?? NaN];
  const [a, b, c, d] = [-(tubLossWK + u) / tubJK, u / tubJK, u / ci, -u / ci];
  const root = Math.sqrt((a - d) ** 2 + 4 * b * c);
  const [fast, slow] = [(a + d - root) / 2, (a + d + root) / 2];
  // Above the room: x tub, y bottle. Eigenvectors (b, λ − a).
  const [x, y] = [tub.startC - tub.ambientC, bottle.startC - tub.ambientC];
  const q = (y * b - x * (fast - a)) / (b * (slow - fast));
  const p = x / b - q;
  const [ef, es] = [p * Math.exp(fast * atS), q * Math.exp(slow * atS)];
  return { tubC: tub.ambientC + b * (ef + es), bottleC: tub.ambientC + (fast - a) * ef + (slow - a) * es };
}

const tubs = fc.record({
  litres: fc.double({ min: 2, max: 60, noNaN: true }),
  startC: fc.double({ min: 25, max: 60, noNaN: true }),
  ambientC: fc.double({ min: 5, max: 24, noNaN: true }),
  lidded: fc.boolean(),
});
const bottles = fc.record({
  ml: fc.double({ min: 100, max: 5000, noNaN: true }),
  material: fc.constantFrom('glass' as const, 'plastic' as const, 'steel' as const),
  startC: fc.double({ min: 5, max: 30, noNaN: true }),
});

test('a sink left to fall with one bottle in it is the solution of its two equations, to a thousandth of a degree', () => {
  fc.assert(
    fc.property(tubs, bottles, (tub, bottle) => {
      const [of, with_] = [
        { ...TUB, ...tub },
        { ...BOTTLE, ...bottle },
      ];
      const { trace } = warmUp(of, [with_], 7200, 600);
      trace.atS.forEach((atS, i) => {
        const exact = exactly(of, with_, atS);
        expect(trace.tubC[i]).toBeCloseTo(exact.tubC, 3);
        expect(trace.bottlesC[0]?.[i]).toBeCloseTo(exact.bottleC, 3);
      });
    }),
    { numRuns: 60 },
  );
});

test('a window opens and closes where the bottle really is at the ends of its range', () => {
  const { bottles: warmed } = warmUp({ ...TUB, startC: 44 }, [BOTTLE], 14_400);
  const [window] = warmed[0]?.windows ?? [];
  if (!window) throw new Error('never warm');
  expect(exactly({ ...TUB, startC: 44 }, BOTTLE, window.fromS).bottleC).toBeCloseTo(BOTTLE.lowC, 2);
  if (window.toS !== null) {
    const c = exactly({ ...TUB, startC: 44 }, BOTTLE, window.toS).bottleC;
    expect(Math.min(Math.abs(c - BOTTLE.lowC), Math.abs(c - BOTTLE.highC))).toBeLessThan(0.01);
  }
});

test('a thermostat holds the tub within its two tenths, and nothing gets hotter than what heats it', () => {
  fc.assert(
    fc.property(
      tubs,
      fc.array(bottles, { minLength: 1, maxLength: 4 }),
      fc.double({ min: 200, max: 1500, noNaN: true }),
      (tub, of, heaterW) => {
        const heated: Tub = { ...TUB, ...tub, startC: 38, setC: 38, heaterW, litres: Math.max(8, tub.litres) };
        const waiting = of.map((bottle, i) => ({ ...BOTTLE, ...bottle, id: `b${i}` }));
        const { trace } = warmUp(heated, waiting, 14_400, 300);
        for (const c of trace.tubC) expect(c).toBeLessThanOrEqual(38.1 + 1e-3);
        for (const row of trace.bottlesC) for (const c of row) expect(c).toBeLessThanOrEqual(38.1 + 1e-3);
      },
    ),
    { numRuns: 40 },
  );
});

test('a lid, glass for plastic, a smaller bottle: each warms sooner, never later', () => {
  const readyS = (tub: Partial<Tub>, bottle: Partial<BottleInBath>) => {
    const { bottles: warmed } = warmUp({ ...TUB, startC: 38, heaterW: 800, ...tub }, [{ ...BOTTLE, ...bottle }], 36_000);
    return warmed[0]?.windows[0]?.fromS ?? Infinity;
  };
  const usual = readyS({}, {});
  expect(usual).toBeLessThan(Infinity);
  expect(readyS({ lidded: true }, {})).toBeLessThanOrEqual(usual);
  expect(readyS({}, { material: 'plastic' })).toBeGreaterThan(usual);
  expect(readyS({}, { material: 'steel' })).toBeLessThan(usual);
  expect(readyS({}, { ml: 500 })).toBeLessThan(usual);
  expect(readyS({}, { startC: 25 })).toBeLessThan(usual);
});
