import type { BookRecord, BookSection } from './sections.ts';

/** What a person knows a record by, as far as it can be read. */
export function nameOf(section: BookSection, record: BookRecord): string {
  const document = record['document'] as { readonly name?: unknown } | null | undefined;
  const plan = record['plan'] as { readonly title?: unknown; readonly batchName?: unknown } | null | undefined;
  const named = [
    section.name === 'kits' ? document?.name : undefined,
    plan?.title,
    plan?.batchName,
    record['name'],
    record['text'],
    record[section.key[0] ?? ''],
  ].find((each) => typeof each === 'string' && each !== '');
  return typeof named === 'string' ? named.slice(0, 60) : '';
}
