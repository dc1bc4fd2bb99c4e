import { BOOK_FORMAT, BOOK_SECTIONS, type BookColumn } from '../../server/book/sections.ts';

const TYPES = {
  text: { type: 'string' },
  number: { type: 'number' },
  document: { type: ['object', 'array'] },
  picture: { type: 'string', contentEncoding: 'base64', contentMediaType: 'image/jpeg' },
} as const;

function columnSchema({ holds, nullable }: BookColumn): object {
  const schema = TYPES[holds];
  return nullable ? { anyOf: [schema, { type: 'null' }] } : schema;
}

/** The JSON Schema of a book, made from the sections that write and read it. */
export function bookJsonSchema(): object {
  const sections = Object.fromEntries(
    BOOK_SECTIONS.map(({ name, columns }) => [
      name,
      {
        type: 'array',
        items: {
          type: 'object',
          additionalProperties: false,
          required: columns.map(({ as }) => as),
          properties: Object.fromEntries(columns.map((column) => [column.as, columnSchema(column)])),
        },
      },
    ]),
  );
  return {
    $schema: 'https://json-schema.org/draft/2020-12/schema',
    title: 'A Steady Reel book',
    type: 'object',
    required: ['format', 'writtenAt', 'sections', 'sum'],
    properties: {
      format: { const: BOOK_FORMAT },
      writtenAt: { type: 'string', format: 'date-time' },
      sections: { type: 'object', required: BOOK_SECTIONS.map(({ name }) => name), properties: sections },
      sum: { type: 'string', description: 'SHA-256 over all bytes before the line with this field.' },
    },
  };
}

export function loader() {
  return Response.json(bookJsonSchema(), { headers: { 'Content-Type': 'application/schema+json' } });
}
