import type { FieldMetadata } from '@conform-to/react';
import { getInputProps, getSelectProps, getTextareaProps } from '@conform-to/react';
import type { ReactNode } from 'react';

interface Common {
  // Conform's metadata is generic over every form; a field only needs its name, id, value and errors.
  // eslint-disable-next-line @typescript-eslint/no-explicit-any
  readonly field: FieldMetadata<any>;
  readonly label: string;
  readonly hint?: ReactNode;
  readonly className?: string;
  /** For rows of a list whose place says what they are; the label is still read out. */
  readonly hideLabel?: boolean;
}

export const INPUT_SHAPE =
  'min-h-11 rounded-card border border-[#8aa39e] bg-white px-3 text-ink aria-[invalid=true]:border-2 aria-[invalid=true]:border-hot';
export const INPUT = `${INPUT_SHAPE} mt-1 block w-full`;

function Framed({ field, label, hint, className, hideLabel = false, children }: Common & { readonly children: ReactNode }) {
  return (
    <div className={className}>
      <label htmlFor={field.id} className={hideLabel ? 'sr-only' : 'font-semibold'}>
        {label}
      </label>
      {children}
      {hint && !field.errors && (
        <p id={field.descriptionId} className="mt-1 text-sm text-quiet">
          {hint}
        </p>
      )}
      {field.errors && (
        <p id={field.errorId} className="mt-1 text-sm font-semibold text-hot" role="alert">
          {field.errors.join(' ')}
        </p>
      )}
    </div>
  );
}

/** One line of text, a number with its unit, or a date. Errors stand under it; what was typed stays. */
export function TextField({
  unit,
  figures = false,
  type = 'text',
  ...common
}: Common & {
  readonly unit?: string;
  readonly figures?: boolean;
  readonly type?: 'text' | 'date' | 'time' | 'search';
}) {
  const { key, ...input } = getInputProps(common.field, { type, ariaDescribedBy: common.hint ? common.field.descriptionId : undefined });
  return (
    <Framed {...common}>
      <div className="relative">
        <input key={key} {...input} className={INPUT} inputMode={figures ? 'decimal' : undefined} autoComplete="off" />
        {unit && (
          <span aria-hidden className="figure pointer-events-none absolute top-1/2 right-3 -translate-y-1/2 text-quiet">
            {unit}
          </span>
        )}
      </div>
    </Framed>
  );
}

export function SelectField({
  options,
  ...common
}: Common & { readonly options: readonly { readonly value: string; readonly label: string }[] }) {
  const { key, ...select } = getSelectProps(common.field);
  return (
    <Framed {...common}>
      <select key={key} {...select} className={INPUT}>
        {options.map((option) => (
          <option key={option.value} value={option.value}>
            {option.label}
          </option>
        ))}
      </select>
    </Framed>
  );
}

export function TextArea({ rows = 3, mono = false, ...common }: Common & { readonly rows?: number; readonly mono?: boolean }) {
  const { key, ...area } = getTextareaProps(common.field);
  return (
    <Framed {...common}>
      <textarea key={key} {...area} rows={rows} spellCheck={!mono} className={`${INPUT} py-2 ${mono ? 'font-mono text-sm' : ''}`} />
    </Framed>
  );
}

export function CheckField({ field, label, hint, className }: Common) {
  const { key, ...input } = getInputProps(field, { type: 'checkbox' });
  return (
    <div className={className}>
      <label className="flex min-h-11 items-center gap-3 font-semibold">
        <input key={key} {...input} className="size-5 accent-petrol" />
        {label}
      </label>
      {hint && <p className="text-sm text-quiet">{hint}</p>}
    </div>
  );
}

/** Errors that belong to no single field. */
export function FormErrors({ errors }: { readonly errors: readonly string[] | undefined }) {
  return errors && errors.length > 0 ? (
    <p role="alert" className="font-semibold text-hot">
      {errors.join(' ')}
    </p>
  ) : null;
}
