import { kitJsonSchema } from '../../../core/kit/kit-schema.ts';

/** The JSON Schema of kit documents, made from the schema that validates them. */
export function loader() {
  return Response.json(kitJsonSchema(), { headers: { 'Content-Type': 'application/schema+json' } });
}
