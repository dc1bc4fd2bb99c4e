import fc from 'fast-check';
import { parseDuration, showDuration, showDurationChange } from './duration.ts';
import { showStops, stopsFromSpeeds } from './exposure.ts';
import { celsiusFromFahrenheit, fahrenheitFromCelsius, parseReading, showTemperature, showTemperatureChange } from './temperature.ts';
import { parseVolume, showVolume } from './volume.ts';

test('times are read as they are shown', () => {
  fc.assert(fc.property(fc.integer({ min: 0, max: 90_000 }), (s) => parseDuration(showDuration(s)) === s));
  expect([showDuration(225), showDuration(3725), showDuration(-9), showDurationChange(25), showDurationChange(0)]).toEqual([
    '3:45',
    '1:02:05',
    '−0:09',
    '+0:25',
    '0:00',
  ]);
  expect(['195', '195 s', '4 min', '3:15', '3:75', 'soon', ''].map(parseDuration)).toEqual([195, 195, 240, 195, null, null, null]);
});

test.each([
  ['38', 38, null],
  ['38,4', 38.4, null],
  [' 37.9 °C ', 37.9, null],
  ['3.8', null, '38.0'],
  ['380', null, '38.0'],
  ['3.72', null, '37.2'],
  ['hot', null, null],
  ['', null, null],
  ['-5', null, null],
])('a reading typed as “%s”', (typed, tempC, likely) => {
  const reading = parseReading(typed);
  expect(reading.ok ? reading.tempC : null).toBe(tempC);
  if (!reading.ok) {
    expect(reading.likely).toBe(likely);
    expect(reading.message).toContain('from 5 to 60 °C');
  }
});

test('Fahrenheit is the same temperature, and a difference keeps its own scale', () => {
  fc.assert(
    fc.property(fc.double({ min: 5, max: 60, noNaN: true }), (c) => Math.abs(celsiusFromFahrenheit(fahrenheitFromCelsius(c)) - c) < 1e-9),
  );
  expect([showTemperature(38, 'F'), showTemperatureChange(0.6, 'F'), showTemperatureChange(-0.6)]).toEqual([
    '100.4 °F',
    '+1.1 °F',
    '−0.6 °C',
  ]);
  const inF = parseReading('100.4', 'F');
  expect(inF.ok && inF.tempC).toBeCloseTo(38, 9);
  expect(parseReading('38', 'F').ok).toBe(false);
});

test('volumes are typed in any of their units, and shown in the chosen one', () => {
  expect([showVolume(520), showVolume(520, 'fl oz')]).toEqual(['520 ml', '18.3 fl oz']);
  expect(['520', '520 ml', '0,52 l', '52 cl', ' 18.3 fl. oz', '18.3oz', 'a cup', '', '5 m', '-5'].map(parseVolume)).toEqual([
    520,
    520,
    520,
    520,
    520,
    520,
    null,
    null,
    null,
    -5,
  ]);
  fc.assert(fc.property(fc.integer({ min: 10, max: 20_000 }), (ml) => Math.abs((parseVolume(showVolume(ml, 'fl oz')) ?? 0) - ml) < 1.5));
});

test('exposure asks for a push to the nearest third: faster than the box is a push', () => {
  expect(
    [stopsFromSpeeds(400, 800), stopsFromSpeeds(200, 160), stopsFromSpeeds(400, 400), stopsFromSpeeds(100, 320)].map((stops) =>
      Math.round(stops * 3),
    ),
  ).toEqual([3, -1, 0, 5]);
  expect([showStops(1), showStops(-2 / 3), showStops(4 / 3), showStops(0)]).toEqual(['push 1', 'pull ⅔', 'push 1⅓', 'box speed']);
});
