import { amount, clockTime, day, instant, text, whole, type Shape } from '../../../core/shape.ts';

/** How a column of the database stands in a book. */
type Holds = 'text' | 'number' | 'document' | 'picture';

export interface BookColumn {
  readonly column: string;
  readonly as: string;
  readonly holds: Holds;
  readonly nullable: boolean;
  /** What it can be, apart from null. */
  readonly shape: Shape;
}

/** One kind of thing in a book: a table, by what identifies a row of it in any book. */
export interface BookSection {
  readonly name: string;
  readonly table: string;
  readonly key: readonly string[];
  readonly columns: readonly BookColumn[];
  /** Rows in an order in which each comes after what it points to. */
  readonly order: string;
  /** Which rows belong in a book; all of them where absent. */
  readonly where?: string;
  /** History is appended and never changed: what is there already stays, whatever a book says. */
  readonly history: boolean;
}

const isObject: Shape = (value) => typeof value === 'object' && value !== null;
const base64: Shape = (value) => typeof value === 'string' && /^[A-Za-z0-9+/]*={0,2}$/.test(value);

const KINDS: Readonly<Record<string, readonly [Holds, Shape]>> = {
  t: ['text', text()],
  d: ['text', day],
  h: ['text', clockTime],
  n: ['number', amount([-1e9, 1e9])],
  q: ['number', amount([0, 1e7])],
  i: ['number', whole([0, 1e9])],
  f: ['number', whole([0, 1])],
  ms: ['number', instant],
  j: ['document', isObject],
  p: ['picture', base64],
};

/**
 * `price_cents:i?` is a count that may be missing, `mixed_on:d` a day, `first_pour:h` an hour, `volume_ml:q` a quantity, `good:f`
 * a yes or no, `at_ms:ms` an instant, `plan:j` a document; a bare name is text.
 */
function columns(spec: string): BookColumn[] {
  return spec
    .trim()
    .split(/\s+/)
    .map((word) => {
      const [column = '', type = 't'] = word.split(':');
      const as = column.replace(/_([a-z])/g, (_, letter: string) => letter.toUpperCase());
      const [holds, shape] = KINDS[type.replace('?', '')] ?? ['text', text()];
      return { column, as, holds, shape, nullable: type.endsWith('?') };
    });
}

function section(
  name: string,
  table: string,
  spec: string,
  more: Partial<Pick<BookSection, 'key' | 'order' | 'where' | 'history'>> = {},
): BookSection {
  return { name, table, columns: columns(spec), key: ['id'], order: 'rowid', history: false, ...more };
}

/**
 * The whole book, section by section, each after those it points to. What is not here is no part of it: the index that
 * runs are found by, scans that wait to be measured, files of safety sheets, probes and heaters with what they sent.
 */
export const BOOK_SECTIONS: readonly BookSection[] = [
  section('kits', 'kits', 'id document:j shipped:f added_at_ms:ms deleted_at_ms:ms?', {
    where: 'shipped = 0 OR id IN (SELECT kit_id FROM batches UNION SELECT kit_id FROM boxes UNION SELECT kit_id FROM mixings)',
  }),
  section(
    'tanks',
    'tanks',
    'id name method volume_ml:q fill_s:i drain_s:i heat_jk:q? cooling_per_min:q? reel_sets:i added_at_ms:ms deleted_at_ms:ms? cooling_in_bath_per_min:q? material volume_one_ml:q? stands:t? machine_c:n? warms:t?',
  ),
  section('tankPlaces', 'tank_places', 'tank_id family places:i', { key: ['tankId', 'family'], order: 'tank_id, family' }),
  section('thermometers', 'thermometers', 'id name offset_c:n added_at_ms:ms deleted_at_ms:ms? slope:n slope_at_c:n'),
  section('boxes', 'boxes', 'id kit_id bought_on:d opened_on:d? good_until:d? price_cents:i? note added_at_ms:ms deleted_at_ms:ms?'),
  section(
    'batches',
    'batches',
    'id kit_id name volume_ml:q mixed_on:d price_cents:i? note added_at_ms:ms retired_at_ms:ms? kit_document:j box_id:t? solution:t?',
  ),
  section('bottles', 'bottles', 'number:i mixed_in bath name kind after volume_ml:q mixed_on:d cap', {
    key: ['mixedIn', 'bath'],
    order: 'number',
  }),
  section('sessions', 'sessions', 'id started_at_ms:ms draft:j undo:j'),
  section(
    'runs',
    'runs',
    'id session_id position:n batch_id tank_id plan:j run_rolls:q seen_remjet:f state ended_at_ms:ms? verdict repairs:t?',
    { order: 'repairs IS NOT NULL, rowid' },
  ),
  section(
    'rolls',
    'rolls',
    'id name film process format count:i box_speed:i exposed_speed:i develop_speed:i? treatment keeper:f expired_year:i? place note state run_id:t? added_at_ms:ms deleted_at_ms:ms?',
  ),
  section('runEvents', 'run_events', 'id run_id at_ms:ms kind document:j made_on:t?', { order: 'seq', history: true }),
  section(
    'bottleEntries',
    'bottle_entries',
    'id batch_id kind on_day:d at_ms:ms bottle_number:i? rolls:n? wears:q? ml:q? returned_ml:q? returned:f? remjet:f again:f days:q? seconds:q? what:t? note run_id:t? act undoes:t?',
    { order: 'seq', history: true },
  ),
  section('evenings', 'evenings', 'id name on_day:d first_pour:h draft:j added_at_ms:ms deleted_at_ms:ms?'),
  section('mixings', 'mixings', 'id kit_id kit_document:j box_id:t? price_cents:i? plan:j state batch_id:t? begun_at_ms:ms'),
  section('mixingActs', 'mixing_acts', 'id mixing_id at_ms:ms kind step:t?', { order: 'seq', history: true }),
  section('handOvers', 'hand_overs', 'id jug on_day:d ml:q note at_ms:ms undone_at_ms:ms?'),
  section('safetySheets', 'safety_sheets', 'kit_id contains changed_at_ms:ms', { key: ['kitId'] }),
  section('looks', 'looks', 'id run_id roll_id:t? film_is document:j at_ms:ms changed_at_ms:ms deleted_at_ms:ms?'),
  section('lessons', 'lessons', 'id run_id:t? text about about_is about_name at_moment kept_at_ms:ms done_at_ms:ms? deleted_at_ms:ms?'),
  section('lessonAnswers', 'lesson_answers', 'lesson_id run_id helped:f at_ms:ms', {
    key: ['lessonId', 'runId'],
    order: 'lesson_id, run_id',
  }),
  section('measures', 'measures', 'id run_id roll_id:t? scanner document:j picture:p? good:f at_ms:ms deleted_at_ms:ms?'),
  section('practices', 'practices', 'id scene seed:i plan:j started_at_ms:ms clock:j ended_at_ms:ms? marks:q?'),
  section('practiceEvents', 'practice_events', 'id practice_id document:j', { order: 'seq', history: true }),
  section('settings', 'settings', 'name document:j', { key: ['name'], order: 'name' }),
];

export type BookRecord = Readonly<Record<string, unknown>>;

export const BOOK_FORMAT = 'steady-reel/book@2';

/** Sections as the first version of a book had them, where they differ: a run was one entry for all its bottles. */
export const SECTIONS_V1: readonly BookSection[] = BOOK_SECTIONS.map((each) =>
  each.name === 'rolls'
    ? { ...each, columns: each.columns.filter(({ column }) => column !== 'develop_speed') }
    : each.name === 'batches'
      ? { ...each, columns: each.columns.filter(({ column }) => column !== 'solution') }
      : each.name === 'bottleEntries'
        ? section(
            'bottleEntries',
            'bottle_entries',
            'id batch_id kind on_day:d at_ms:ms rolls:n? ml:q? days:q? returned:f? remjet:f what:t? note run_id:t? undoes:t? bottle_number:i? returned_ml:q?',
            { order: 'seq', history: true },
          )
        : each,
);

/** What identifies a record within its section. */
export function keyOf({ key }: Pick<BookSection, 'key'>, record: BookRecord): string {
  return JSON.stringify(key.map((each) => record[each]));
}
