import { answered, refused, type Answer, type Fault, type Warning } from '../answer.ts';
import type { Process } from '../film/process.ts';
import type { Bath } from '../kit/kit.ts';
import { roundHalfUp } from '../units/duration.ts';
import { showStops } from '../units/exposure.ts';
import { upperFirst } from '../units/first-letter.ts';
import { asLabel, asMessage, sentence, type Sentence, type Spoken } from '../units/sentence.ts';
import { outsideAdvice } from './outside-advice.ts';
import { EXTRAPOLATION_LIMIT_C, hasCurve, leafletRange, leafletSeconds, reachOf } from './leaflet-curve.ts';
import { ONE_TEMPERATURE_REACH_C, printedOnce, SAME_TEMPERATURE_C, type OneTemperature } from './one-temperature.ts';
import { pushEffect, pushEquivalent, tableReach } from './push.ts';
import { isPastTable, wearEffect } from './wear.ts';

export interface StepConditions {
  readonly tempC: number;
  /** Positive pushes, negative pulls. */
  readonly pushStops: number;
  /** The roll number N of domain.md 5.2. */
  readonly rollNumber: number;
  /** The kit's: what a rule of thumb goes by where a developer is printed for one temperature (domain.md 5.1). */
  readonly process: Process;
  /** What is done with such a developer; held, unless the person follows. */
  readonly oneTemperature?: OneTemperature | undefined;
}

export interface WorkingLine extends Spoken {
  readonly what: 'leaflet' | 'wear' | 'push' | 'temperature' | 'tank' | 'own';
  readonly seconds: number;
  readonly label: string;
}

export interface StepTime {
  readonly seconds: number;
  /** The time at nominal temperature, unrounded: what a dose share is of (domain.md 7, 10.1). */
  readonly nominalS: number;
  /** The dose that pour and drift aim for: `nominalS`, but where one printed temperature is held at another (5.1). */
  readonly doseS: number;
  /** Four lines that sum exactly to `seconds`. */
  readonly working: readonly WorkingLine[];
  readonly warnings: readonly Warning[];
}

const OFF_NOMINAL_C = 1;
const SHORT_DEVELOPER_S = 120;
/** A time beyond this is a slip in the question, not a bath; it would also make a day of cues. */
const LONGEST_STEP_S = 86_400;

/**
 * How long a bath takes, with the working a person can check in pencil (domain.md 5).
 * Errors: `temperature-outside-leaflet`, `push-outside-leaflet`, `step-too-long`. Paths are relative to the question asked.
 */
export function stepTime(bath: Bath, conditions: StepConditions): Answer<StepTime> {
  const { tempC, pushStops, rollNumber, process, oneTemperature } = conditions;
  const points = bath.time.points;
  const perK = printedOnce(bath, process);
  const held = perK !== null && oneTemperature !== 'follow';
  const offC = tempC - bath.nominalC;
  const reach = reachOf(points, tempC);
  const { lowC, highC } = leafletRange(points);
  const push = pushEffect(bath.push, pushStops);
  const faults: Fault[] = [];
  if (reach === 'outside') {
    const nearest = tempC < lowC ? lowC : highC;
    faults.push({
      code: 'temperature-outside-leaflet',
      path: `$.temperaturesC.${bath.id}`,
      nearestC: nearest,
      ...asMessage(
        sentence`${bath.name}: ${{ tempC }} is outside the leaflet, which runs from ${{ tempC: lowC }} to ${{ tempC: highC }} (${{ byC: EXTRAPOLATION_LIMIT_C }} beyond at most). The nearest it knows is ${{ tempC: nearest }}.`,
      ),
    });
  }
  if (perK !== null && Math.abs(offC) > ONE_TEMPERATURE_REACH_C + 1e-9) {
    const nearest = bath.nominalC + Math.sign(offC) * ONE_TEMPERATURE_REACH_C;
    faults.push({
      code: 'temperature-outside-leaflet',
      path: `$.temperaturesC.${bath.id}`,
      nearestC: nearest,
      ...asMessage(
        sentence`${bath.name}: ${{ tempC }} is more than ${{ byC: ONE_TEMPERATURE_REACH_C }} from the ${{ tempC: bath.nominalC }} its one time is printed for. The nearest that a rule of thumb reaches is ${{ tempC: nearest }}.`,
      ),
    });
  }
  if (push === null && bath.push?.rule === 'table') {
    const { from, to } = tableReach(bath.push.factors);
    faults.push({
      code: 'push-outside-leaflet',
      path: '$.pushStops',
      message: `${bath.name}: the leaflet's push table runs from ${from} to ${to} stops, and this is ${round2(pushStops)}.`,
    });
  }
  if (faults.length > 0 || push === null) return refused(...faults);

  const wear = wearEffect(bath.exhaustion, rollNumber);
  const leafletS = leafletSeconds(points, bath.nominalC);
  const baseS = wear.baseS ?? leafletS;
  const wornS = baseS * wear.factor + wear.addS;
  const nominalS = baseS * push.factor * wear.factor + push.addS + wear.addS;
  const rate = perK === null ? 1 : Math.exp(perK * offC);
  const exactS = hasCurve(points) ? (nominalS * leafletSeconds(points, tempC)) / leafletS : held ? nominalS : nominalS / rate;
  const doseS = held ? nominalS * rate : nominalS;
  if (nominalS <= 0) {
    return refused({
      code: 'push-outside-leaflet',
      path: '$.pushStops',
      message: `${bath.name}: ${showStops(pushStops)} would leave no time at all. Pull less.`,
    });
  }
  if (!(exactS <= LONGEST_STEP_S)) {
    return refused({
      code: 'step-too-long',
      path: '$.batch',
      message: `${bath.name}: at roll ${rollNumber} and ${showStops(pushStops)} it would take longer than a day. Check the batch's volume and the rolls it has done.`,
    });
  }
  const seconds = roundHalfUp(exactS);
  return answered({
    seconds,
    nominalS,
    doseS,
    working: workingLines(bath, conditions, perK !== null, [leafletS, wornS, nominalS, exactS]),
    warnings: [
      ...(held
        ? heldWarnings(bath, conditions, seconds, nominalS, rate)
        : stepWarnings(bath, tempC, seconds, reach === 'extrapolated', perK !== null)),
      ...pastTable(bath, rollNumber),
    ],
  });
}

/** A table by roll that ends before this one: its last time is used, and that is said. */
function pastTable(bath: Bath, rollNumber: number): Warning[] {
  if (!isPastTable(bath.exhaustion, rollNumber) || bath.exhaustion?.rule !== 'ladder') return [];
  return [
    {
      code: 'past-table',
      bath: bath.id,
      message: `${bath.name}: roll ${rollNumber} is past the leaflet’s table, which ends at roll ${bath.exhaustion.lastRoll}. Its last time is used.`,
    },
  ];
}

/** Each line is the difference of the rounded neighbours, so that they sum to the rounded time (scripting.md, plan). */
function workingLines(
  bath: Bath,
  { tempC, pushStops, rollNumber, oneTemperature }: StepConditions,
  once: boolean,
  [leafletS, wornS, nominalS, exactS]: readonly [number, number, number, number],
): WorkingLine[] {
  const r = roundHalfUp;
  return [
    {
      what: 'leaflet',
      seconds: r(leafletS),
      ...asLabel(once || hasCurve(bath.time.points) ? sentence`Leaflet at ${{ tempC: bath.nominalC }}` : sentence`Leaflet`),
    },
    { what: 'wear', seconds: r(wornS) - r(leafletS), label: `Wear, roll ${rollNumber}` },
    { what: 'push', seconds: r(nominalS) - r(wornS), label: pushLabel(bath, pushStops) },
    {
      what: 'temperature',
      seconds: r(exactS) - r(nominalS),
      ...asLabel(once ? oneTemperatureLabel(bath, tempC, oneTemperature) : temperatureLabel(bath, tempC)),
    },
  ];
}

function pushLabel(bath: Bath, pushStops: number): string {
  if (pushStops === 0) return 'No push';
  const stops = showStops(pushStops);
  return bath.push ? `${upperFirst(stops)} ${Math.abs(pushStops) > 1 ? 'stops' : 'stop'}` : 'Not pushed in this bath';
}

function temperatureLabel(bath: Bath, tempC: number): Sentence {
  if (!hasCurve(bath.time.points)) return sentence`Same time at any temperature`;
  return Math.abs(tempC - bath.nominalC) < 0.05 ? sentence`At ${{ tempC }}` : sentence`${{ tempC }} instead of ${{ tempC: bath.nominalC }}`;
}

function oneTemperatureLabel(bath: Bath, tempC: number, school: OneTemperature | undefined): Sentence {
  if (Math.abs(tempC - bath.nominalC) < SAME_TEMPERATURE_C) return sentence`At ${{ tempC }}, as printed`;
  return school === 'follow'
    ? sentence`${{ tempC }} instead of ${{ tempC: bath.nominalC }}, by rule of thumb`
    : sentence`Held at ${{ tempC }}: the leaflet’s time stays`;
}

/** One printed temperature, held: its time stays, and another temperature is said as what it does to the film (domain.md 5.1). */
function heldWarnings(bath: Bath, { tempC, pushStops }: StepConditions, seconds: number, nominalS: number, rate: number): Warning[] {
  const short = shortDeveloper(bath, seconds, []);
  if (Math.abs(tempC - bath.nominalC) < SAME_TEMPERATURE_C) return short;
  const stops = pushEquivalent(bath.push, nominalS, rate, pushStops) ?? 0;
  const said = Math.abs(stops) < 0.05 ? 'hardly more than nothing' : `as a ${stops < 0 ? 'pull' : 'push'} of ${tenths(stops)}`;
  return [
    ...short,
    {
      code: 'off-leaflet-temperature',
      bath: bath.id,
      ...asMessage(
        sentence`${bath.name}: ${{ tempC }} for the time that is printed for ${{ tempC: bath.nominalC }} works ${said}, by rule of thumb.`,
      ),
    },
  ];
}

/** `0.4 stop`, `1.2 stops`. */
function tenths(stops: number): string {
  const shown = Math.abs(stops).toFixed(1);
  return `${shown} ${Number(shown) > 1 ? 'stops' : 'stop'}`;
}

function stepWarnings(bath: Bath, tempC: number, seconds: number, extrapolated: boolean, once: boolean): Warning[] {
  const warnings: Warning[] = [];
  const warn = (code: Warning['code'], said: Sentence) =>
    warnings.push({ code, bath: bath.id, ...asMessage(sentence`${bath.name}: ${said}`) });
  const { lowC, highC } = leafletRange(bath.time.points);
  if (extrapolated) {
    warn('extrapolated', sentence`${{ tempC }} is just beyond the leaflet's ${{ fromC: lowC, toC: highC }}, so its time is an estimate.`);
  }
  if (!once && !hasCurve(bath.time.points) && bath.range && (tempC < bath.range.lowC - 1e-9 || tempC > bath.range.highC + 1e-9)) {
    const { lowC: fromC, highC: toC } = bath.range;
    warn('outside-range', sentence`${{ tempC }} is outside its range of ${{ fromC, toC }}. ${outsideAdvice(bath, tempC < fromC)}`);
  }
  if (bath.critical && seconds < SHORT_DEVELOPER_S) {
    warnings.push(shortWarning(bath));
  }
  if (bath.critical && Math.abs(tempC - bath.nominalC) > OFF_NOMINAL_C + 1e-9) {
    warn('off-nominal', offNominal(bath, tempC, once));
  }
  return warnings;
}

/** Whether a step is too short to pour evenly, asked again once tank and own margin have changed its time. */
export function shortDeveloper(bath: Bath | undefined, seconds: number, before: readonly Warning[]): Warning[] {
  const others = before.filter((warning) => warning.code !== 'short-developer');
  if (!bath?.critical || seconds >= SHORT_DEVELOPER_S) return others;
  const at = others.findIndex((warning) => warning.code === 'off-nominal');
  return others.toSpliced(at === -1 ? others.length : at, 0, shortWarning(bath));
}

function shortWarning(bath: Bath): Warning {
  return {
    code: 'short-developer',
    bath: bath.id,
    message: `${bath.name}: under 2:00, the seconds spent pouring begin to show as streaks. A cooler bath takes longer.`,
  };
}

/** Without a curve the time cannot follow the temperature, and to say that it does would cost the film (domain.md 4). */
function offNominal(bath: Bath, tempC: number, once: boolean): Sentence {
  const byC = Math.abs(tempC - bath.nominalC);
  if (!once && !hasCurve(bath.time.points)) {
    const side = tempC < bath.nominalC ? 'colder' : 'warmer';
    return sentence`${{ byC }} ${side} than the ${{ tempC: bath.nominalC }} its one time is printed for, and this leaflet gives no other: the time below does not make up for it. ${
      tempC < bath.nominalC ? 'Warm it' : 'Let it cool'
    }, or use a kit whose leaflet has a curve.`;
  }
  return sentence`${{ tempC }} is more than ${{ byC: OFF_NOMINAL_C }} from the ${{ tempC: bath.nominalC }} it is made for; time restores density, but colours may cross over.`;
}

function round2(value: number): number {
  return Math.round(value * 100) / 100;
}
