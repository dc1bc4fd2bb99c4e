import { parse, useForm, type SubmissionResult } from '@conform-to/react';
import { useEffect, useMemo, useState } from 'react';
import type { AnyObjectSchema, InferType } from 'yup';
import type { checksOf } from './checks.ts';

/** A form's schema, fetched when somebody begins to type: most pages with a form are only read. */
export interface SchemaOnDemand<S extends AnyObjectSchema, Given extends readonly unknown[]> {
  readonly here: () => Loaded<S, Given> | null;
  readonly fetch: () => Promise<Loaded<S, Given>>;
}

interface Loaded<S extends AnyObjectSchema, Given extends readonly unknown[]> {
  readonly schemaOf: (...given: Given) => S;
  readonly checksOf: typeof checksOf;
}

/** `load` imports the schema, or what makes it of what the page knows (its units). */
export function schemaOnDemand<S extends AnyObjectSchema, Given extends readonly unknown[] = []>(
  load: () => Promise<S | ((...given: Given) => S)>,
): SchemaOnDemand<S, Given> {
  let here: Loaded<S, Given> | null = null;
  const fetch = async () => {
    const [schema, { checksOf }] = await Promise.all([load(), import('./checks.ts')]);
    return (here ??= { schemaOf: typeof schema === 'function' ? schema : () => schema, checksOf });
  };
  // A server answers many pages, and says in each which fields must be filled in.
  if (typeof document === 'undefined') void fetch();
  return { here: () => here, fetch };
}

/**
 * A form checked by one Yup schema, in the browser as you type and on the server whatever the browser sends. Until the
 * schema is here nothing is refused in the browser, and the server says what it would have said.
 */
export function useCheckedForm<S extends AnyObjectSchema, Given extends readonly unknown[]>(
  [schema, ...given]: readonly [SchemaOnDemand<S, Given>, ...Given],
  lastResult: SubmissionResult | null | undefined,
  defaults?: Record<string, unknown>,
) {
  const [loaded, setLoaded] = useState(schema.here);
  // What is given is a handful of words.
  const known = JSON.stringify(given);
  const checks = useMemo(() => loaded?.checksOf(loaded.schemaOf(...(JSON.parse(known) as Given))), [loaded, known]);
  const checked = useForm<InferType<S>>({
    lastResult: lastResult ?? null,
    constraint: checks?.constraint,
    defaultValue: defaults as never,
    shouldValidate: 'onBlur',
    shouldRevalidate: 'onInput',
    onValidate: ({ formData }) =>
      checks ? checks.check(formData) : parse(formData, { resolve: (value) => ({ value: value as InferType<S> }) }),
  });
  const { id } = checked[0];
  useEffect(() => {
    if (loaded) return;
    const begin = ({ target }: Event) => {
      if (target instanceof Element && target.closest('form')?.id === id) void schema.fetch().then(setLoaded);
    };
    document.addEventListener('focusin', begin);
    return () => document.removeEventListener('focusin', begin);
  }, [id, loaded, schema]);
  return checked;
}
