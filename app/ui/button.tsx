import type { ComponentProps } from 'react';
import { Link } from 'react-router';

/** Where colours are forced a border is all that is left of a filled button. */
const FILLED = 'border border-transparent bg-petrol text-white hover:bg-[#15535a] disabled:bg-[#8ba3a4]';
const OUTLINED = 'border border-[#8aa39e] bg-card text-ink hover:border-petrol disabled:opacity-60';
const SHAPE = 'inline-flex min-h-11 items-center justify-center gap-2 rounded-card px-4 font-semibold no-underline';

export function Button({ filled = false, className = '', ...rest }: ComponentProps<'button'> & { readonly filled?: boolean }) {
  return <button className={`${SHAPE} ${filled ? FILLED : OUTLINED} ${className}`} {...rest} />;
}

export function LinkButton({ filled = false, className = '', ...rest }: ComponentProps<typeof Link> & { readonly filled?: boolean }) {
  return <Link className={`${SHAPE} ${filled ? FILLED : OUTLINED} ${className}`} {...rest} />;
}
