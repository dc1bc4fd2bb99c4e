import { readOtherFormat, type FormatId } from '../../core/film/format.ts';

/** Film that the list does not name, by its area. */
export const OTHER_FORMAT = 'other';

/** What stands in the form’s fields for a format as it is kept. */
export function fieldsOfFormat(format: FormatId) {
  const other = readOtherFormat(format);
  return other ? { format: OTHER_FORMAT, areaCm2: other.areaCm2, areaPlace: other.family } : { format };
}
