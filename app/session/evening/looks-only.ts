import type { ShouldRevalidateFunctionArgs } from 'react-router';

const runOf = (url: URL) => url.searchParams.get('run');

/** Looking at another step or school plans nothing anew; another run is told of when it is opened. */
export function looksOnly({ currentUrl, nextUrl, formMethod, defaultShouldRevalidate }: ShouldRevalidateFunctionArgs): boolean {
  const looks =
    !formMethod && currentUrl.pathname === nextUrl.pathname && currentUrl.search !== nextUrl.search && runOf(currentUrl) === runOf(nextUrl);
  return looks ? false : defaultShouldRevalidate;
}
