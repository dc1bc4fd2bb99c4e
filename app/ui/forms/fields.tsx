import { Select } from '@headlessui/react';
import type { FieldMetadata } from '@conform-to/react';
import { getInputProps, getSelectProps, getTextareaProps } from '@conform-to/react';
import { useEffect, useRef, type ReactNode, type RefObject } from 'react';
import { INPUT } from './input-shape.ts';
import { TickBox } from './tick-box.tsx';
import { inOtherUnit, TYPED_IN, typedIn } from './typed-in.ts';
import { useUnits } from './units.ts';

interface Common {
  // Conform's metadata is generic over every form; a field only needs its name, id, value and errors.
  // oxlint-disable-next-line typescript/no-explicit-any
  readonly field: FieldMetadata<any>;
  readonly label: string;
  readonly hint?: ReactNode;
  readonly className?: string;
  /** For rows of a list whose place says what they are; the label is still read out. */
  readonly hideLabel?: boolean;
}

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
  const units = useUnits();
  const box = useRef<HTMLInputElement>(null);
  useFollowsUnit(box, unit);
  return (
    <Framed {...common}>
      <div className="relative">
        <input key={key} ref={box} {...input} className={INPUT} inputMode={figures ? 'decimal' : undefined} autoComplete="off" />
        {unit !== undefined && <input type="hidden" name={TYPED_IN} value={typedIn(units)} />}
        {unit && (
          <span aria-hidden className="figure pointer-events-none absolute top-1/2 right-3 -translate-y-1/2 text-quiet">
            {unit}
          </span>
        )}
      </div>
    </Framed>
  );
}

/** Where units are switched while a form is open, what was typed is said in the new one. */
function useFollowsUnit(box: RefObject<HTMLInputElement | null>, unit: string | undefined): void {
  const shownIn = useRef(unit);
  useEffect(() => {
    const [from, input] = [shownIn.current, box.current];
    shownIn.current = unit;
    if (from === unit || from === undefined || unit === undefined || !input) return;
    const said = inOtherUnit(input.value, from, unit);
    if (said === null) return;
    // Conform listens to what the browser says, and React keeps the value it set itself: both are told.
    Object.getOwnPropertyDescriptor(HTMLInputElement.prototype, 'value')?.set?.call(input, said);
    input.dispatchEvent(new Event('input', { bubbles: true }));
  }, [box, unit]);
}

export function SelectField({
  options,
  ...common
}: Common & { readonly options: readonly { readonly value: string; readonly label: string }[] }) {
  const { key, ...select } = getSelectProps(common.field);
  return (
    <Framed {...common}>
      <Select key={key} {...select} className={INPUT}>
        {options.map((option) => (
          <option key={option.value} value={option.value}>
            {option.label}
          </option>
        ))}
      </Select>
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
    <TickBox key={key} {...input} className={`font-semibold ${className ?? ''}`} hint={hint}>
      {label}
    </TickBox>
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
