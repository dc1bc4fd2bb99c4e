import Papa from 'papaparse';
import { ValidationError } from 'yup';
import { ROLL_STATES, type RollState } from '../../core/film/roll-state.ts';
import type { Roll, RollFields } from '../server/rolls.server.ts';
import { asItWas, harmless } from '../ui/csv-cell.ts';
import { rollFields, rollSchema } from './roll-schema.ts';

/** Columns of a rolls file: our field, its heading on the way out, and other headings people use. */
export const COLUMNS = [
  { field: 'name', heading: 'Name', also: ['roll', 'title', 'label'] },
  { field: 'film', heading: 'Film', also: ['stock', 'emulsion', 'film stock'] },
  { field: 'process', heading: 'Process', also: ['mark'] },
  { field: 'format', heading: 'Format', also: ['size'] },
  { field: 'count', heading: 'Count', also: ['sheets', 'how many', 'quantity'] },
  { field: 'boxSpeed', heading: 'Box speed', also: ['iso', 'box', 'speed', 'asa'] },
  { field: 'exposedSpeed', heading: 'Exposed at', also: ['exposed', 'exposed speed', 'ei', 'rated'] },
  { field: 'developSpeed', heading: 'Develop at', also: ['developed at', 'develop', 'push to'] },
  { field: 'treatment', heading: 'Treatment', also: [] },
  { field: 'keeper', heading: 'Keeper', also: ['precious'] },
  { field: 'place', heading: 'Camera or place', also: ['camera', 'place', 'where'] },
  { field: 'expiredYear', heading: 'Expired', also: ['expired year', 'expiry'] },
  { field: 'note', heading: 'Note', also: ['notes', 'comment'] },
  { field: 'state', heading: 'State', also: ['status'] },
  { field: 'id', heading: 'Id', also: ['identifier'] },
] as const;

export type RollColumn = (typeof COLUMNS)[number]['field'];

export function rollsToCsv(rolls: readonly Roll[]): string {
  return Papa.unparse({
    fields: COLUMNS.map((column) => column.heading),
    data: rolls.map((roll) => COLUMNS.map(({ field }) => harmless(cell(roll[field])))),
  });
}

function cell(value: string | number | boolean | null): string {
  if (value === null || value === false) return '';
  return value === true ? 'yes' : String(value);
}

export interface ReadTable {
  readonly headings: readonly string[];
  readonly rows: readonly (readonly string[])[];
}

/** Text of a file in whatever encoding it came: UTF-8 with or without a mark, UTF-16, else Windows-1252. */
export function decodeText(bytes: Uint8Array): string {
  if (bytes[0] === 0xff && bytes[1] === 0xfe) return new TextDecoder('utf-16le').decode(bytes.subarray(2));
  if (bytes[0] === 0xfe && bytes[1] === 0xff) return new TextDecoder('utf-16be').decode(bytes.subarray(2));
  try {
    return new TextDecoder('utf-8', { fatal: true }).decode(bytes);
  } catch {
    return new TextDecoder('windows-1252').decode(bytes);
  }
}

const MOST_LINES = 120_000;
const LONGEST_LINE = 20_000;

/**
 * Why a file is more than is read at once; null where it is not. Looked at before it is split: thirty megabytes of quotation
 * marks are thirty megabytes, and two gigabytes once they are cells.
 */
export function tooMuchToRead(text: string): string | null {
  let lines = 0;
  for (let at = 0; at < text.length; lines++) {
    const end = text.indexOf('\n', at);
    const next = end < 0 ? text.length : end;
    if (next - at > LONGEST_LINE) return `Line ${lines + 1} is longer than ${LONGEST_LINE} letters, so this is no list of rolls.`;
    at = next + 1;
  }
  return lines > MOST_LINES ? `The file has ${lines} lines. Up to ${MOST_LINES} are read at once: divide it.` : null;
}

/** Splits a file into cells; commas, semicolons and tabs are told apart by themselves. */
export function readTable(text: string): ReadTable {
  const parsed = Papa.parse<string[]>(text.replace(/^\uFEFF/, ''), { skipEmptyLines: 'greedy', delimitersToGuess: [',', ';', '\t', '|'] });
  const [headings = [], ...rows] = parsed.data.map((row) => row.map((value) => value.trim()));
  return { headings, rows };
}

/** Which column of the file holds which field, guessed from its headings; −1 where none does. */
export function guessColumns(headings: readonly string[]): Record<RollColumn, number> {
  const plain = (text: string) =>
    text
      .toLowerCase()
      .replace(/[^a-z0-9]+/g, ' ')
      .trim();
  return Object.fromEntries(
    COLUMNS.map(({ field, heading, also }) => [
      field,
      headings.findIndex((given) => [field.toLowerCase(), heading.toLowerCase(), ...also].includes(plain(given))),
    ]),
  ) as Record<RollColumn, number>;
}

export interface GoodRow {
  readonly row: number;
  readonly ok: true;
  readonly roll: RollFields;
  /** As the file says; a roll that was in a run waits again, since its run is not in the file. */
  readonly state: RollState;
  /** Its id where the file was written here; null otherwise. */
  readonly id: string | null;
}

export type ReadRow = GoodRow | { readonly row: number; readonly ok: false; readonly cells: string; readonly faults: readonly string[] };

/** Each row as a roll, by the same rules as the form, or what is wrong with it. Rows count as a spreadsheet counts them, after `before` others. */
export function readRows(table: ReadTable, columns: Record<RollColumn, number>, before = 0): ReadRow[] {
  return table.rows.map((cells, i): ReadRow => {
    const row = before + i + 2;
    const said = (field: 'state' | 'id') => (columns[field] >= 0 ? (cells[columns[field]] ?? '').trim() : '');
    const typed: Record<string, unknown> = {};
    for (const { field } of COLUMNS) {
      if (field === 'state' || field === 'id') continue;
      // An apostrophe that made a cell harmless on the way out is taken off on the way in.
      const text = columns[field] >= 0 ? asItWas(cells[columns[field]] ?? '') : '';
      if (text !== '')
        typed[field] =
          field === 'keeper'
            ? /^(yes|y|true|1|x|ja|oui)$/i.test(text)
            : field === 'process'
              ? tidyProcess(text)
              : field === 'format'
                ? tidyFormat(text)
                : text;
    }
    try {
      const roll = rollFields(rollSchema.validateSync(typed, { abortEarly: false }));
      return { row, ok: true, roll, state: stateSaid(said('state')), id: /^[\w-]{1,64}$/.test(said('id')) ? said('id') : null };
    } catch (error) {
      if (!(error instanceof ValidationError)) throw error;
      return { row, ok: false, cells: cells.join(', ').slice(0, 120), faults: [...new Set(error.errors)] };
    }
  });
}

function stateSaid(text: string): RollState {
  const state = ROLL_STATES.find((each) => each === text.toLowerCase());
  return state === undefined || state === 'developing' ? 'waiting' : state;
}

function tidyProcess(text: string): string {
  const plain = text.toUpperCase().replace(/[^A-Z0-9]/g, '');
  return { C41: 'C-41', E6: 'E-6', ECN2: 'ECN-2' }[plain] ?? text;
}

function tidyFormat(text: string): string {
  const plain = text
    .toLowerCase()
    .replace(/[×*]/g, 'x')
    .replace(/\s|in(ch)?$/g, '');
  return { '135': '135-36', '35mm': '135-36', '13536': '135-36', '13524': '135-24' }[plain] ?? plain;
}
