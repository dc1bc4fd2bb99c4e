import type { SubmissionResult } from '@conform-to/react';
import { parseWithYup } from '@conform-to/yup';
import type { AnyObjectSchema, InferType } from 'yup';
import { TYPED_IN } from './typed-in.ts';

export type ReadForm<T> =
  | {
      readonly ok: true;
      readonly value: T;
      /** For what only the server can know: errors by field, or of the whole form, with what was typed kept. */
      readonly refuse: (fieldErrors: Record<string, string[]>, formErrors?: string[]) => SubmissionResult;
    }
  | { readonly ok: false; readonly reply: SubmissionResult };

/** Reads a posted form by the same schema. A refusal carries what was typed back to its fields. */
export function readForm<S extends AnyObjectSchema>(schema: S, formData: FormData): ReadForm<InferType<S>> {
  const submission = submissionOf(schema, asOurFormsPost(formData));
  return submission.status === 'success'
    ? { ok: true, value: submission.value, refuse: (fieldErrors, formErrors = []) => submission.reply({ fieldErrors, formErrors }) }
    : { ok: false, reply: submission.reply() };
}

/** Conform throws at a list button that is not one of its own; the fields themselves can still be read. */
function submissionOf<S extends AnyObjectSchema>(schema: S, formData: FormData) {
  try {
    return parseWithYup(formData, { schema });
  } catch (error) {
    if (!formData.has(INTENT)) throw error;
    formData.delete(INTENT);
    return parseWithYup(formData, { schema });
  }
}

const INTENT = '__intent__';
const LONGEST_LIST = 1000;

/** One value a name, and lists of a length people have: whatever else a request carries is dropped. */
function asOurFormsPost(formData: FormData): FormData {
  const ours = new FormData();
  for (const [name, value] of formData) {
    const indices = [...name.matchAll(/\[(\d+)\]/g)].map((index) => Number(index[1]));
    // `toString` and its like are no field of anybody's, and would be taken for one.
    const inherited = name.split(/[.[\]]+/).some((part) => part in Object.prototype);
    if (name !== TYPED_IN && !inherited && indices.every((index) => index < LONGEST_LIST)) ours.set(name, value);
  }
  return ours;
}

/** A posted field as text; a file or nothing is no text. */
export function textOf(form: FormData, name: string): string {
  const value = form.get(name);
  return typeof value === 'string' ? value : '';
}
