import type { Cause } from './cause.ts';
import { airBubbles } from './causes/marks/air-bubbles.ts';
import { carryOver } from './causes/carry-over.ts';
import { colourDeveloperShort } from './causes/colour-developer-short.ts';
import { developerDead } from './causes/developer-dead.ts';
import { developerTooLittle } from './causes/developer-too-little.ts';
import { developerTooMuch } from './causes/developer-too-much.ts';
import { developerWorn } from './causes/developer-worn.ts';
import { fingerMarks } from './causes/marks/finger-marks.ts';
import { holderOrInsert } from './causes/marks/holder-or-insert.ts';
import { lightInTheCamera, lightInTheCanister, lightWhileLoading } from './causes/marks/light-got-in.ts';
import { pressed } from './causes/marks/pressed.ts';
import { scratched } from './causes/marks/scratched.ts';
import { dryingMarks } from './causes/marks/drying-marks.ts';
import { filmTouchedFilm } from './causes/marks/film-touched-film.ts';
import { fixingIncomplete } from './causes/fixing-incomplete.ts';
import { fogged } from './causes/fogged.ts';
import { kinked } from './causes/marks/kinked.ts';
import { neverExposed } from './causes/never-exposed.ts';
import { offTemperatureOrContaminated } from './causes/off-temperature-or-contaminated.ts';
import { oldFilm } from './causes/old-film.ts';
import { overExposed } from './causes/over-exposed.ts';
import { remjetLeft } from './causes/marks/remjet-left.ts';
import { silverLeft } from './causes/silver-left.ts';
import { surging } from './causes/marks/surging.ts';
import { temperatureShock } from './causes/marks/temperature-shock.ts';
import { underExposed } from './causes/under-exposed.ts';
import { unevenDevelopment } from './causes/uneven-development.ts';

/** Every row of domain.md 12, and what its combinations say; of two that weigh the same the earlier is named first. */
export const CAUSES: readonly Cause[] = [
  developerTooLittle,
  developerWorn,
  developerTooMuch,
  underExposed,
  overExposed,
  neverExposed,
  developerDead,
  fogged,
  silverLeft,
  fixingIncomplete,
  surging,
  unevenDevelopment,
  airBubbles,
  kinked,
  filmTouchedFilm,
  dryingMarks,
  remjetLeft,
  temperatureShock,
  carryOver,
  offTemperatureOrContaminated,
  colourDeveloperShort,
  oldFilm,
  scratched,
  fingerMarks,
  lightInTheCanister,
  lightInTheCamera,
  lightWhileLoading,
  holderOrInsert,
  pressed,
];

export function causeById(id: string): Cause | null {
  return CAUSES.find((cause) => cause.id === id) ?? null;
}
