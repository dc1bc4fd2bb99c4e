import fc from 'fast-check';
import { shippedKit } from '../kit/shipped-kits.ts';
import { stepTime } from '../timing/step-time.ts';
import { sayIn } from '../units/sentence.ts';
import { METRIC } from '../units/units.ts';
import { disagreementInWords } from './disagreement.ts';

const developer = shippedKit('house-c41-three-bath')?.baths[0];
if (!developer) throw new Error('no developer');
const said = (byC: number) => {
  const words = disagreementInWords(developer, 'C-41', byC);
  return words ? sayIn(words, METRIC) : null;
};

test('0.6 °C too much is so many seconds of developer too little, and a part of a stop', () => {
  // ln time falls 0.1096 a degree between 34 and 38 °C: 200 s are short by 200 × (e^0.0657 − 1) = 13.6 s, 0.29 of a stop.
  expect(said(0.6)).toBe(
    'Developer allows ± 0.3 °C. It shows 0.6 °C too much: taken at its word, developer would get 0:14 too little, as a pull of 0.3 stop. Steady Reel takes that off every reading.',
  );
  expect(said(-0.6)).toMatch(/0\.6 °C too little.*too much, as a push of 0\.\d stop/);
  expect(said(0.02)).toMatch(/may be believed as it is/);
});

test('the seconds are those by which the leaflet itself differs between the two temperatures', () => {
  fc.assert(
    fc.property(
      fc.integer({ min: -28, max: 40 }).filter((tenths) => tenths !== 0),
      (tenths) => {
        const at = (tempC: number) => {
          const time = stepTime(developer, { tempC, pushStops: 0, rollNumber: 1, process: 'C-41' });
          return time.ok ? time.value.seconds : NaN;
        };
        const lacking = Math.abs(at(developer.nominalC - tenths / 10) - at(developer.nominalC));
        const [, minutes, seconds] = /developer would get (\d+):(\d\d) too/.exec(said(tenths / 10) ?? '') ?? [];
        expect(Math.abs(Number(minutes) * 60 + Number(seconds) - lacking)).toBeLessThanOrEqual(1);
      },
    ),
  );
});

test('a developer that is printed for one temperature goes by the rule of thumb, and says so; a fixer has no say', () => {
  const once = { ...developer, time: { points: [{ c: 38, s: 200 }] } };
  // 200 s × (e^(0.11 × 0.6) − 1) = 13.6 s.
  const words = disagreementInWords(once, 'C-41', 0.6);
  expect(words && sayIn(words, METRIC)).toContain('would get 0:14 too little, as a pull of 0.3 stop, by rule of thumb.');
  expect(disagreementInWords({ ...once, critical: false }, 'C-41', 1)).toBeNull();
});
