import type { ShouldRevalidateFunctionArgs } from 'react-router';

/** Looking at another step, run or school plans nothing anew. */
export function looksOnly({ currentUrl, nextUrl, formMethod, defaultShouldRevalidate }: ShouldRevalidateFunctionArgs): boolean {
  const looks = !formMethod && currentUrl.pathname === nextUrl.pathname && currentUrl.search !== nextUrl.search;
  return looks ? false : defaultShouldRevalidate;
}
