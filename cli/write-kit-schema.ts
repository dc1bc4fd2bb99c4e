import { writeFileSync } from 'node:fs';
import { kitJsonSchema } from '../core/kit/kit-schema.ts';

// docs/kit.schema.json is made from the schema that validates; a test compares them.
writeFileSync(new URL('../docs/kit.schema.json', import.meta.url), `${JSON.stringify(kitJsonSchema(), null, 2)}\n`);
