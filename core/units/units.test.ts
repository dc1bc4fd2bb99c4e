import fc from 'fast-check';
import { bareDuration, parseDuration, showDuration, showDurationChange } from './duration.ts';
import { showStops, stopsFromSpeeds } from './exposure.ts';
import { asLabel, asMessage, sayIn, sentence, textIn } from './sentence.ts';
import { celsiusFromFahrenheit, fahrenheitFromCelsius, showTemperature, showTemperatureChange } from './temperature.ts';
import { parseReading } from './typed-temperature.ts';
import { METRIC, readUnits } from './units.ts';
import { showVolume, VOLUME_UNITS } from './volume.ts';
import { parseVolume } from './typed-volume.ts';

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

test('volumes are typed in any of their units, and each ounce says which it is', () => {
  expect([showVolume(520), showVolume(520, 'US fl oz'), showVolume(520, 'imp fl oz')]).toEqual([
    '520 ml',
    '17.6 US fl oz',
    '18.3 imp fl oz',
  ]);
  const typed = ['520', '520 ml', '0,52 l', '52 cl', ' 17.6 US fl. oz', '17.6oz', '18.3 imp fl oz', 'a cup', '', '5 m', '-5', '0x10'];
  expect(typed.map((text) => parseVolume(text))).toEqual([520, 520, 520, 520, 520.5, 520.5, 520, null, null, null, -5, null]);
  // Without a unit it is the person's own, and so is a bare ounce.
  expect([
    parseVolume('10', 'US fl oz'),
    parseVolume('10', 'imp fl oz'),
    parseVolume('10 oz', 'imp fl oz'),
    parseVolume('10 ml', 'US fl oz'),
  ]).toEqual([295.7, 284.1, 284.1, 10]);
  fc.assert(
    fc.property(fc.integer({ min: 10, max: 20_000 }), fc.constantFrom(...VOLUME_UNITS), (ml, unit) => {
      expect(Math.abs((parseVolume(showVolume(ml, unit), unit) ?? 0) - ml)).toBeLessThan(1.6);
    }),
  );
});

test('units stored before fluid ounces said which they are stay the imperial ones they were', () => {
  expect(readUnits({ temperature: 'F', volume: 'fl oz' })).toEqual({ temperature: 'F', volume: 'imp fl oz' });
  expect([readUnits(null), readUnits({ temperature: 'K', volume: 7 }), readUnits({ volume: 'US fl oz' })]).toEqual([
    METRIC,
    METRIC,
    { temperature: 'C', volume: 'US fl oz' },
  ]);
});

test('a sentence says its figures in the units of whoever reads it; a difference is not a temperature', () => {
  const said = sentence`${'Developer'}: ${{ tempC: 37.2 }} is ${{ byC: 0.8 }} below ${{ fromC: 37.7, toC: 38.3 }}, in ${{ volumeMl: 520 }}.`;
  expect(sayIn(said, METRIC)).toBe('Developer: 37.2 °C is 0.8 °C below 37.7 to 38.3 °C, in 520 ml.');
  expect(sayIn(said, { temperature: 'F', volume: 'US fl oz' })).toBe(
    'Developer: 99.0 °F is 1.4 °F below 99.9 to 100.9 °F, in 17.6 US fl oz.',
  );
  // What is stored with it is JSON and comes back; what was stored without stays as it was.
  expect(textIn(JSON.parse(JSON.stringify(asLabel(said))) as never, { temperature: 'F', volume: 'ml' })).toContain('99.0 °F');
  expect(textIn({ message: 'At 38 °C.' }, { temperature: 'F', volume: 'ml' })).toBe('At 38 °C.');
  expect(asMessage(sentence`No figures.`)).toEqual({ message: 'No figures.' });
});

test('a bare small number is asked back: 8 is eight minutes to one person and eight seconds to another', () => {
  expect(bareDuration('8')).toEqual(['8:00', '0:08']);
  expect(['8:00', '0:08', '8 min', '8 s', '195', '60'].map(bareDuration)).toEqual([null, null, null, null, null, null]);
});

test('exposure asks for a push to the nearest third: faster than the box is a push', () => {
  expect(
    [stopsFromSpeeds(400, 800), stopsFromSpeeds(200, 160), stopsFromSpeeds(400, 400), stopsFromSpeeds(100, 320)].map((stops) =>
      Math.round(stops * 3),
    ),
  ).toEqual([3, -1, 0, 5]);
  expect([showStops(1), showStops(-2 / 3), showStops(4 / 3), showStops(0)]).toEqual(['push 1', 'pull ⅔', 'push 1⅓', 'box speed']);
});
