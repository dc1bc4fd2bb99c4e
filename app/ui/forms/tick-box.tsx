import { Description, Field, Input, Label, type InputProps } from '@headlessui/react';
import type { ReactNode } from 'react';

interface TickBoxProps extends Omit<InputProps, 'type' | 'className'> {
  readonly children: ReactNode;
  readonly hint?: ReactNode;
  readonly className?: string;
}

/** A box to tick with its words, all of them its target: a browser's own box, so that it is kept while scripts arrive and without them. */
export function TickBox({ children, hint, className = '', ...input }: TickBoxProps) {
  return (
    <Field className={className}>
      <div className="flex items-center gap-2.5">
        <Input {...input} type="checkbox" className="size-5 shrink-0 accent-petrol" />
        <Label className="flex min-h-10 min-w-0 grow items-center gap-2.5">{children}</Label>
      </div>
      {hint && <Description className="text-sm font-normal text-quiet">{hint}</Description>}
    </Field>
  );
}
