import type { StepSaid } from '../../../core/kit/manner.ts';
import { MANNERS, MOVEMENTS } from '../../../core/kit/manner.ts';
import { parseDuration } from '../../../core/units/duration.ts';
import type { TemperatureUnit } from '../../../core/units/temperature.ts';
import { parseReading } from '../../../core/units/typed-temperature.ts';

import { textOf } from '../../ui/forms/read-form.ts';

type Read = { readonly ok: true; readonly said: StepSaid } | { readonly ok: false; readonly typed: string; readonly message: string };

/** What a person said of a step of their own way, as it was typed: what is left empty stays as it is (domain.md 9.1). */
export function postedWay(form: FormData, unit: TemperatureUnit): Read {
  const typed = (name: string) => textOf(form, name).trim();
  const said: { -readonly [K in keyof StepSaid]: StepSaid[K] } = {};
  if (typed('s') !== '') {
    const s = parseDuration(typed('s'));
    if (s === null || s < 1 || s > 86_400)
      return { ok: false, typed: typed('s'), message: `“${typed('s')}” is not a time. Type minutes and seconds, such as 5:00.` };
    said.s = s;
  }
  if (typed('tempC') !== '') {
    const reading = parseReading(typed('tempC'), unit);
    if (!reading.ok) return { ok: false, typed: typed('tempC'), message: reading.message };
    said.c = reading.tempC;
  }
  const manner = MANNERS.find((each) => each === typed('manner'));
  const counts = (typed('counts').match(/\d+/g) ?? []).map(Number);
  if (manner) said.manner = manner;
  if (manner === 'changes' && counts[0] !== undefined) said.changes = counts[0];
  if (manner === 'counted' && counts.length > 0) said.fills = counts;
  if ((said.changes ?? 1) < 1 || (said.changes ?? 1) > 100 || counts.length > 50 || counts.some((count) => count > 1000))
    return { ok: false, typed: typed('counts'), message: 'Changes are a number from 1 to 100; fills are inversions, such as 5, 10, 20.' };
  const movement = MOVEMENTS.find((each) => each === typed('movement'));
  if (movement) said.movement = movement;
  return { ok: true, said };
}
