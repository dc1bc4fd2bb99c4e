import { getYupConstraint, parseWithYup } from '@conform-to/yup';
import type { AnyObjectSchema } from 'yup';

/** What a form's schema says: of its fields at once, and of what was typed. It comes with the first field that is touched. */
export const checksOf = (schema: AnyObjectSchema) => ({
  constraint: getYupConstraint(schema),
  check: (formData: FormData) => parseWithYup(formData, { schema }),
});
