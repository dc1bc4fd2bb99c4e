import { FORMAT_FAMILIES, isFormatId } from '../../../core/film/format.ts';
import { TREATMENTS } from '../../../core/film/treatment.ts';
import { readStripMeasure } from '../../../core/inspection/strips/strip-measure.ts';
import { BATH_KINDS } from '../../../core/kit/kind.ts';
import { readStoredKit } from '../../../core/kit/stored-kit.ts';
import { LETTERS, LIMITS } from '../../../core/limits.ts';
import { MIXING_FORMAT } from '../../../core/chemistry/mixing/mixing-run.ts';
import { isSoundEvent } from '../../../core/run/acts/sound-event.ts';
import { isSoundPlan } from '../../../core/run/plan/sound-plan.ts';
import { WARMED } from '../../../core/heat/tank/tank.ts';
import { amount, fields, instant, listOf, maybe, oneOf, oneOfShapes, orNull, text, whole, type Shape } from '../../../core/shape.ts';
import type { BookRecord, BookSection } from './sections.ts';

const name = text(LETTERS.name);
const cents = whole([LIMITS.price[0] * 100, LIMITS.price[1] * 100]);
const key: Shape = (value) => typeof value === 'string' && value !== '' && text(200)(value) && !value.includes('\n');

const kit: Shape = (document) => {
  try {
    readStoredKit(JSON.stringify(document));
    return true;
  } catch {
    return false;
  }
};
const mixingPlan = fields({
  format: oneOf([MIXING_FORMAT]),
  kitName: text(200),
  batchName: text(200),
  volumeMl: amount(LIMITS.batchMl),
  steps: listOf(
    fields({
      id: key,
      kind: text(60),
      bath: key,
      bottle: text(200),
      label: text(400),
      hints: listOf(fields({ message: text() }), 60),
      seconds: orNull(amount([0, 1_000_000])),
    }),
    400,
  ),
  takes: maybe(fields({})),
});
const practiceClock = listOf(fields({ houseMs: instant, practiceMs: amount([0, 1e15]), speed: amount([0.1, 100]) }), 400);

const marked = fields({ encoding: oneOfShapes(oneOf(['srgb', 'linear']), fields({ gamma: amount([0.1, 10]) })), rectangles: fields({}) });

/** What stands in a record beyond the kind of its columns: as the form takes it that would make one. */
const SHAPES: Readonly<Record<string, Readonly<Record<string, Shape>>>> = {
  kits: { document: kit },
  tanks: {
    name,
    volumeMl: amount(LIMITS.tankMl),
    volumeOneMl: amount(LIMITS.tankMl),
    fillS: whole(LIMITS.tankFillS),
    drainS: whole(LIMITS.tankFillS),
    reelSets: whole(LIMITS.reelSets),
    heatJk: amount(LIMITS.heatJK),
    coolingPerMin: amount(LIMITS.coolingPerMin),
    coolingInBathPerMin: amount(LIMITS.coolingPerMin),
    machineC: amount(LIMITS.machineC),
    warms: oneOf(WARMED),
  },
  tankPlaces: { family: oneOf(FORMAT_FAMILIES), places: whole(LIMITS.places) },
  thermometers: { name, offsetC: amount([-50, 50]), slope: amount([-10, 10]), slopeAtC: amount([-50, 150]) },
  boxes: { priceCents: cents },
  batches: { solution: oneOf(['returned', 'one-shot']), name, volumeMl: amount(LIMITS.batchMl), priceCents: cents, kitDocument: kit },
  bottles: { name: text(200), kind: oneOf(BATH_KINDS), volumeMl: amount([1, LIMITS.batchMl[1]]), cap: text(200) },
  runs: { plan: isSoundPlan, runRolls: amount([0, 1000]) },
  rolls: {
    name,
    film: name,
    format: isFormatId,
    treatment: oneOf(TREATMENTS),
    count: whole(LIMITS.rollCount),
    boxSpeed: whole(LIMITS.filmSpeed),
    exposedSpeed: whole(LIMITS.filmSpeed),
    developSpeed: whole(LIMITS.filmSpeed),
    expiredYear: whole(LIMITS.expiredYear),
    place: text(LETTERS.place),
  },
  runEvents: { document: isSoundEvent },
  bottleEntries: { rolls: amount([-LIMITS.rollsDone[1], LIMITS.rollsDone[1]]), days: amount([0, 40_000]), seconds: amount([1, 86_400]) },
  mixings: { kitDocument: kit, plan: mixingPlan, priceCents: cents },
  measures: { document: (document) => readStripMeasure(document) !== null && marked(document) },
  practices: { plan: isSoundPlan, clock: practiceClock },
  practiceEvents: { document: isSoundEvent },
};

/**
 * What is wrong with a record, by field and in words; empty where nothing is. One rule for a book that is brought in and for one
 * that is looked through.
 */
export function faultsOfRecord(section: BookSection, record: unknown): { readonly field: string; readonly says: string }[] {
  if (typeof record !== 'object' || record === null || Array.isArray(record)) return [{ field: '', says: 'it is no record.' }];
  const given = record as BookRecord;
  const known = new Set(section.columns.map(({ as }) => as));
  const strange = Object.keys(given).filter((field) => !known.has(field));
  const shapes = SHAPES[section.name] ?? {};
  const wrong = section.columns.filter(({ as, nullable, shape }) => {
    const value = given[as];
    // A field that came after the book was written is not in it.
    if (value === null || value === undefined) return !nullable;
    const isKey = section.key.includes(as) && typeof value === 'string';
    return !(shape(value) && (shapes[as]?.(value) ?? true) && (!isKey || key(value)));
  });
  return [
    ...strange.map((field) => ({ field, says: `“${field.slice(0, 40)}” is not known.` })),
    ...wrong.map(({ as, holds }) => ({
      field: as,
      says: holds === 'document' ? `its ${as} cannot be read.` : `“${as}” is missing or cannot be that.`,
    })),
  ];
}
