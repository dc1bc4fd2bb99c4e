import type { ShouldRevalidateFunctionArgs } from 'react-router';

type Going = Pick<ShouldRevalidateFunctionArgs, 'currentUrl' | 'nextUrl' | 'formMethod'>;

/** Whether somebody only looks: something of the page that is there is opened or closed, and nothing was sent. */
export function isLook({ currentUrl, nextUrl, formMethod }: Going): boolean {
  return !formMethod && currentUrl.pathname === nextUrl.pathname && currentUrl.search !== nextUrl.search;
}

/** What stands around a page is not read again for a look: where the page has what is opened, it opens without its server. */
export function staysForALook({ defaultShouldRevalidate, ...going }: ShouldRevalidateFunctionArgs): boolean {
  return isLook(going) ? false : defaultShouldRevalidate;
}
