/** How a column of the database stands in a book. */
type Holds = 'text' | 'number' | 'document' | 'picture';

export interface BookColumn {
  readonly column: string;
  readonly as: string;
  readonly holds: Holds;
  readonly nullable: boolean;
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

const HOLDS: Readonly<Record<string, Holds>> = { t: 'text', n: 'number', j: 'document', p: 'picture' };

/** `price_cents:n?` is a number that may be missing; `plan:j` a document; a bare name is text. */
function columns(spec: string): BookColumn[] {
  return spec
    .trim()
    .split(/\s+/)
    .map((word) => {
      const [column = '', type = 't'] = word.split(':');
      const as = column.replace(/_([a-z])/g, (_, letter: string) => letter.toUpperCase());
      return { column, as, holds: HOLDS[type.replace('?', '')] ?? 'text', nullable: type.endsWith('?') };
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
  section('kits', 'kits', 'id document:j shipped:n added_at_ms:n deleted_at_ms:n?', {
    where: 'shipped = 0 OR id IN (SELECT kit_id FROM batches UNION SELECT kit_id FROM boxes UNION SELECT kit_id FROM mixings)',
  }),
  section(
    'tanks',
    'tanks',
    'id name method volume_ml:n fill_s:n drain_s:n heat_jk:n? cooling_per_min:n? reel_sets:n added_at_ms:n deleted_at_ms:n? cooling_in_bath_per_min:n? material volume_one_ml:n? stands:t? machine_c:n?',
  ),
  section('tankPlaces', 'tank_places', 'tank_id family places:n', { key: ['tankId', 'family'], order: 'tank_id, family' }),
  section('thermometers', 'thermometers', 'id name offset_c:n added_at_ms:n deleted_at_ms:n? slope:n slope_at_c:n'),
  section('boxes', 'boxes', 'id kit_id bought_on opened_on:t? good_until:t? price_cents:n? note added_at_ms:n deleted_at_ms:n?'),
  section(
    'batches',
    'batches',
    'id kit_id name volume_ml:n mixed_on price_cents:n? note added_at_ms:n retired_at_ms:n? kit_document:j box_id:t?',
  ),
  section('bottles', 'bottles', 'number:n mixed_in bath name kind after volume_ml:n mixed_on cap', {
    key: ['mixedIn', 'bath'],
    order: 'number',
  }),
  section('sessions', 'sessions', 'id started_at_ms:n draft:j undo:j'),
  section(
    'runs',
    'runs',
    'id session_id position:n batch_id tank_id plan:j run_rolls:n seen_remjet:n state ended_at_ms:n? verdict repairs:t?',
    { order: 'repairs IS NOT NULL, rowid' },
  ),
  section(
    'rolls',
    'rolls',
    'id name film process format count:n box_speed:n exposed_speed:n develop_speed:n? treatment keeper:n expired_year:n? place note state run_id:t? added_at_ms:n deleted_at_ms:n?',
  ),
  section('runEvents', 'run_events', 'id run_id at_ms:n kind document:j made_on:t?', { order: 'seq', history: true }),
  section(
    'bottleEntries',
    'bottle_entries',
    'id batch_id kind on_day at_ms:n bottle_number:n? rolls:n? wears:n? ml:n? returned_ml:n? returned:n? remjet:n again:n days:n? what:t? note run_id:t? act undoes:t?',
    { order: 'seq', history: true },
  ),
  section('evenings', 'evenings', 'id name on_day first_pour draft:j added_at_ms:n deleted_at_ms:n?'),
  section('mixings', 'mixings', 'id kit_id kit_document:j box_id:t? price_cents:n? plan:j state batch_id:t? begun_at_ms:n'),
  section('mixingActs', 'mixing_acts', 'id mixing_id at_ms:n kind step:t?', { order: 'seq', history: true }),
  section('handOvers', 'hand_overs', 'id jug on_day ml:n note at_ms:n undone_at_ms:n?'),
  section('safetySheets', 'safety_sheets', 'kit_id contains changed_at_ms:n', { key: ['kitId'] }),
  section('looks', 'looks', 'id run_id roll_id:t? film_is document:j at_ms:n changed_at_ms:n deleted_at_ms:n?'),
  section('lessons', 'lessons', 'id run_id:t? text about about_is about_name at_moment kept_at_ms:n done_at_ms:n? deleted_at_ms:n?'),
  section('lessonAnswers', 'lesson_answers', 'lesson_id run_id helped:n at_ms:n', {
    key: ['lessonId', 'runId'],
    order: 'lesson_id, run_id',
  }),
  section('measures', 'measures', 'id run_id roll_id:t? scanner document:j picture:p? good:n at_ms:n deleted_at_ms:n?'),
  section('practices', 'practices', 'id scene seed:n plan:j started_at_ms:n clock:j ended_at_ms:n? marks:n?'),
  section('practiceEvents', 'practice_events', 'id practice_id document:j', { order: 'seq', history: true }),
  section('settings', 'settings', 'name document:j', { key: ['name'], order: 'name' }),
];

export type BookRecord = Readonly<Record<string, unknown>>;

export const BOOK_FORMAT = 'steady-reel/book@2';

/** Sections as the first version of a book had them, where they differ: a run was one entry for all its bottles. */
export const SECTIONS_V1: readonly BookSection[] = BOOK_SECTIONS.map((each) =>
  each.name === 'rolls'
    ? { ...each, columns: each.columns.filter(({ column }) => column !== 'develop_speed') }
    : each.name === 'bottleEntries'
      ? section(
          'bottleEntries',
          'bottle_entries',
          'id batch_id kind on_day at_ms:n rolls:n? ml:n? days:n? returned:n? remjet:n what:t? note run_id:t? undoes:t? bottle_number:n? returned_ml:n?',
          { order: 'seq', history: true },
        )
      : each,
);

/** What identifies a record within its section. */
export function keyOf({ key }: Pick<BookSection, 'key'>, record: BookRecord): string {
  return JSON.stringify(key.map((each) => record[each]));
}
