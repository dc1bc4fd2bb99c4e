import type { SubmissionResult } from '@conform-to/react';

/** What came of a posted form: where it led, or what was said and which fields were refused. */
export interface Came {
  readonly to: string | null;
  readonly status: number;
  // Each page answers in its own shape; a test looks at what it knows is there.
  // oxlint-disable-next-line typescript/no-explicit-any
  readonly data: any;
  /** Sentences by field, of a form that was refused. */
  readonly errors: Readonly<Record<string, readonly string[]>>;
}

/** For tests: posts a form to a page's action as a browser does. Several values of one name are allowed. */
export async function post(
  action: (args: never) => unknown,
  fields: Readonly<Record<string, string | Blob | readonly string[] | undefined>>,
  params: Readonly<Record<string, string>> = {},
  address = '/',
  context: object = {},
): Promise<Came> {
  const form = new FormData();
  for (const [name, value] of Object.entries(fields))
    for (const each of Array.isArray(value) ? (value as string[]) : [value])
      if (each !== undefined) form.append(name, each as string | Blob);
  const request = new Request(`http://steady.reel${address}`, { method: 'POST', body: form });
  const came = await Promise.resolve()
    .then(() => action({ request, params, context } as never))
    .catch((thrown: unknown) => {
      if (thrown instanceof Error) throw thrown;
      return thrown;
    });
  if (came instanceof Response) return { to: came.headers.get('Location'), status: came.status, data: null, errors: {} };
  const wrapped = came as { readonly data?: unknown; readonly init?: { readonly status?: number } | null } | null;
  const data = wrapped && 'init' in wrapped ? wrapped.data : came;
  const errors = ((data as SubmissionResult | null)?.error ?? {}) as Record<string, string[]>;
  return { to: null, status: wrapped?.init?.status ?? 200, data, errors };
}

/** For tests: what a page's loader gives, or the status it refuses with. */
export function load<T>(
  loader: (args: never) => T,
  address = '/',
  params: Readonly<Record<string, string>> = {},
  context: object = {},
): T | number {
  try {
    return loader({ request: new Request(`http://steady.reel${address}`), params, context } as never);
  } catch (thrown) {
    if (thrown instanceof Error) throw thrown;
    return (thrown as { init?: { status?: number }; status?: number }).init?.status ?? (thrown as Response).status;
  }
}
