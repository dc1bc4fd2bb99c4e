/** Nobody has a hundred thousand pages; an address that asks for more asks for the last that could be. */
const LAST_PAGE = 100_000;

/** Which page of a list an address asks for, from 1; what is no page is the first. */
export function pageAsked(search: URLSearchParams): number {
  const page = Math.floor(Number(search.get('page')));
  return page >= 1 ? Math.min(page, LAST_PAGE) : 1;
}
